// After the odd work: what was said in one go is put right in one go; what is half typed is kept; a helper does what a helper may.
import { expect, test, type Page } from '@playwright/test';

const nursery = '/n/019c0de0-0000-7000-8000-000000000001';
const batch = (number: string) => `${nursery}/batches/019c0de0-0003-7000-8000-0000000000${number}`;
const line = (page: Page, text: string | RegExp) => page.getByRole('listitem').filter({ hasText: text });

test('a count and the tray that was carried on with it have one day and one number, put right and undone as one', async ({
  page,
}) => {
  await page.goto(batch('0a'));
  const last = page.getByText(/^\d+ up so far, Heat mat/).first();
  await expect(last).toBeVisible();
  const up = Number(/^\d+/.exec((await last.textContent()) ?? '')?.[0]);
  const fewer = String(up - 2);
  await line(page, `${up} up so far`)
    .getByRole('button', { name: /^Correct/ })
    .click();
  const dialog = page.getByRole('dialog');
  const counted = dialog.getByRole('group', { name: new RegExp(`${up} up so far`) }).getByLabel('Up by that day');
  const carried = dialog.getByRole('group', { name: new RegExp(`${up} moved|${up} .*to`) }).getByLabel('Seedlings');
  await counted.fill('5000');
  await dialog.getByRole('button', { name: 'Correct' }).click();
  // Told where it was typed, and nothing is closed or lost.
  await expect(dialog.locator('[aria-invalid=true]').first()).toBeVisible();
  await counted.fill(fewer);
  await expect(carried).toHaveValue(fewer);
  await dialog.getByLabel('Day', { exact: true }).fill('2026-04-14');
  await dialog.getByRole('button', { name: 'Correct' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(line(page, `${up} up so far`)).toContainText(`put right: ${fewer}`);
  await expect(line(page, `${up} up so far`)).toContainText('14 Apr');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByText('Undone.')).toBeVisible();
  await expect(line(page, `${up} up so far`).first()).not.toContainText('put right');
});

test('a plan that is half typed is there again, and can be begun again', async ({ page }) => {
  await page.goto(`${nursery}/plan`);
  await page.getByLabel('Plants wanted').fill('17');
  await page.getByRole('link', { name: 'Batches' }).first().click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('batches');
  await page.getByRole('link', { name: 'Plan' }).first().click();
  await expect(page.getByLabel('Plants wanted')).toHaveValue('17');
  await page.getByRole('button', { name: 'Begin again' }).click();
  await expect(page.getByLabel('Plants wanted')).not.toHaveValue('17');
  await expect(page.getByRole('button', { name: 'Begin again' })).toHaveCount(0);
});

test('a helper puts right what a helper wrote today, and parts or tells apart nothing', async ({ page }) => {
  await page.goto(`${nursery}/round`);
  await page.getByRole('button', { name: /^You:/ }).click();
  await page.getByRole('menuitem', { name: 'See it as helper' }).click();
  await expect(page.getByRole('button', { name: /^You: .*, helper$/ })).toBeVisible();
  await page.goto(batch('05'));
  const form = page.getByRole('form', { name: 'Log' });
  await form.getByLabel('Seedlings', { exact: true }).fill('2');
  await form.getByLabel(/Why/).fill('dropped');
  await form.getByRole('button', { name: 'Log' }).click();
  const written = line(page, /2 lost.*dropped/);
  await written.getByRole('button', { name: /^Correct/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Seedlings').fill('1');
  await dialog.getByRole('button', { name: 'Correct' }).click();
  await expect(written).toContainText('put right: 1');

  // What others wrote is not theirs to change: said, and nothing changes.
  await line(page, /up so far/)
    .last()
    .getByRole('button', { name: /^Correct/ })
    .click();
  await dialog.getByRole('button', { name: 'Correct' }).click();
  await expect(dialog.getByRole('alert')).toBeVisible();
  await dialog.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByRole('button', { name: /^Split off:/ })).toHaveCount(0);
  await expect(page.getByRole('button', { name: /What are they/ })).toHaveCount(0);
});
