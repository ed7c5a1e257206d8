import { expect, test, type Page } from '@playwright/test';
import { unfold } from './band';

// It winds the demo's clock on, so it lives in a demo of its own: nothing else looks at its April, nor did anything change it.
const nursery = '/n/019c0de0-0000-7000-8000-000000000001';
const lintel = `${nursery}/batches/019c0de0-0003-7000-8000-000000000002`;

test.use({
  baseURL: process.env.JUVENAL_SPRING ?? process.env.JUVENAL_URL,
  viewport: { width: 390, height: 844 },
  hasTouch: true,
});

/** Winds the clock on to a day, and waits until every plan is made. */
async function windTo(page: Page, day: string) {
  await page.evaluate(
    async ([id, to]) => {
      const { token } = (await (await fetch('/api/session')).json()) as { token: string };
      const headers = { 'content-type': 'application/json', 'X-Juvenal-Token': token };
      const { today } = (await (await fetch(`/api/nurseries/${id}/round`)).json()) as { today: string };
      const days = Math.round((Date.parse(to) - Date.parse(today)) / 86_400_000);
      if (days > 0) {
        const wound = await fetch(`/api/nurseries/${id}/clock`, { method: 'POST', headers, body: JSON.stringify({ days }) });
        if (!wound.ok) throw new Error(`The clock stays: ${wound.status} ${await wound.text()}`);
      }
      for (;;) {
        const { waiting } = (await (await fetch(`/api/nurseries/${id}/planning`)).json()) as { waiting: number };
        if (waiting === 0) return;
        await new Promise((r) => setTimeout(r, 200));
      }
    },
    [nursery.slice(3), day] as const,
  );
  await page.goto(`${nursery}/round`);
  await page.locator('main').getByRole('heading').first().waitFor();
}

// The second goes on where the first one ends.
test.describe.configure({ mode: 'serial' });

test('a frost is coming: the band lists who is out, they come in by one tap, and the bed waits; days later it says go', async ({
  page,
}) => {
  // Weeks of plans are made anew, four times.
  test.slow();
  await page.goto(`${nursery}/round`);
  // The last rungs of the ladder.
  const done = page.getByRole('button', { name: 'Done: Low Lintel 26-02' });
  await done.first().waitFor();
  while ((await done.count()) > 0) {
    const left = await done.count();
    await done.first().click();
    await expect(done).toHaveCount(left - 1);
  }

  await windTo(page, '2026-05-03');
  const band = page.getByRole('region', { name: 'Tonight' });
  await expect(band.getByRole('heading', { name: /^Tonight −\d/ })).toBeVisible();
  await unfold(band);
  await expect(band.getByText(/Low Lintel 26-02.*carry in/)).toBeVisible();
  await page.goto(`${lintel}/go`);
  await expect(page.getByRole('heading', { level: 1, name: /^Hold/ })).toBeVisible();

  await page.goto(`${nursery}/round`);
  await unfold(band);
  await band
    .getByRole('button', { name: /^Carried into / })
    .first()
    .click();
  await expect(band.getByText(/Low Lintel 26-02/)).toHaveCount(0);

  await windTo(page, '2026-05-04');
  const morning = page.getByRole('region', { name: 'This morning' });
  await morning.getByRole('button', { name: 'Out again' }).first().click();
  await expect(morning.getByText('Brought in for the night from Hardening stand.')).toHaveCount(0);

  // A hot day, as it was forecast the evening before: what is shut is opened before the sun is on it.
  await windTo(page, '2026-05-10');
  await windTo(page, '2026-05-11');
  await unfold(morning);
  await expect(morning.getByText(/^Open .*Glasshouse.* by \d+:00: shut, they would reach 4\d °C/)).toBeVisible();
  await page.goto(`${lintel}/go`);
  await expect(page.getByRole('heading', { level: 1, name: /^Go/ })).toBeVisible();
});

test('forty are planted, two die, gaps are filled, twelve are sold at the fair; in June every screen says the same', async ({
  page,
}) => {
  test.slow();
  await page.goto(`${nursery}/round`);
  const asks = page.locator('[data-task]').filter({ hasText: '26-02' });
  // Of its two groups the large one; what is typed takes the place of its number.
  await asks.filter({ hasText: 'Plant out 42' }).getByRole('heading', { level: 3 }).getByRole('button').click();
  const card = asks.filter({ has: page.getByLabel(/How many/) });
  await card.getByLabel(/How many/).fill('40');
  // The nights ask for a cover: said twice, it is meant.
  await card.getByRole('button', { name: 'Done, covered' }).click();
  await card.getByRole('button', { name: 'Yes, covered' }).click();
  await expect(asks.filter({ hasText: 'Plant out 2' })).toHaveCount(1);

  // A look before planting is none; the day after it is asked.
  const after = page.getByRole('region', { name: 'After planting' });
  await expect(after).toHaveCount(0);
  await windTo(page, '2026-05-12');
  await expect(after.getByText('Planted yesterday.')).toBeVisible();
  await after.getByRole('button', { name: 'Some lost: Low Lintel 26-02' }).click();
  await after.getByRole('button', { name: 'One more lost' }).click();
  await after.getByRole('button', { name: 'Cutworm' }).click();
  await expect(after.getByText(/^Looked at/)).toBeVisible();
  await page.goto(lintel);
  await expect(page.getByText('38 alive, 95 %')).toBeVisible();
  await page.goto(`${nursery}/round`);
  await after.getByRole('button', { name: 'Filled 2: Low Lintel 26-02' }).click();
  await expect(after.getByText(/gap/)).toHaveCount(0);

  // Two days later one more.
  await windTo(page, '2026-05-14');
  await after.getByRole('button', { name: 'Some lost: Low Lintel 26-02' }).first().click();
  await after.getByRole('button', { name: 'Slug' }).click();
  await after.getByRole('button', { name: 'Filled 1: Low Lintel 26-02' }).click();
  await expect(after.getByText(/gap/)).toHaveCount(0);

  // The fair, on the phone: more than stand is said, twelve go, and one who gives too many takes it back.
  await windTo(page, '2026-05-23');
  await page.goto(`${nursery}/sale`);
  await expect(page.getByRole('heading', { level: 1, name: /^Sat 23 May/ })).toBeVisible();
  await page.getByRole('button', { name: 'Sell: Lantern Row 26-09' }).click();
  const table = page.getByRole('form', { name: 'Over the table: Lantern Row 26-09' });
  await table.getByLabel('Plants').fill('5000');
  await table.getByRole('button', { name: 'Sold' }).click();
  await expect(table.getByText(/at most\./)).toBeVisible();
  await expect(table.getByLabel('Plants')).toHaveValue('5000');
  await table.getByLabel('Plants').fill('12');
  await table.getByLabel('Each').fill('2.5');
  await table.getByRole('button', { name: 'Sold' }).click();
  await expect(page.getByText('Today 12 sold, for 30.00.')).toBeVisible();
  await table.getByLabel('Plants').fill('7');
  await table.getByRole('button', { name: 'Given' }).click();
  await expect(page.getByText('12 sold for 30.00, 7 given.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('12 sold for 30.00.', { exact: true })).toBeVisible();

  await page.setViewportSize({ width: 1280, height: 800 });
  await windTo(page, '2026-06-20');
  await page.goto(lintel);
  // 46 stood: 43 were planted, three of those died, three are left in pots.
  await expect(page.getByText('40 alive, 93 %')).toBeVisible();
  await expect(page.getByText('43', { exact: true }).first()).toBeVisible();
  await page.goto(`${nursery}/beds`);
  await expect(
    page.getByRole('list', { name: 'Batches for Tunnel' }).getByRole('listitem').filter({ hasText: '26-02' }),
  ).toContainText('40 there');
  await page.goto(`${nursery}/sale`);
  await expect(page.getByText('12 sold for 30.00.', { exact: true })).toBeVisible();
  const spare = page.getByRole('region', { name: 'To spare' }).getByRole('listitem').filter({ hasText: '26-02' });
  await expect(spare).toContainText('3 in pots');
  await spare.getByRole('button', { name: 'Sell: Low Lintel 26-02' }).click();
  await spare.getByLabel('Plants').fill('3');
  await spare.getByRole('button', { name: 'Discarded' }).click();
  await expect(spare).toHaveCount(0);

  // Nothing is left to raise of it: it is closed with its bed, and stays readable.
  await page.goto(`${nursery}/beds`);
  await page.getByRole('button', { name: 'Close Tunnel' }).click();
  const close = page.getByRole('dialog');
  await expect(close.getByRole('listitem').filter({ hasText: '26-02' })).toContainText('40 in Tunnel');
  await close.getByRole('button', { name: /^Close \d+ batch/ }).click();
  await expect(close).toHaveCount(0);
  await page.goto(lintel);
  await expect(page.getByText(/Season’s end/)).toBeVisible();
  await expect(page.getByText('40 planted, Tunnel')).toBeVisible();
});
