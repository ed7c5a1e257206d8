import { expect, test, type Locator, type Page } from '@playwright/test';

const nursery = '/n/019c0de0-0000-7000-8000-000000000001';

/** How many taps the common work of a morning takes, at most: docs/taps.md has the same table. Digits that are typed are not taps. */
const bars = { due: 1, part: 2, yesterday: 3, loss: 3, notYet: 2, undo: 1, walked: 1, labels: 1 };

for (const [name, viewport] of [
  ['on the phone', { width: 390, height: 844 }],
  ['on the desk', { width: 1280, height: 800 }],
] as const) {
  test.describe(name, () => {
    test.use({ viewport, hasTouch: viewport.width < 600 });

    test('a morning takes few taps', async ({ page }) => {
      await page.goto(`${nursery}/round`);
      let taps = 0;
      const tap = async (at: Locator) => {
        await at.click();
        taps += 1;
      };
      const took = async (work: () => Promise<void>) => {
        taps = 0;
        await work();
        return taps;
      };
      const card = (page: Page) =>
        page
          .locator('[data-task]')
          .filter({ has: page.getByRole('heading', { name: /^(Prick out|Pot up) \d/ }) })
          .filter({ has: page.locator('[data-done]', { hasText: 'Done' }) })
          .first();
      const code = (
        await card(page)
          .getByText(/^26-\d+a?$/)
          .innerText()
      ).trim();
      const own = page
        .locator('[data-task]')
        .filter({ hasText: code })
        .filter({ has: page.getByRole('heading', { name: /^(Prick out|Pot up) \d/ }) });
      const line = page
        .getByRole('list', { name: /^Done in/ })
        .getByRole('listitem')
        .filter({ hasText: code });
      // What is undone is work again before the next is begun.
      const undone = async () => {
        await line.first().getByRole('button', { name: /^Undo/ }).click();
        await expect(line).toHaveCount(0);
        await expect(own.first().getByRole('button', { name: 'Done' })).toBeVisible();
      };

      expect(await took(() => tap(own.first().getByRole('button', { name: 'Done' })))).toBeLessThanOrEqual(bars.due);
      await expect(line).toHaveCount(1);
      expect(await took(() => tap(line.getByRole('button', { name: /^Undo/ })))).toBeLessThanOrEqual(bars.undo);
      await expect(line).toHaveCount(0);
      await expect(own.first().getByRole('button', { name: 'Done' })).toBeVisible();

      expect(
        await took(async () => {
          await tap(own.first().getByRole('heading').getByRole('button'));
          await own
            .first()
            .getByLabel(/How many/)
            .fill('5');
          await tap(own.first().getByRole('button', { name: 'Done' }));
        }),
      ).toBeLessThanOrEqual(bars.part);
      await expect(line).toHaveCount(1);
      await undone();

      expect(
        await took(async () => {
          await tap(own.first().getByRole('button', { name: 'More', exact: true }));
          await tap(own.first().getByRole('button', { name: 'Yesterday' }));
          await tap(own.first().getByRole('button', { name: 'Done yesterday' }));
        }),
      ).toBeLessThanOrEqual(bars.yesterday);
      await expect(line).toHaveCount(1);
      await undone();

      expect(
        await took(async () => {
          await tap(own.first().getByRole('button', { name: 'More', exact: true }));
          await tap(own.first().getByRole('group', { name: 'Lost here' }).getByRole('button', { name: 'Snapped' }));
        }),
      ).toBeLessThanOrEqual(bars.loss);
      await expect(line).toHaveCount(1);
      await undone();

      expect(
        await took(async () => {
          await tap(own.first().getByRole('button', { name: 'Not yet' }));
          await tap(own.first().getByRole('button', { name: 'Tomorrow' }));
        }),
      ).toBeLessThanOrEqual(bars.notYet);
      await expect(line).toHaveCount(1);
      await undone();

      const file = page.waitForEvent('download');
      expect(await took(() => tap(page.getByRole('button', { name: 'Labels for this morning’s pots' })))).toBeLessThanOrEqual(
        bars.labels,
      );
      expect((await file).suggestedFilename()).toBe('labels.pdf');

      expect(await took(() => tap(page.getByRole('button', { name: 'Walked, all well' })))).toBeLessThanOrEqual(bars.walked);
      await page.getByText(/^Walked, all well: /).waitFor();
      await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
      await expect(page.getByRole('button', { name: 'Walked, all well' })).toBeVisible();
    });
  });
}
