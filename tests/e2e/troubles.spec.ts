import { expect, test } from '@playwright/test';
import { unfold } from './band';

const nursery = '/n/019c0de0-0000-7000-8000-000000000001';

// At the bench: one hand, wet, on a phone.
test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test('a sign is looked into, noted with the batch, and taken back', async ({ page }) => {
  await page.goto(`${nursery}/batches`);
  await page.getByLabel('Find a batch or cultivar').fill('26-09');
  await page
    .getByRole('listitem')
    .filter({ has: page.getByText('26-09', { exact: true }) })
    .getByRole('link')
    .click();
  await page.getByRole('link', { name: 'Something looks wrong' }).click();
  await page.getByRole('button', { name: 'Fallen over in the tray' }).click();
  const causes = page.getByRole('listitem').filter({ has: page.getByRole('heading', { level: 2 }) });
  await expect(causes.first()).toContainText('Damping off');
  const neck = page.getByRole('group', { name: 'Is the neck thin, brown, rotten?' });
  await neck.first().getByRole('button', { name: 'No' }).click();
  await expect(causes.first()).toContainText('Beaten flat by water');
  await expect(causes.first()).toContainText('likely');
  await expect(page.getByText('cannot be told apart')).toHaveCount(0);
  // The same answer once more takes it back.
  await neck.first().getByRole('button', { name: 'No' }).click();
  await expect(page.getByText('cannot be told apart')).toBeVisible();
  await page.getByLabel('In your words').fill('after the can');
  await page.getByRole('button', { name: 'Note it' }).click();
  const note = page.getByRole('listitem').filter({ hasText: 'Fallen over in the tray' });
  await expect(note).toContainText('after the can');
  await note.getByRole('button', { name: 'Better' }).click();
  await expect(note).toContainText(/better on \w+ \d/);
  await note.getByRole('button', { name: /^Take back/ }).click();
  await expect(note).not.toContainText('better on');
  await note.getByRole('button', { name: /^Take back/ }).click();
  await expect(note).toHaveCount(0);
});

test('what was noted is asked after on the Round until it is gone', async ({ page }) => {
  await page.goto(`${nursery}/round`);
  const asked = page.getByRole('region', { name: 'How are they now?' });
  await expect(asked).toContainText('Sticky, insects, small flies since Thu 16 Apr: below the young leaves.');
  await asked.getByRole('group').first().getByRole('button', { name: 'Treated' }).click();
  await expect(asked.getByText(/Treated on \w+ \d/)).toBeVisible();
  await asked.getByRole('button', { name: /^Undo/ }).click();
  await expect(asked.getByRole('button', { name: /^Undo/ })).toHaveCount(0);
});

test('the store is counted, and what is short is said; the morning’s opening is one tap', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 900 });
  await page.goto(`${nursery}/round`);
  await page.getByRole('button', { name: 'To have ready' }).click();
  const pots = page.getByRole('listitem').filter({ has: page.getByRole('button', { name: 'Count 13 cm pot' }) });
  await expect(pots).toContainText('not counted');
  await pots.getByRole('button', { name: 'Count 13 cm pot' }).click();
  const there = page.getByLabel('13 cm pot there now');
  await there.fill('many');
  await there.press('Enter');
  await expect(page.getByText('Type a number.')).toBeVisible();
  await there.fill('10');
  await there.press('Enter');
  await expect(pots).toContainText(/10 there; buy \d+/);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(pots).toContainText('not counted');

  const morning = page.getByRole('region', { name: 'This morning' });
  await unfold(morning);
  await morning.getByRole('button', { name: 'Opened' }).click();
  await expect(morning).toContainText(/Opened, \d/);
  await morning.getByRole('button', { name: 'Undo: opened' }).click();
  await expect(morning.getByRole('button', { name: 'Opened', exact: true })).toBeVisible();
});

test('a batch says its light and what a plant of it cost', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 900 });
  await page.goto(`${nursery}/house?part=prices`);
  const label = page.getByLabel('A label');
  const before = await label.inputValue();
  await label.fill('-1');
  await label.blur();
  await expect(page.getByText(/0 to 1,?000,?000/)).toBeVisible();
  await label.fill(before);
  await label.blur();
  await page.goto(`${nursery}/batches`);
  await page.getByLabel('Find a batch or cultivar').fill('26-09');
  await page
    .getByRole('listitem')
    .filter({ has: page.getByText('26-09', { exact: true }) })
    .getByRole('link')
    .click();
  await expect(page.getByText(/About [\d.]+ mol of light a day; 12 are enough\./)).toBeVisible();
  await expect(page.getByText(/each, for \d+ plants: [\d.]+ less than bought/)).toBeVisible();
});

test('who has no forecast types one: ten nights, or the coldest for the week', async ({ page }) => {
  await page.goto('/n/019c0de0-0000-7000-8000-000000000002/round');
  await page.getByRole('button', { name: 'Type the forecast' }).click();
  const form = page.getByRole('form', { name: 'The forecast' });
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(form.getByText('Type degrees.')).toBeVisible();
  await form.getByLabel(/^Tonight/).fill('99');
  await form.getByRole('button', { name: 'Keep' }).click();
  await expect(form.getByText(/-?70 to 60/)).toBeVisible();
  await expect(form.getByLabel(/^Tonight/)).toHaveValue('99');
  await form.getByLabel(/^Tonight/).fill('1');
  await form.getByRole('button', { name: 'Tonight’s for the week' }).click();
  await form.getByRole('button', { name: 'Keep' }).click();
  const nights = page.getByRole('region', { name: 'Nights ahead' });
  await expect(nights).toContainText(/Tonight 1/);
  await expect(nights.getByRole('listitem')).toHaveCount(8);
  await expect(nights.getByRole('button', { name: 'Type the forecast anew' })).toBeVisible();
});
