import { expect, test, type Page } from '@playwright/test';

const nursery = '/n/019c0de0-0000-7000-8000-000000000001';
const batch = (n: number) => `${nursery}/batches/019c0de0-0003-7000-8000-${n.toString(16).padStart(12, '0')}`;

/** The first tray of the page, with the keyboard in it. */
async function firstTray(page: Page) {
  const tray = page.getByRole('application').first();
  await tray.focus();
  return tray;
}

test('cells are counted by digits, undone, kept over a reload, logged, and put right as a miscount', async ({ page }) => {
  // Ember Lane, one seed to a cell, coming up on the mat.
  await page.goto(`${batch(7)}/trays`);
  const tray = await firstTray(page);
  await page.keyboard.press('Control+Home');
  await expect(tray).toHaveAccessibleName(/Row 1, cell 1:/);
  await page.keyboard.type('111');
  await expect(tray).toHaveAccessibleName(/Row 1, cell 4:/);
  await page.keyboard.press('2');
  await expect(page.getByText('At most 1: so many were sown in each.')).toBeVisible();
  await page.keyboard.press('f');
  await expect(tray).toHaveAccessibleName(/Row 2, cell 1:/);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('End');
  await expect(tray).toHaveAccessibleName(/Row 3, cell 16:/);
  await page.keyboard.press('u');
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('f');
  const log = page.getByRole('button', { name: /^Log \d+ seedlings?$/ });
  const typed = await log.textContent();
  await page.reload();
  // What was typed outlives the page.
  await expect(log).toHaveText(typed ?? '');
  const carry = page.getByLabel(/Cover off, move to/);
  if (await carry.isVisible()) await carry.uncheck();
  await log.click();
  await expect(page.getByRole('button', { name: 'Log the count' })).toBeDisabled();
  await expect(page.getByText(/^\d+ seedlings in \d+ cells$/).first()).toHaveText(
    new RegExp(`^${/\d+/.exec(typed ?? '')?.[0] ?? '0'} `),
  );

  // Fewer than were counted: a miscount is corrected, not overwritten.
  await firstTray(page);
  await page.keyboard.press('Control+Home');
  await page.keyboard.type('000');
  await log.click();
  await expect(page.getByText(/3 fewer than the \d+ that were counted/)).toBeVisible();
  await page.getByRole('button', { name: 'It was a miscount' }).click();
  await expect(page.getByRole('button', { name: 'Log the count' })).toBeDisabled();
  await page.goto(batch(7));
  await expect(page.getByText(/put right: \d+ was \d+/).first()).toBeVisible();
});

test('on the phone a tap goes round and dragging paints', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const page = await context.newPage();
  // How long a finger rests is said by the page's clock, not by how fast the machine is.
  await page.clock.install();
  await page.goto(`${batch(8)}/trays`);
  const tray = page.getByRole('application').first();
  await tray.scrollIntoViewIfNeeded();
  const log = page.getByRole('button', { name: /^Log (\d+ seedlings?|the count)$/ });
  // The labels of the rows stand over the tray: what is drawn there is no cell.
  const count = async () => Number(/\d+/.exec((await log.textContent()) ?? '')?.[0] ?? -1);
  const box = (await tray.boundingBox())!;
  const size = (box.width - 8) / 8;
  const at = (column: number, line: number): [number, number] => [
    box.x + 4 + (column + 0.5) * size,
    box.y + 34 + (line + 0.5) * size,
  ];
  // The last row of the first tray is Tinker's Crown's, or the tray is its own.
  await page.touchscreen.tap(...at(7, 0));
  const one = await count();
  await page.touchscreen.tap(...at(7, 0));
  expect(Math.abs((await count()) - one)).toBe(1);
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  expect(await count()).toBe(one);
  await page.mouse.move(...at(7, 1));
  await page.mouse.down();
  await page.mouse.move(...at(7, 4), { steps: 12 });
  await page.mouse.up();
  expect(await count()).not.toBe(one);
  await page.getByRole('button', { name: 'Start over' }).click();
  await expect(log).toHaveText('Log the count');

  // A swipe over the tray scrolls the page; a finger that rests first paints, and the page stands still.
  const hand = await context.newCDPSession(page);
  const swipe = async (rest: number) => {
    await tray.scrollIntoViewIfNeeded();
    const now = (await tray.boundingBox())!;
    const [x, y] = [now.x + 4 + 6.5 * size, Math.max(now.y, 100) + 9.5 * size];
    await page.clock.pauseAt((await page.evaluate(() => Date.now())) + 1000);
    await hand.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x, y }] });
    await page.clock.runFor(rest);
    for (let i = 1; i <= 8; i++)
      await hand.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: [{ x, y: y - i * 20 }] });
    await hand.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    await page.clock.resume();
    // What stands above may take another line: how far the tray has moved on the screen counts.
    return async () => now.y - (await tray.boundingBox())!.y;
  };
  await expect.poll(await swipe(0)).toBeGreaterThan(50);
  await expect(log).toHaveText('Log the count');
  const moved = await swipe(400);
  await expect(log).toHaveText(/^Log \d+ seedlings?$/);
  expect(Math.abs(await moved())).toBeLessThan(5);
  await context.close();
});

test('a reading at the seed moves what is expected', async ({ page }) => {
  await page.goto(`${batch(8)}/trays`);
  const course = page.getByRole('region', { name: 'Emergence' });
  await course.getByLabel('At the seed now').fill('warm');
  await course.getByRole('button', { name: 'Log' }).click();
  await expect(course.getByText('Type degrees.')).toBeVisible();
  await course.getByLabel('At the seed now').fill('90');
  await course.getByRole('button', { name: 'Log' }).click();
  await expect(course.getByText('From -30 to 60; 90 was given.')).toBeVisible();
  await course.getByLabel('At the seed now').fill('19,5');
  await course.getByRole('button', { name: 'Log' }).click();
  await course.getByText('As a table').click();
  await expect(course.getByRole('cell', { name: '19.5', exact: true }).first()).toBeVisible();
  await course.getByRole('button', { name: 'Take 19.5 °C back' }).click();
  await expect(course.getByRole('cell', { name: '19.5', exact: true })).toHaveCount(0);
});

test('trays are laid out by rows, kept with their numbers, and labelled', async ({ page }) => {
  await page.goto(`${nursery}/sowing`);
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(/^Sow \d batches$/);
  await expect(page.getByText('26-T', { exact: false }).first()).toBeVisible();
  await page.getByRole('combobox', { name: 'Trays' }).click();
  await page.getByRole('option', { name: 'one batch to a tray' }).click();
  await page.getByRole('combobox', { name: 'Cells left over' }).click();
  await page.getByRole('option', { name: 'fill the tray' }).click();
  await expect(page.getByText(/\(\d+ extra\)/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Keep this layout' }).click();
  await expect(page.getByText('Kept. The trays have their numbers.')).toBeVisible();
  await page.getByRole('button', { name: 'Labels' }).click();
  await page.getByLabel('Labels used already on the first sheet').fill('24');
  await expect(page.getByText('From 0 to 23.')).toBeVisible();
  await page.getByLabel('Labels used already on the first sheet').fill('2');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make the PDF' }).click();
  expect((await download).suggestedFilename()).toBe('labels.pdf');
});

test('a wrong number in the ledger is put right, and every screen agrees', async ({ page }) => {
  await page.goto(batch(6));
  const sown = page.getByRole('listitem').filter({ hasText: /\d+ seeds, \d+ × cell/ });
  await sown.getByRole('button', { name: /^Correct/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Seeds').fill('3');
  await dialog.getByRole('button', { name: 'Correct' }).click();
  await expect(dialog.getByText(/Later work rests on it/)).toBeVisible();
  await dialog.getByLabel('Seeds').fill('400');
  await dialog.getByLabel('Containers').fill('400');
  await dialog.getByRole('button', { name: 'Correct' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(page.getByText(/of 400 seeds/)).toBeVisible();
  await expect(sown.getByText(', put right: 400')).toBeVisible();
  await page.getByRole('button', { name: /^Undo: .* put right/ }).click();
  await expect(page.getByText(/of 400 seeds/)).toHaveCount(0);
});

test('plants can be bought in, and a batch be sown again', async ({ page }) => {
  await page.goto(`${nursery}/plan`);
  await page.getByRole('combobox', { name: 'Cultivar' }).click();
  await page.getByRole('option', { name: /Saltglass/ }).click();
  await page.getByRole('combobox', { name: 'Start from' }).click();
  await page.getByRole('option', { name: 'bought-in plugs or plants' }).click();
  await page.getByLabel('Price each').fill('1.20');
  await expect(page.getByText('Receive plants', { exact: true }).filter({ visible: true }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Keep this plan' }).click();
  await expect(page).toHaveURL(/batches\/[0-9a-f-]+$/);
  await expect(page.getByText('1.2 each')).toBeVisible();

  await page.goto(`${nursery}/plan?like=019c0de0-0003-7000-8000-000000000007&plants=40`);
  await expect(page.getByLabel('Plants wanted')).toHaveValue('40');
  await expect(page.getByRole('combobox', { name: 'Cultivar' })).toContainText('Ember Lane');
});
