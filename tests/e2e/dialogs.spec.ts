import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';

const nursery = '/n/019c0de0-0000-7000-8000-000000000001';
const batch = `${nursery}/batches/019c0de0-0003-7000-8000-000000000003`;

const button = (name: string | RegExp) => (page: Page) =>
  page
    .getByRole('button', typeof name === 'string' ? { name, exact: true } : { name })
    .first()
    .click();

/** What is opened by a tap: where, and how. Nothing of it is sent. */
const opened: [name: string, path: string, ...open: ((page: Page) => Promise<void>)[]][] = [
  ['a number on a card', `${nursery}/round`, (page) => page.getByTitle('Change the number').first().click()],
  ['not yet', `${nursery}/round`, button('Not yet')],
  ['more of a card', `${nursery}/round`, button('More')],
  ['another day or place', `${nursery}/round`, button('More'), button(/^Other day/)],
  ['the hours there are', `${nursery}/round`, button('How many hours are there?')],
  ['a thermometer', `${nursery}/round`, button(/^Thermometer/)],
  ['carry a place', `${nursery}/round`, button(/^Carry/)],
  ['to have ready', `${nursery}/round`, button('To have ready')],
  ['fix a day', batch, button(/^Fix/)],
  ['split', batch, button(/^Split/)],
  ['correct', batch, button(/^Correct/)],
  ['close', batch, button('Close')],
  ['labels', batch, button('Labels')],
  ['why', batch, button(/^Why/)],
  ['the start', `${nursery}/start`],
  [
    'several at once',
    `${nursery}/plan/several`,
    button('8 of each'),
    // Its button wakes when the plans are there.
    (page) => expect(page.getByRole('button', { name: 'Keep them all' })).toBeEnabled(),
  ],
  ['moving up', `${nursery}/batches/019c0de0-0003-7000-8000-000000000009/moving`, button('Going round')],
  ['mixes', `${nursery}/house?part=mixes`, button(/^Change: For the first/)],
  ['a place', `${nursery}/house?part=places`, button('Add a place')],
  ['a container', `${nursery}/house?part=containers`, button('Add a container')],
  ['a packet', `${nursery}/seeds`, button(/packet/)],
  ['go or hold', `${batch}/go`],
];

const violations = async (axe: AxeBuilder) =>
  (await axe.setLegacyMode().analyze()).violations.map((v) => `${v.id} ${v.nodes[0]?.html}`);

test.describe('what a tap opens can be read by everybody, in light and in dark, and fits the phone', () => {
  // A colour that is still on its way to the next is none that is read.
  test.use({ viewport: { width: 390, height: 844 }, colorScheme: 'light', contextOptions: { reducedMotion: 'reduce' } });

  for (const [name, path, ...open] of opened) {
    test(name, async ({ page }) => {
      await page.goto(path);
      await page.locator('main').getByRole('heading').first().waitFor();
      await page.waitForLoadState('networkidle');
      for (const act of open) await act(page);
      await page.waitForLoadState('networkidle');
      const wide = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
      expect(wide).toBeLessThanOrEqual(0);
      expect(await violations(new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag22aa']))).toEqual([]);
      const paper = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
      const light = await paper();
      await page.emulateMedia({ colorScheme: 'dark' });
      await expect.poll(paper).not.toBe(light);
      expect(await violations(new AxeBuilder({ page }).withRules('color-contrast'))).toEqual([]);
    });
  }
});
