import { expect, test } from '@playwright/test';

const nursery = '/n/019c0de0-0000-7000-8000-000000000001';

test('the windows say what they wait for, and follow the risk that is dragged', async ({ page }) => {
  await page.goto(`${nursery}/site`);
  const row = page.locator('li', { hasText: 'Tomatoes, Wall bed and Long bed' });
  // Where nights decide, more risk moves the early years alone.
  const before = (await row.innerText()).match(/8 years in 10: [^)]+/)?.[0] ?? 'no window';
  await row.getByRole('button', { name: /^Why/ }).click();
  await expect(row).toContainText('Soil at 10 cm');
  await expect(row).toContainText('Nights');

  // By keyboard: one step more risk; the windows follow, the plans too once the key is let go; then it is undone.
  const slider = page.getByRole('slider', { name: 'Accepted frost risk' });
  await slider.focus();
  await page.keyboard.press('ArrowUp');
  await expect(slider).toHaveAttribute('aria-valuenow', '20');
  await expect(page.getByText(/plans? moved/i)).toBeVisible();
  await expect(row).not.toContainText(before);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(slider).toHaveAttribute('aria-valuenow', '10');
  await expect(row).toContainText(before);

  // By hand: while it is dragged nothing is kept yet.
  const box = await slider.boundingBox();
  if (!box) throw new Error('The risk is not drawn.');
  await page.mouse.move(box.x + 30, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 30, box.y - 80, { steps: 6 });
  await expect(slider).toHaveAttribute('aria-valuenow', '50');
  await page.mouse.move(box.x + 30, box.y + box.height / 2, { steps: 6 });
  await expect(slider).toHaveAttribute('aria-valuenow', '10');
  await page.mouse.up();
  await expect(row).toContainText(before);
});

test('a year’s dot shows its spring; autumn has its own picture', async ({ page }) => {
  await page.goto(`${nursery}/site`);
  await page.getByRole('button', { name: /^2010:/ }).click();
  await expect(page.getByText(/Nights of spring 2010: last freeze/)).toBeVisible();
  await page.getByRole('button', { name: 'Autumn' }).click();
  await expect(page.getByText(/Chance of a freeze so far, autumn 2026/)).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Last planting that still ripens' })).toBeVisible();
});

test('a reading of the soil is kept, shown and taken back; one of tomorrow is refused', async ({ page }) => {
  await page.goto(`${nursery}/site`);
  const form = page.getByRole('form', { name: 'Soil reading' });
  await form.getByRole('button', { name: 'Add the reading' }).click();
  await expect(form.getByText('Type degrees.')).toBeVisible();
  await form.getByLabel('Probe shows').fill('12,5');
  await form.getByRole('button', { name: 'Add the reading' }).click();
  await expect(page.getByText(/Reading kept/)).toBeVisible();
  await expect(page.getByText(/at 8 o’clock under .*, read\./)).toBeVisible();
  await form.getByRole('button', { name: /^Take back 12.5/ }).click();
  await expect(page.getByText(/at 8 o’clock under .*, read\./)).toHaveCount(0);
});

test('a weather file is looked through before it is kept', async ({ page }) => {
  await page.goto(`${nursery}/site`);
  const file = page.getByLabel('Weather file');
  const csv = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  const dialog = page.getByRole('dialog');
  await file.setInputFiles(csv('notes.csv', 'name,age\nA,1\n'));
  await expect(dialog.getByText(/No day, lowest and highest temperature were found/)).toBeVisible();
  await dialog.getByRole('button', { name: 'Back' }).click();

  await file.setInputFiles(csv('broken.csv', 'date,tmin_c,tmax_c\n2020-01-01,1,5\n2020-13-01,1,5\n'));
  await dialog.getByText('1 line cannot be read: mend the file first').click();
  await expect(dialog.getByText('Line 3: “2020-13-01” is no day.')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Keep it' })).toBeDisabled();
  await dialog.getByRole('button', { name: 'Back' }).click();

  // Days first or months first? It is asked, and read as it is said.
  await file.setInputFiles(csv('open.csv', 'date,tmin_c,tmax_c\n01/02/1990,-8,-1\n03/02/1990,9,2\n'));
  await expect(dialog.getByRole('button', { name: 'Keep it' })).toBeDisabled();
  await dialog.getByRole('combobox', { name: 'Which comes first in its dates?' }).click();
  await page.getByRole('option', { name: /The day/ }).click();
  await expect(dialog.getByText('1 day left out')).toBeVisible();
  await dialog.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText(/1 day kept/)).toBeVisible();
  await expect(page.getByText(/^1990-02-01 to /)).toBeVisible();
});

test('a day of the demo’s clock brings the station’s next day and another forecast', async ({ page }) => {
  await page.goto(`${nursery}/site`);
  const section = page.locator('section').filter({ hasText: 'Weather record' });
  await expect(section).toContainText('Forecast');
  const before = await section.innerText();
  await page.getByRole('button', { name: /next day/ }).click();
  await expect.poll(() => section.innerText()).not.toBe(before);
});
