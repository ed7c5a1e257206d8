import { expect, test } from '@playwright/test';

const nursery = '/n/019c0de0-0000-7000-8000-000000000001';

test('a sum answers while one types, says what is wrong at its field, and shows its caution', async ({ page }) => {
  await page.goto(`${nursery}/sums`);
  const answer = page.locator('[aria-live=polite]');
  await page.getByLabel('Plants wanted').fill('60');
  await expect(answer).toContainText('85 cells, 2 trays');
  await page.getByLabel(/Seeds you have/).fill('30');
  await expect(answer).toContainText('Not enough seed');
  await page.getByLabel('Comes up on the bench').fill('0');
  await expect(page.getByText('More than 0, at most 1 (100 %); 0 was given.').first()).toBeVisible();

  await page.getByRole('link', { name: 'Bleach for pots' }).click();
  await expect(answer).toContainText('1 L');
  await expect(page.getByText(/Never with acids/)).toBeVisible();
  await page.getByLabel('On the bottle').fill('8.25');
  await expect(answer).toContainText('15.5');
  await page.getByLabel('On the bottle').fill('12');
  await expect(page.getByText('From 2.5 to 10; 12 was given.').first()).toBeVisible();
  await page.getByLabel('On the bottle').fill('');
  await expect(page.getByText(/does not say how strong/).first()).toBeVisible();

  await page.getByRole('link', { name: 'Germination test' }).click();
  await expect(answer).toContainText('66 % to 96 %');
  await page.getByRole('link', { name: 'Lamp hours' }).click();
  await expect(answer).toContainText('19.4 h');
  await expect(answer).toContainText('Too long');
  await page.keyboard.press('Escape');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('g');
  await page.keyboard.press('r');
  await expect(page).toHaveURL(/round$/);
});
