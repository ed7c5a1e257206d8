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
