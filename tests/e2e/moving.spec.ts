import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';

const nursery = '/n/019c0de0-0000-7000-8000-000000000001';

/** A card of the Round whose plants are pricked out or potted up, with its sheet. */
async function sheet(page: Page) {
  await page.goto(`${nursery}/round`);
  const card = page
    .locator('[data-task]')
    .filter({ has: page.getByRole('heading', { name: /^(Prick out|Pot up) \d/ }) })
    .filter({ has: page.getByRole('link', { name: 'Ready?' }) })
    .first();
  const code = (await card.getByText(/^26-\d+a?$/).innerText()).trim();
  await card.getByRole('link', { name: 'Ready?' }).click();
  await expect(page.getByRole('heading', { level: 1, name: /^Ready to / })).toBeVisible();
  return code;
}

test.describe('on the phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('three taps at the bench say whether they move, and what was seen is kept with the move', async ({ page }) => {
    const code = await sheet(page);
    const answer = page.getByRole('status').filter({ hasText: 'As reckoned' });
    await page.getByRole('button', { name: 'Just showing' }).click();
    await page.getByRole('button', { name: 'Holds', exact: true }).click();
    await page.getByRole('button', { name: 'none yet' }).click();
    await expect(answer).toContainText('Wait until');
    await expect(answer).toContainText('0 true leaves counted');
    await page.getByRole('button', { name: '3', exact: true }).click();
    await expect(answer).toContainText('Yes, today.');
    // The answer is on the screen, without a scroll.
    const box = await answer.getByText('Yes, today.').boundingBox();
    expect(box && box.y + box.height).toBeLessThanOrEqual(844 - 56);

    // The drawing says in words what it shows.
    const drawing = page.getByRole('region', { name: 'How deep' }).getByRole('img');
    await expect(drawing).toHaveAccessibleName(/of stem under the mix|at the old level/);

    // Into another pot: drawing, mix and card follow.
    const mix = page.getByRole('heading', { name: /^Mix for/ });
    const planned = await mix.innerText();
    const pots = page.getByRole('region', { name: 'Into what' });
    const larger = pots.getByRole('button', { pressed: false }).filter({ hasText: 'until' }).last();
    const name = (await larger.locator('b').innerText()).trim();
    await larger.click();
    await expect(mix).not.toHaveText(planned);
    const card = page.locator('[data-task]');
    await card.getByRole('heading').getByRole('button').click();
    await card.getByLabel(/How many/).fill('6');
    await card.getByRole('button', { name: 'Done' }).click();
    await expect(page).toHaveURL(/\/round$/);
    await page.getByRole('link', { name: code }).or(page.getByText(code)).first().waitFor();

    // Batch and ledger say both.
    await page.goto(`${nursery}/batches`);
    await page.getByLabel('Find a batch or cultivar').fill(code);
    await page
      .getByRole('listitem')
      .filter({ has: page.getByText(code, { exact: true }) })
      .getByRole('link')
      .first()
      .click();
    const ledger = page.getByRole('list', { name: 'Ledger' });
    await expect(ledger.getByText(/Looked: 3 true leaves, roots just showing/)).toHaveCount(1);
    await expect(ledger.getByText(new RegExp(`6 .*${name}`)).first()).toBeVisible();

    // Taken back: the plants stand as before, and what was seen stays.
    const undo = ledger.getByRole('button', { name: new RegExp(`^Undo: .*6.*${name}`) });
    await undo.click();
    await expect(undo).toHaveCount(0);
    await expect(ledger.getByRole('button', { name: /^Undo: Looked: 3 true leaves/ })).toHaveCount(1);
  });
});

test('a plant that was measured is drawn so, and what cannot be is said at its field', async ({ page }) => {
  await sheet(page);
  const deep = page.getByRole('region', { name: 'How deep' });
  await deep.getByLabel('Height, mix to tip').fill('28');
  await expect(deep.getByRole('img')).not.toHaveAccessibleName(/reckoned from the leaves/);
  await deep.getByLabel('Height, mix to tip').fill('0');
  await expect(deep.getByText('Type a number above 0.')).toBeVisible();
  await deep.getByLabel('Height, mix to tip').fill('400');
  await expect(page.getByText(/More than 0, at most 300/).first()).toBeVisible();
});

test('the sheet can be read by everybody, also narrow and in the dark', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 320, height: 700 }, reducedMotion: 'reduce' });
  const page = await context.newPage();
  await sheet(page);
  await page.getByRole('button', { name: 'Going round' }).click();
  await expect(page.getByText('Keep what you saw')).toBeVisible();
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
  ).toBeLessThanOrEqual(0);
  const violations = async (axe: AxeBuilder) =>
    (await axe.setLegacyMode().analyze()).violations.map((v) => `${v.id} ${v.nodes[0]?.html}`);
  expect(await violations(new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag22aa']))).toEqual([]);
  await page.emulateMedia({ colorScheme: 'dark' });
  // Looked at until the page has changed over: a slow machine shows half of each for a moment.
  await expect(async () => {
    expect(await violations(new AxeBuilder({ page }).withRules('color-contrast'))).toEqual([]);
  }).toPass();
  await context.close();
});

test('a mix of ones own is what is fetched', async ({ page }) => {
  await page.goto(`${nursery}/house?part=mixes`);
  await page.getByRole('button', { name: 'Change: For the first move, out of the tray' }).click();
  const form = page.getByRole('form', { name: 'For the first move, out of the tray' });
  await form.getByLabel('Part').first().fill('Leafmould');
  await form.getByLabel('A bag holds').first().fill('50');
  await form.getByRole('button', { name: 'Keep the mix' }).click();
  await expect(page.getByText('1 leafmould (bags of 50 L) : 1 potting mix')).toBeVisible();
  await page.goto(`${nursery}/round`);
  const line = page.getByRole('listitem').filter({ hasText: 'Leafmould' }).first();
  if (page.viewportSize()!.width >= 900) await expect(line).toContainText(/\d L, \d+ bags?/);
  // As it was.
  await page.goto(`${nursery}/house?part=mixes`);
  await page.getByRole('button', { name: 'Change: For the first move, out of the tray' }).click();
  await form.getByLabel('Part').first().fill('Seed mix');
  await form.getByLabel('A bag holds').first().fill('');
  await form.getByRole('button', { name: 'Keep the mix' }).click();
  await expect(page.getByText('1 seed mix : 1 potting mix')).toBeVisible();
});
