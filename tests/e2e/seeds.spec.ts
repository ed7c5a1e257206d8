import { expect, test } from '@playwright/test';

const nursery = '/n/019c0de0-0000-7000-8000-000000000001';

test('a packet is added with its test, planned from, and its seeds are counted with the batch', async ({ page }) => {
  await page.goto(`${nursery}/seeds`);
  await expect(page.locator('li', { hasText: 'Lantern Row 2025' })).toContainText('short');
  await expect(page.locator('li', { hasText: 'Slow Furnace 2023' })).toContainText('came up at your bench');

  await page.getByRole('button', { name: 'Add a packet' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('combobox', { name: 'Cultivar' }).click();
  await page.getByRole('option', { name: 'Saltglass' }).click();
  await dialog.getByLabel('Name on the packet').fill('Saltglass, gift');
  await dialog.getByLabel('Seeds', { exact: true }).fill('100');
  await dialog.getByRole('button', { name: 'Keep' }).click();
  const row = page.locator('li', { hasText: 'Saltglass, gift' });
  await expect(row).toContainText('100 seeds');
  await row.getByRole('button', { name: 'Log a test' }).click();
  await dialog.getByLabel('Laid out').fill('20');
  await dialog.getByLabel('Came up').fill('25');
  await dialog.getByRole('button', { name: 'Log' }).click();
  await expect(dialog.getByText('From 0 to 20; 25 was given.')).toBeVisible();
  await dialog.getByLabel('Came up').fill('18');
  await dialog.getByRole('button', { name: 'Log' }).click();
  await expect(row).toContainText('80 seeds left of 100');
  await expect(row).toContainText('90 %');
  await expect(row).toContainText('Tested: 18 of 20 came up.');
  await row.getByRole('button', { name: 'Recount' }).click();
  await dialog.getByLabel('Seeds left').fill('100');
  await dialog.getByRole('button', { name: 'Log' }).click();
  await expect(row).toContainText('100 seeds');
  await row.getByRole('button', { name: 'Its book (2)' }).click();
  await expect(row).toContainText('18 of 20 came up (72 % to 98 %)');

  await page.getByRole('button', { name: 'More' }).first().click();
  await page.getByRole('menuitem', { name: 'Plan' }).click();
  await page.getByRole('combobox', { name: 'Cultivar' }).click();
  await page.getByRole('option', { name: /Saltglass/ }).click();
  await page.getByRole('combobox', { name: 'From the packet' }).click();
  await page.getByRole('option', { name: 'Saltglass, gift, 100 seeds free' }).click();
  await expect(page.getByLabel('Germination')).toHaveValue('90');
  await expect(page.getByLabel('Seeds you have')).toHaveValue('100');
  await page.getByLabel('Plants wanted').fill('200');
  await expect(page.getByText(/Not enough seed/).first()).toBeVisible();
  await page.getByLabel('Plants wanted').fill('30');
  await expect(page.getByText(/Not enough seed/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page).toHaveURL(/batches\/[0-9a-f-]+$/);
  // What this batch itself planned to take is free for it.
  await page.getByRole('link', { name: 'Change' }).click();
  await page.getByRole('combobox', { name: 'From the packet' }).click();
  await expect(page.getByRole('option', { name: 'Saltglass, gift, 100 seeds free' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'Seeds' }).first().click();
  await expect(row).toContainText(/100 seeds, \d+ planned/);
  await page.getByRole('button', { name: 'Change Saltglass, gift' }).click();
  await dialog.getByRole('button', { name: 'Remove' }).click();
  await dialog.getByRole('button', { name: 'Yes, remove it' }).click();
  await expect(dialog.getByText('Batches use it: it stays.')).toBeVisible();
});
