// The first of all (by its name): it asks for work as the demo begins with it.
import { expect, test, type Page } from '@playwright/test';

const nursery = '/n/019c0de0-0000-7000-8000-000000000001';

// What growers really do: yesterday, part of them, another way, out.
test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

const task = (page: Page, code: string) => page.locator('[data-task]').filter({ hasText: code });

const open = async (page: Page, cultivar: string, code: string) => {
  await page.goto(`${nursery}/batches`);
  await page
    .getByRole('listitem')
    .filter({ has: page.getByText(code, { exact: true }) })
    .getByRole('link')
    .click();
  await expect(page.getByRole('heading', { level: 1, name: cultivar })).toBeVisible();
};

const choose = async (page: Page, label: string, option: string) => {
  await page.getByLabel(label, { exact: true }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
};

test('yesterday’s job takes three taps, and is undone all day', async ({ page }) => {
  await page.goto(`${nursery}/round`);
  const card = task(page, '26-09');
  await card.getByRole('button', { name: 'More', exact: true }).click();
  await card.getByRole('button', { name: 'Yesterday' }).click();
  await card.getByRole('button', { name: 'Done yesterday' }).click();
  await expect(card).toHaveCount(0);
  // Another visit: nothing is said any more, but it can still be undone.
  await page.reload();
  const logged = page
    .getByRole('listitem')
    .filter({ hasText: '26-09' })
    .filter({ hasText: /(Fri 17|Sat 18) Apr/ });
  await expect(logged).toBeVisible();
  await logged.getByRole('button', { name: /^Undo/ }).click();
  await expect(task(page, '26-09').getByRole('heading')).toHaveText(/Prick out/);
});

test('part of them goes into bigger pots elsewhere, and is not asked back into smaller ones', async ({ page }) => {
  await page.goto(`${nursery}/round`);
  const card = task(page, '26-09');
  await expect(card.getByRole('heading')).toHaveText(/Prick out \d+ plants/);
  const all = Number(/\d+/.exec((await card.getByRole('heading').textContent()) ?? '')?.[0]);
  await card.getByRole('heading').getByRole('button').click();
  await card.getByLabel(/How many/).fill('30');
  await card.getByRole('button', { name: 'More', exact: true }).click();
  await card.getByRole('button', { name: 'Other day or place' }).click();
  await choose(page, 'To', 'Warm bench');
  await choose(page, 'Into', '13 cm pot');
  await card.getByRole('button', { name: 'Done' }).click();
  await expect(task(page, '26-09').getByRole('heading')).toHaveText(`Prick out ${all - 30} plants`);
  await page.goto(`${nursery}/batches`);
  await page
    .getByRole('listitem')
    .filter({ has: page.getByText('26-09', { exact: true }) })
    .getByRole('link')
    .click();
  await expect(page.getByText('Warm bench, 13 cm pot').first()).toBeVisible();
  await expect(page.getByText(`30 of ${all} so far`)).toBeVisible();
});

test('part of a batch goes its own way, some are sold, and neither is a loss', async ({ page }) => {
  await open(page, 'Saltglass', '26-05');
  await page
    .getByRole('button', { name: /^Split off/ })
    .first()
    .click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Split off' }).click();
  await expect(dialog.getByText('Type a whole number.').first()).toBeVisible();
  await dialog.getByLabel('Plants', { exact: true }).fill('500');
  await dialog.getByRole('button', { name: 'Split off' }).click();
  const most = dialog.getByText(/From 1 to 1\d\d/);
  await expect(most).toBeVisible();
  const all = Number(/to (\d+)/.exec((await most.textContent()) ?? '')?.[1]);
  await dialog.getByLabel('Plants', { exact: true }).fill('30');
  await dialog.getByRole('button', { name: 'Split off' }).click();
  await expect(page.getByText('Split off from 26-05.')).toBeVisible();
  await page.getByRole('link', { name: '26-05', exact: true }).click();
  await expect(page.getByRole('link', { name: '26-05a' })).toBeVisible();
  await expect(page.getByText(`${all - 30} plants`)).toBeVisible();

  const form = page.getByRole('form', { name: 'Log' });
  await choose(page, 'What', 'Sold');
  await form.getByLabel('Seedlings', { exact: true }).fill('8');
  await form.getByLabel('To whom (optional)').fill('the allotments');
  await form.getByLabel('Price each (optional)').fill('2.50');
  await form.getByRole('button', { name: 'Log' }).click();
  await expect(page.getByText('8 sold to the allotments at 2.50 each, Glasshouse')).toBeVisible();
  await expect(page.getByText('sold for 20.00')).toBeVisible();
  await expect(page.getByText(`${all - 38} plants`)).toBeVisible();
});

test('a place is carried in one go, and back', async ({ page }) => {
  await page.goto(`${nursery}/round`);
  await page.getByRole('button', { name: 'Carry all of Hardening stand' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Glasshouse' }).click();
  await expect(page.getByText('Hardening stand carried to Glasshouse.')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Carry all of Hardening stand' })).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Carry all of Hardening stand' })).toBeVisible();
});

test('plants for the fair are planned back from its day', async ({ page }) => {
  await page.goto(`${nursery}/plan`);
  await page.getByRole('combobox', { name: 'Cultivar' }).click();
  await page.getByRole('option', { name: /Low Lintel/ }).click();
  await choose(page, 'What for', 'a sale, ready by a day');
  await expect(page.getByText('Say by which day they are to be ready.').first()).toBeVisible();
  await page.getByLabel('Ready by').fill('2026-07-11');
  await expect(page.getByText('Sat 11 Jul').first()).toBeVisible();
  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page).toHaveURL(/batches\/[0-9a-f-]+$/);
  await expect(page.getByText('For sale: ready by')).toBeVisible();
  await expect(page.getByText('Plant out', { exact: true })).toHaveCount(0);
});
