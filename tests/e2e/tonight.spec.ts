import { expect, test } from '@playwright/test';

const nursery = '/n/019c0de0-0000-7000-8000-000000000001';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test('tender plants that are out tonight ring, are carried in, and go out again', async ({ page }) => {
  await page.goto(`${nursery}/round`);
  const card = page
    .locator('[data-task]')
    .filter({ has: page.getByRole('heading', { name: 'Harden off 4 plants', exact: true }) });
  await card.getByRole('button', { name: 'My call' }).click();
  await card.getByRole('button', { name: 'Out anyway' }).click();

  const band = page.getByRole('region', { name: 'Tonight' });
  await expect(band.getByRole('heading', { name: /^Tonight \d+ °C at Hardening stand, about 0\d:\d0$/ })).toBeVisible();
  await expect(band.getByText(/4 Lantern Row 26-03: carry in, or cover off the leaves\./)).toBeVisible();

  await band.getByRole('button', { name: 'Covered' }).click();
  await expect(band.getByText(/^Covered/)).toBeVisible();
  await band.getByRole('button', { name: 'Not so' }).click();

  await band.getByRole('button', { name: 'Carried in' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Warm bench' }).click();
  await expect(band).toHaveCount(0);
  const out = page.getByRole('region', { name: 'Out again' });
  await expect(out.getByText('Brought in for the night from Hardening stand.')).toBeVisible();
  await out.getByRole('button', { name: 'Out again' }).click();
  await expect(out).toHaveCount(0);
  await expect(band.getByText(/4 Lantern Row 26-03/)).toBeVisible();
});
