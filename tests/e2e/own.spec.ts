import { expect, test, type Page } from '@playwright/test';

// Somebody's own nursery, from the first link on; the tests go on from one another.
test.describe.configure({ mode: 'serial' });

const own = process.env.JUVENAL_OWN ?? '';
const password = 'wet gloves by the door';

async function signIn(page: Page, word: string) {
  await page.getByLabel('Name').fill('first owner');
  await page.getByLabel('Password', { exact: true }).fill(word);
  await page.getByRole('button', { name: 'Sign in' }).click();
}

test('the first owner comes in by the link, and the empty nursery says what to do first', async ({ page }) => {
  await page.goto(own);
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await page.goto(own + (process.env.JUVENAL_LINK ?? ''));
  await page.getByLabel('Your name here').fill('First owner');
  await page.getByLabel('Password', { exact: true }).fill(password);
  await page.getByRole('button', { name: 'Make the account and come in' }).click();
  await expect(page.getByText(/Four questions/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'You: First owner, owner' })).toBeVisible();
});

test('a wrong password is said; a session that ends keeps what was typed until one has signed in again', async ({
  page,
  context,
}) => {
  await page.goto(own);
  await signIn(page, 'not the right one');
  await expect(page.getByText('Name or password is wrong.')).toBeVisible();
  await expect(page.getByLabel('Name')).toHaveValue('first owner');
  await page.getByLabel('Password', { exact: true }).fill(password);
  await page.getByRole('button', { name: 'Sign in' }).click();

  await page.getByRole('link', { name: 'Site' }).first().click();
  await page.getByLabel('Average last frost: day').fill('12');
  await page.getByRole('combobox', { name: 'Average last frost' }).first().click();
  await page.getByRole('option', { name: 'May' }).click();
  await context.clearCookies();
  await page.getByRole('button', { name: 'Keep' }).click();
  const dialog = page.getByRole('dialog', { name: 'Sign in again' });
  await expect(dialog).toBeVisible();
  await signIn(page, password);
  await expect(dialog).toHaveCount(0);
  await expect(page.getByLabel('Average last frost: day')).toHaveValue('12');
  await page.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText('Tomatoes, bare soil')).toBeVisible();
});

test('one evening: four questions, what stands already, several batches, and the next work is named', async ({ page }) => {
  await page.goto(own);
  await signIn(page, password);
  await page.getByRole('link', { name: 'Begin' }).click();
  await expect(page.getByLabel('Average last frost: day')).toHaveValue('12');
  for (const place of ['Lamp shelf', 'Window sill', 'Tunnel with staging', 'Yard', 'Bed'])
    await page.getByRole('button', { name: place, exact: true }).click();
  const lines = [
    ['Evening Lamp', 'tomato, cherry', '12'],
    ['Evening Coal', 'pepper, hot', '6'],
  ] as const;
  for (const [i, [name, kind, plants]] of lines.entries()) {
    await page.getByLabel('Name').nth(i).fill(name);
    await page.getByRole('combobox', { name: 'Kind' }).nth(i).click();
    await page.getByRole('option', { name: kind, exact: true }).click();
    await page.getByLabel('Plants').nth(i).fill(plants);
  }
  await page.getByLabel('Plants').nth(2).fill('4');
  await page.getByRole('button', { name: /Go on/ }).click();
  await expect(page.getByText('Which one?')).toBeVisible();
  await page.getByLabel('Plants').nth(2).fill('');
  await page.getByRole('button', { name: 'Yes', exact: true }).click();
  await page.getByRole('button', { name: /Go on/ }).click();

  // First what stands, then what is to be sown.
  await expect(page.getByRole('heading', { name: 'How many stand of each?' })).toBeVisible();
  await page.getByLabel('Plants of Evening Coal').fill('5');
  await expect(page.getByText(/^Taken in as they stand/)).toBeVisible();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('heading', { name: '2 batches, 18 plants' })).toBeVisible();
  await expect(page.getByText(/^Sow .* cells/)).toHaveCount(2);
  await page.getByRole('button', { name: 'Keep them all' }).click();
  await expect(page.getByRole('heading', { name: '3 batches, 5 plants' })).toBeVisible();
  await page.getByRole('link', { name: 'Round' }).first().click();
  // Whatever the day: there is work, or the next is named.
  await expect(page.getByText(/Next: sow|Sow \d+ cells/i).first()).toBeVisible();
});

test('the nursery goes out as a file and comes in as another; the password changes', async ({ page }) => {
  await page.goto(own);
  await signIn(page, password);
  await page.getByRole('button', { name: 'More' }).first().click();
  await page.getByRole('menuitem', { name: 'House' }).click();
  await page.getByRole('link', { name: 'Export', exact: true }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Download the nursery' }).click(),
  ]);
  const file = await download.path();

  await page.getByRole('button', { name: /^You:/ }).click();
  await page.getByRole('menuitem', { name: 'Your account' }).click();
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'broken.zip', mimeType: 'application/zip', buffer: Buffer.from('no zip') });
  await expect(page.getByText('The file is damaged. Nothing was brought in.')).toBeVisible();
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'nursery.zip', mimeType: 'application/zip', buffer: (await import('node:fs')).readFileSync(file) });
  await expect(page).toHaveURL(/\/round$/);
  await page.getByRole('button', { name: /^You:/ }).click();
  await expect(page.getByRole('menuitem', { name: 'To My nursery' })).toBeVisible();
  await page.getByRole('menuitem', { name: 'Your account' }).click();

  await page.getByLabel('Password now').fill('not this one at all');
  await page.getByLabel('New password').fill('three dry gloves');
  await page.getByRole('button', { name: 'Change it' }).click();
  await expect(page.getByText('This is not your password.')).toBeVisible();
  await page.getByLabel('Password now').fill(password);
  await page.getByRole('button', { name: 'Change it' }).click();
  await expect(page.getByText('The new password holds. You are signed out everywhere else.')).toBeVisible();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await signIn(page, 'three dry gloves');
  await expect(page.getByRole('heading', { name: 'First owner' })).toBeVisible();
});
