import { expect, test, type Page } from '@playwright/test';
import { unfold } from './band';

const nursery = '/n/019c0de0-0000-7000-8000-000000000001';

// At the bench: one hand, wet, on a phone.
test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

const task = (page: Page, code: string) => page.locator('[data-task]').filter({ hasText: code });

test('fewer than planned are pricked out; the rest is snipped, and every count agrees', async ({ page }) => {
  await page.goto(`${nursery}/round`);
  const card = task(page, '26-06');
  await expect(card.getByRole('heading')).toHaveText(/Prick out (\d+) plants/);
  const all = Number(/\d+/.exec((await card.getByRole('heading').textContent()) ?? '')?.[0]);

  await card.getByRole('heading').getByRole('button').click();
  await card.getByLabel(/How many/).fill(String(all + 40));
  await card.getByRole('button', { name: 'Done' }).click();
  await expect(card.getByText(`${all} at most.`, { exact: false })).toBeVisible();
  await expect(card.getByLabel(/How many/)).toHaveValue(String(all + 40));

  await card.getByLabel(/How many/).fill(String(all - 5));
  await expect(card.getByText('5 left:')).toBeVisible();
  await card.getByRole('button', { name: 'snipped' }).click();
  await card.getByRole('button', { name: 'Done' }).click();
  await expect(card).toHaveCount(0);

  await page.getByRole('link', { name: 'Batches' }).last().click();
  // The Round has links of the same names, and stands until the other view is there.
  await expect(page.getByLabel('Find a batch or cultivar')).toBeVisible();
  await page
    .getByRole('listitem')
    .filter({ has: page.getByText('26-06', { exact: true }) })
    .getByRole('link')
    .click();
  await expect(page.getByText(`${all - 5} plants`, { exact: true })).toBeVisible();
  await expect(page.getByText('5 snipped, Lamp rack')).toBeVisible();
  await expect(page.getByText(`${all - 5} to Glasshouse, ${all - 5} × 9 cm pot`)).toBeVisible();
});

test('a done task is undone, with both its entries', async ({ page }) => {
  await page.goto(`${nursery}/round`);
  // Four of it stand apart, their labels mixed.
  const card = page.locator('[data-task]').filter({ has: page.getByRole('heading', { name: /^Harden off \d\d plants$/ }) });
  await expect(card.getByRole('heading')).toHaveText(/Harden off \d\d plants/);
  await card.getByRole('heading').getByRole('button').click();
  await card.getByRole('button', { name: 'One fewer' }).click();
  // It freezes: there is no plain "done". It takes one's own word, in two taps.
  await expect(card.getByText(/^Hold: .* night/)).toBeVisible();
  await expect(card.getByRole('button', { name: 'Done' })).toHaveCount(0);
  await card.getByRole('button', { name: 'My call' }).click();
  await card.getByRole('button', { name: 'Out anyway' }).click();
  // One stays behind: it is still work, where it stands.
  const left = page.getByRole('heading', { name: 'Harden off 1 plant', exact: true });
  await expect(left).toHaveCount(1);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(left).toHaveCount(0);
});

test('a loss is logged with its reason, and the ledger says it in words', async ({ page }) => {
  await page.goto(`${nursery}/batches`);
  await page
    .getByRole('listitem')
    .filter({ has: page.getByText('26-01', { exact: true }) })
    .getByRole('link')
    .click();
  const form = page.getByRole('form', { name: 'Log' });
  await form.getByLabel('Seedlings', { exact: true }).fill('7');
  await form.getByRole('button', { name: 'Log' }).click();
  await expect(form.getByText('Say why: it is what you look up next year.')).toBeVisible();
  await form.getByLabel('Why').fill('slug');
  await form.getByRole('button', { name: 'Log' }).click();
  await expect(page.getByText('7 lost, Warm bench: slug')).toBeVisible();
  await page.getByRole('button', { name: 'Undo: 7 lost, Warm bench' }).first().click();
  await expect(page.getByRole('button', { name: 'Undo: 7 lost, Warm bench' })).toHaveCount(0);
  await expect(page.getByText('7 lost, Warm bench: slug')).toBeVisible();
});

test('a place is added, changed and removed; one that is used stays', async ({ page }) => {
  await page.goto(`${nursery}/house`);
  await page.getByRole('link', { name: 'Places' }).click();
  await page.getByRole('button', { name: 'Add a place' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Keep' }).click();
  await expect(dialog.getByText('Give it a name.')).toBeVisible();
  await dialog.getByLabel('Name').fill('Porch');
  await dialog.getByLabel('By day').fill('warm');
  await dialog.getByRole('button', { name: 'Keep' }).click();
  await expect(dialog.getByText('Type degrees.')).toBeVisible();
  await dialog.getByLabel('By day').fill('16');
  await dialog.getByLabel('By night').fill('9');
  await dialog.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByText('16 °C by day, 9 by night')).toBeVisible();

  await page.getByRole('button', { name: 'Change Porch' }).click();
  // Asked again: one tap removes nothing.
  await dialog.getByRole('button', { name: 'Remove' }).click();
  await dialog.getByRole('button', { name: 'Yes, remove it' }).click();
  await expect(page.getByText('16 °C by day, 9 by night')).toHaveCount(0);

  // Glass without heat: nobody types degrees for it, but for the floor.
  await page.getByRole('button', { name: 'Add a place' }).click();
  await dialog.getByLabel('Name').fill('Lean-to');
  await dialog.getByLabel('Its warmth').click();
  await page.getByRole('option', { name: /follows the weather/ }).click();
  await expect(dialog.getByLabel('By day')).toHaveCount(0);
  await dialog.getByLabel('Never under').fill('4');
  await dialog.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Lean-to' })).toContainText('follows the weather, never under 4 °C');
  await page.getByRole('button', { name: 'Change Lean-to' }).click();
  await dialog.getByRole('button', { name: 'Remove' }).click();
  await dialog.getByRole('button', { name: 'Yes, remove it' }).click();
  await expect(page.getByText('never under 4 °C')).toHaveCount(0);
  await page.getByRole('button', { name: 'Change Lamp rack' }).click();
  await dialog.getByRole('button', { name: 'Remove' }).click();
  await dialog.getByRole('button', { name: 'Yes, remove it' }).click();
  await expect(dialog.getByText('Batches use it: it stays.')).toBeVisible();
});

test('the server gone for a moment loses nothing that was typed', async ({ page }) => {
  await page.goto(`${nursery}/round`);
  const card = task(page, '26-07');
  await card.getByLabel(/Up so far/).fill('90');
  await page.route('**/steps/**', (route) => route.abort());
  await card.getByRole('button', { name: 'Log' }).click();
  await expect(card.getByText('The server does not answer. What you typed is still here.')).toBeVisible();
  await expect(card.getByLabel(/Up so far/)).toHaveValue('90');
  await page.unroute('**/steps/**');
  await card.getByLabel(/move to/).uncheck();
  await card.getByRole('button', { name: 'Log' }).click();
  // Fewer than half: they are asked for again when more can be up.
  await expect(page.getByText(/90 up so far/).first()).toBeVisible();
});

test('a kept batch is changed, and one planned by mistake ends and goes on', async ({ page }) => {
  await page.goto(`${nursery}/batches`);
  await page.getByRole('link', { name: 'Ember Lane' }).click();
  await page.getByRole('link', { name: 'Change' }).click();
  await expect(page.getByLabel('Plants wanted')).toHaveValue('180');
  await page.getByLabel('Plants wanted').fill('150');
  await page.getByRole('button', { name: 'Keep the change' }).click();
  await expect(page).toHaveURL(/batches\/[0-9a-f-]+$/);
  await expect(page.getByText('of 150 wanted')).toBeVisible();
  await page.getByRole('link', { name: 'Change' }).click();
  await expect(page.getByLabel('Plants wanted')).toHaveValue('150');

  await page.goto(`${nursery}/batches`);
  await page
    .getByRole('listitem')
    .filter({ has: page.getByText('26-11', { exact: true }) })
    .getByRole('link')
    .click();
  await page.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Close the batch' }).click();
  await expect(page.getByText('Say why: it is what you look up next year.')).toBeVisible();
  await page.getByRole('button', { name: 'Not sown after all' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Close the batch' }).click();
  await expect(page.getByText(/^Ended on .*Not sown after all/)).toBeVisible();
  await page.getByRole('link', { name: 'Round' }).last().click();
  await expect(page.locator('[data-task]').first()).toBeVisible();
  await expect(task(page, '26-11')).toHaveCount(0);
  await page.goBack();
  await page.getByRole('button', { name: 'Reopen' }).click();
  await expect(page.getByRole('button', { name: 'Close' })).toBeVisible();
});

test('tender plants that are out tonight ring, are carried in, and go out again', async ({ page }) => {
  await page.goto(`${nursery}/round`);
  await page.getByRole('button', { name: 'Carry all of Warm bench' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Hardening stand' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Out anyway' }).click();

  const band = page.getByRole('region', { name: 'Tonight' });
  await expect(band.getByRole('heading', { name: /^Tonight [\d.]+ °C at Hardening stand, about 0\d:\d0$/ })).toBeVisible();
  await unfold(band);
  await expect(band.getByText(/Slow Furnace 26-01.*: carry in/)).toBeVisible();

  await band.getByRole('button', { name: 'Covered' }).click();
  await expect(band.getByText(/^Covered/)).toBeVisible();
  await band.getByRole('button', { name: 'Not so' }).click();

  // In by one tap, to where it is just warm enough; or to a place of one's own choice.
  await expect(band.getByRole('button', { name: 'Carried into Glasshouse' })).toBeVisible();
  await band.getByRole('button', { name: 'Elsewhere' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Lamp rack' }).click();
  await expect(band).toHaveCount(0);
  // What was brought in is the morning's, at whatever hour.
  const out = page.getByRole('region', { name: 'This morning' });
  await expect(out.getByText('Brought in for the night from Hardening stand.')).toBeVisible();
  await out.getByRole('button', { name: 'Out again' }).click();
  await expect(out.getByText('Brought in for the night from Hardening stand.')).toHaveCount(0);
  await unfold(band);
  await expect(band.getByText(/Slow Furnace 26-01/)).toBeVisible();
});

test('without a network an entry waits, said in words, and is sent once when it is back', async ({ page, context }) => {
  await page.goto(`${nursery}/round`);
  const card = page
    .locator('[data-task]')
    .filter({ has: page.getByRole('heading', { name: /^Thin/ }) })
    .first();
  const code = (await card.getByText(/^26-\d+$/).innerText()).trim();
  // The other views are fetched a while after the first.
  await page.waitForResponse(/\/ListView-.*\.js$/, { timeout: 30_000 }).catch(() => undefined);
  await context.setOffline(true);
  await expect(page.getByText('No network. You see what was fetched last.')).toBeVisible();
  await card.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByText('No network. 1 entry waits, and is sent when it is back. Keep this page open.')).toBeVisible();
  // Another view says what it lacks, inside the page.
  await page.getByRole('navigation', { name: 'Views' }).first().getByRole('link', { name: 'Batches' }).click();
  await expect(page.getByText('No network, and this was not fetched yet. It comes when the network is back.')).toBeVisible();
  await context.setOffline(false);
  await expect(page.getByText(/No network/)).toHaveCount(0);
  await page.getByRole('navigation', { name: 'Views' }).first().getByRole('link', { name: 'Round' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: code }).filter({ hasText: 'snipped' })).toHaveCount(1);
  await page.getByRole('button', { name: new RegExp(`^Undo: .* ${code}`) }).click();
  await expect(page.getByRole('listitem').filter({ hasText: code }).filter({ hasText: 'snipped' })).toHaveCount(0);
});

test('a place is fed by one tap, and a job says how long it took; both are taken back', async ({ page }) => {
  await page.goto(`${nursery}/round`);
  const feed = page.getByRole('region', { name: 'Feed' });
  const tap = feed.getByRole('button', { name: /^Fed: / }).first();
  const place = ((await tap.getAttribute('aria-label')) ?? '').replace('Fed: ', '');
  await expect(feed.getByText(/ppm nitrogen, [\d.]+ g in /).first()).toBeVisible();
  await tap.click();
  await feed.getByRole('button', { name: `Undo: fed, ${place}` }).click();
  await expect(feed.getByRole('button', { name: `Fed: ${place}` })).toBeVisible();

  const card = page
    .locator('[data-task]')
    .filter({ hasText: /Sow \d/ })
    .first();
  const code = await card
    .getByText(/^26-\d+/)
    .first()
    .innerText();
  const took = page.getByRole('button', { name: new RegExp(`^How long did it take: .* ${code}$`) }).first();
  await card.getByRole('button', { name: 'Done', exact: true }).click();
  await took.click();
  const minutes = page.getByLabel('It took, all hands');
  await minutes.fill('0');
  await minutes.press('Enter');
  await expect(page.getByText('Type minutes, or leave it empty.')).toBeVisible();
  await minutes.fill('90');
  await minutes.press('Enter');
  await expect(took).toHaveText('took 1½ h');
  await page
    .getByRole('button', { name: /How many hours are there|^Change$/ })
    .first()
    .click();
  await expect(page.getByRole('list', { name: 'Your pace' })).toContainText(/Sowing: \d+ % slower than usual/);
  await page
    .getByRole('button', { name: new RegExp(`^Undo: .* ${code},`) })
    .first()
    .click();
  await expect(page.getByRole('list', { name: 'Your pace' })).not.toContainText('Sowing');
});
