import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';

const nursery = '/n/019c0de0-0000-7000-8000-000000000001';

/** The policy of the page must not be broken once: what it refuses would be missing for the grower too. */
function listen(page: Page): string[] {
  const complaints: string[] = [];
  page.on('console', (m) => {
    if (m.type() === 'error' && !m.text().includes('status of 4')) complaints.push(m.text());
  });
  page.on('pageerror', (e) => complaints.push(e.message));
  return complaints;
}

async function windDay(page: Page) {
  const tag = page.locator('header time');
  const before = await tag.textContent();
  await page.getByRole('button', { name: /next day/ }).click();
  await expect(tag).not.toHaveText(before ?? '');
}

async function choose(page: Page, label: string, option: RegExp) {
  await page.getByRole('combobox', { name: label }).first().click();
  await page.getByRole('option', { name: option }).click();
}

test('plan a batch, keep it, sow it, count it: the batch shows the new dates', async ({ page }) => {
  const complaints = listen(page);
  await page.goto(`${nursery}/plan`);
  await choose(page, 'Cultivar', /Saltglass/);
  await choose(page, 'Bed', /Tunnel/);
  await page.getByLabel('Plants wanted').fill('40');

  // The plan says between which days sowing will do.
  await expect(page.getByText(/ is fine$/)).toBeVisible();
  const answer = page.locator('main');
  // 40 plants of seed that germinates at 85 % want some 60 cells; the first plan on screen was for fewer.
  await expect(answer.getByText(/^[67]\d cells$/)).toBeVisible();
  const cells = Number(
    (
      await answer
        .getByText(/^\d+ cells$/)
        .first()
        .textContent()
    )?.split(' ')[0],
  );

  // One thing changed, the whole plan changes.
  await page.getByLabel('Plants wanted').fill('80');
  await expect(answer.getByText(new RegExp(`^${cells} cells$`))).toHaveCount(0);
  await page.getByLabel('Plants wanted').fill('40');
  await expect(answer.getByText(new RegExp(`^${cells} cells$`))).toBeVisible();

  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page).toHaveURL(/batches\/[0-9a-f-]+$/);
  const batchUrl = page.url();
  const code =
    (await page
      .getByText(/^26-\d\d$/)
      .first()
      .textContent()) ?? '';
  const planned = await page.locator('li', { hasText: 'Up' }).filter({ hasText: 'Lamp rack' }).first().innerText();

  // Round shows the sowing; one tap logs it.
  await page.getByRole('link', { name: 'Round' }).first().click();
  const task = page.locator('[data-task]').filter({ hasText: code });
  await expect(task.getByRole('heading')).toHaveText(new RegExp(`Sow ${cells} cells`));
  await task.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText(`Sow: ${cells} Saltglass`)).toBeVisible();
  await expect(task).toHaveCount(0);

  // Undo brings it back; then it is sown again.
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(task.getByRole('button', { name: 'Done' })).toBeVisible();
  await task.getByRole('button', { name: 'Done' }).click();
  await expect(task).toHaveCount(0);

  // Days later they are looked for, counted, and carried on.
  for (let i = 0; i < 9; i++) await windDay(page);
  const count = page.locator('[data-task]').filter({ hasText: code });
  await expect(count.getByRole('heading')).toHaveText(/Count what is up/);
  await count.getByRole('button', { name: 'Log' }).click();
  await expect(count.getByText('Type how many are up so far.')).toBeVisible();
  await count.getByLabel(/Up so far/).fill(String(cells + 5));
  await count.getByRole('button', { name: 'Log' }).click();
  await expect(count.getByText(`${cells} at most.`, { exact: false })).toBeVisible();
  await count.getByLabel(/Up so far/).fill(String(cells - 6));
  await count.getByRole('button', { name: 'Log' }).click();
  await expect(count.getByRole('heading', { name: /Count/ })).toHaveCount(0);

  await page.goto(batchUrl);
  await expect(page.getByText(`${cells - 6} plants`).first()).toBeVisible();
  const real = await page.locator('li', { hasText: 'Up' }).filter({ hasText: 'Lamp rack' }).first().innerText();
  expect(real).not.toBe(planned);
  expect(real).toMatch(/done, \d+ d later/);
  await expect(page.getByText(`${cells - 6} up so far, Heat mat`)).toBeVisible();
  expect(complaints).toEqual([]);
});

test('not yet keeps its reason; a fixed day that contradicts the plan is said', async ({ page }) => {
  await page.goto(`${nursery}/round`);
  const task = page.locator('[data-task]').filter({ hasText: 'Pot up' }).first();
  const name = (await task.getAttribute('aria-label')) ?? '';
  // Two groups of a batch, or two batches, have cards of one name.
  const alike = page.locator(`[data-task][aria-label="${name}"]`);
  const before = await alike.count();
  const batch = (await task.getByRole('link').first().getAttribute('href')) ?? '';
  await task.getByRole('button', { name: 'Not yet' }).click();
  await task.getByRole('button', { name: 'Another day, or why' }).click();
  await task.getByLabel('New day').fill('+5');
  await task.getByLabel('Why').fill('Too cold');
  await task.getByRole('button', { name: 'Put off' }).click();
  await expect(alike).toHaveCount(before - 1);
  await page.goto(batch);
  await expect(page.getByText('Put off: Too cold')).toBeVisible();

  await page.getByRole('button', { name: 'Fix the day: Plant out' }).click();
  const today = (await page.locator('header time').getAttribute('datetime')) ?? '';
  await page.getByLabel('Day').last().fill(today);
  await page.getByRole('button', { name: 'Fix', exact: true }).last().click();
  await expect(page.getByText(/You fixed a day before|before the window opens/).first()).toBeVisible();
});

test('bad input is said at the field and nothing typed is lost', async ({ page }) => {
  await page.goto(`${nursery}/plan`);
  // Nothing is chosen that one tap would keep.
  await expect(page.getByText('What do you want to raise?')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Keep this plan' })).toHaveCount(0);
  await choose(page, 'Cultivar', /Saltglass/);
  await expect(page.getByRole('button', { name: 'Keep this plan' })).toBeEnabled();
  await page.getByLabel('Plants wanted').fill('0');
  await expect(page.getByText('From 1 to 1,000,000; 0 was given.').first()).toBeVisible();
  await expect(page.getByLabel('Plants wanted')).toHaveValue('0');
  await expect(page.getByRole('button', { name: 'Keep this plan' })).toBeDisabled();
  await page.getByLabel('Plants wanted').fill('many');
  await expect(page.getByText('Type a whole number.').first()).toBeVisible();
  await page.getByLabel('Plants wanted').fill('24');
  await page.getByLabel('Germination').fill('0');
  await expect(page.getByText('More than 0, at most 1 (100 %); 0 was given.').first()).toBeVisible();
});

test('an impossible frost date is refused in words; a rule moves the windows', async ({ page }) => {
  await page.goto(`${nursery}/site`);
  await page.getByLabel('Average last frost: day').fill('31');
  await choose(page, 'Average last frost', /April/);
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText('There is no such day.')).toBeVisible();
  await expect(page.getByLabel('Average last frost: day')).toHaveValue('31');

  await page.goto(`${nursery}/house?part=rules`);
  await page.getByRole('radio', { name: /^1 spring in 2 \(/ }).click();
  await expect(page.getByText(/plans? moved/).first()).toBeVisible();
  await page.goto(`${nursery}/site`);
  // The average day of the record: soil and nights open last then.
  await expect(page.getByRole('slider', { name: 'Accepted frost risk' })).toHaveAttribute('aria-valuenow', '50');
  await page.goto(`${nursery}/house?part=rules`);
  await page.getByRole('radio', { name: /1 spring in 10/ }).click();
  await expect(page.getByText(/plans? moved/).first()).toBeVisible();
});

test('the keys go where they say', async ({ page }) => {
  await page.goto(`${nursery}/round`);
  await page.locator('[data-task]').first().waitFor();
  await page.keyboard.press('g');
  await page.keyboard.press('b');
  await expect(page).toHaveURL(/batches$/);
  await page.keyboard.press('/');
  await expect(page.getByLabel('Find a batch or cultivar')).toBeFocused();
  await page.keyboard.type('furnace');
  await expect(page.getByText('2 batches')).toBeVisible();
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('The task in focus is done');
});

test("no view breaks the page's policy or the rules of accessibility, in light and in dark", async ({ browser }) => {
  const context = await browser.newContext({
    colorScheme: 'light',
    viewport: { width: 390, height: 844 },
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  const complaints = listen(page);
  // There are no frames to look into, which is all that the other mode does more.
  const violations = async (path: string, axe: AxeBuilder) =>
    (await axe.setLegacyMode().analyze()).violations.map((v) => `${path}: ${v.id} ${v.nodes[0]?.html}`);
  for (const path of [
    'round',
    'plan',
    'batches',
    'batches/019c0de0-0003-7000-8000-000000000003',
    'batches/019c0de0-0003-7000-8000-00000000000a/trays',
    'sowing',
    'beds',
    'sale',
    'site',
    'sums',
    'sums/bleach',
    'seeds',
    'house',
    'house?part=people',
    'house?part=containers',
    'house?part=cultivars',
    'house?part=rules',
    'house?part=numbers',
  ]) {
    await page.emulateMedia({ colorScheme: 'light' });
    await page.goto(`${nursery}/${path}`);
    await page.waitForLoadState('networkidle');
    await expect(page.getByText('Loading…')).toHaveCount(0);
    const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect(wide, `${path} is wider than the phone`).toBeLessThanOrEqual(0);
    expect(await violations(path, new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag22aa']))).toEqual([]);
    // The other theme has other colours, and nothing else that is another.
    const paper = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
    const light = await paper();
    await page.emulateMedia({ colorScheme: 'dark' });
    await expect.poll(paper).not.toBe(light);
    expect(await violations(`${path}, dark`, new AxeBuilder({ page }).withRules('color-contrast'))).toEqual([]);
  }
  expect(complaints).toEqual([]);
  await context.close();
});
