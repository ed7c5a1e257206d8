import { expect, test } from '@playwright/test';
import ICAL from 'ical.js';

const nursery = '/n/019c0de0-0000-7000-8000-000000000001';

test('a day out is said by one tap, stands in the books, and is taken back', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${nursery}/round`);
  const ladder = page.getByRole('region', { name: 'Harden off' });
  const row = ladder.getByRole('listitem').first();
  const rungs = await row.getByRole('img', { name: /rungs$/ }).getAttribute('aria-label');
  const batch = await row.getByRole('link').first().getAttribute('href');
  await row.getByRole('button', { name: /^(Done|Out all the same): / }).click();
  await expect(row).toContainText(/h out/);
  await expect(row.getByRole('button', { name: /^Done: / })).toHaveCount(0);

  // The ledger has it, and go or hold counts it.
  await page.goto(batch ?? '');
  await expect(page.getByText(/^Hardening: .* h out/).first()).toBeVisible();
  await page.goto(`${batch ?? ''}/go`);
  await expect(page.getByText(/of 10 rungs/).first()).toBeVisible();

  // Undone, all day, where the day's work is listed.
  await page.goto(`${nursery}/round`);
  await page
    .getByRole('button', { name: /^Undo: .*Hardening: / })
    .first()
    .click();
  await expect(row.getByRole('img', { name: rungs ?? '' })).toBeVisible();
  await expect(row.getByRole('button', { name: /^(Done|Out all the same): / })).toBeVisible();
});

test('a day that was not as asked is told with its hours, and what cannot be is said', async ({ page }) => {
  await page.goto(`${nursery}/round`);
  const row = page.getByRole('region', { name: 'Harden off' }).getByRole('listitem').last();
  await row.getByRole('button', { name: /^Otherwise: / }).click();
  const form = page.getByRole('form', { name: /^A day out: / });
  await form.getByLabel('Hours out').fill('30');
  await form.getByRole('button', { name: 'Log' }).click();
  await expect(form.getByText(/24/).first()).toBeVisible();
  await expect(form.getByLabel('Hours out')).toHaveValue('30');
  await form.getByRole('button', { name: 'Cancel' }).click();
  await expect(form).toHaveCount(0);
});

test('work to come is read by another program, until the address is withdrawn', async ({ page, request }) => {
  await page.goto(`${nursery}/house?part=calendar`);
  await page.getByRole('button', { name: 'New address' }).click();
  const address = (await page.getByText(/\/api\/calendar\/[0-9a-f]{40}\.ics$/).textContent()) ?? '';
  const answer = await request.get(address);
  expect(answer.headers()['content-type']).toContain('text/calendar');
  const calendar = new ICAL.Component(ICAL.parse(await answer.text()) as unknown[]);
  const events = calendar.getAllSubcomponents('vevent').map((e) => new ICAL.Event(e));
  expect(events.length).toBeGreaterThan(10);
  const days = events.filter((e) => !e.uid.startsWith('tonight-'));
  expect(new Set(days.map((e) => e.uid)).size).toBe(days.length);
  for (const e of days) {
    expect(e.startDate.isDate).toBe(true);
    expect(e.endDate.subtractDate(e.startDate).toSeconds()).toBe(24 * 3600);
    // A step names its batch, work with a bed the bed.
    expect(e.summary).toMatch(e.uid.startsWith('mulch-') ? /^Pull the mulch back: Mulched bed$/ : /26-\d\d/);
    expect(Number(e.component.getFirstPropertyValue('sequence'))).toBeGreaterThanOrEqual(0);
  }
  const night = events.find((e) => e.uid.startsWith('tonight-'));
  if (night) expect(night.component.getAllSubcomponents('valarm')).toHaveLength(1);
  await page.getByRole('button', { name: 'Withdraw', exact: true }).first().click();
  await page.getByRole('button', { name: 'Withdraw it' }).click();
  await expect(page.getByRole('list', { name: 'Your addresses' })).toHaveCount(0);
  expect((await request.get(address)).status()).toBe(404);
});
