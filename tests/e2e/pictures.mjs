// Makes docs/screenshots anew from the demo nursery. Run by ./juvenal pictures.
import { chromium } from '@playwright/test';
import { browser } from './browser.mjs';

const url = process.env.JUVENAL_URL ?? 'http://127.0.0.1:5080';
const folder = process.env.JUVENAL_PICTURES ?? '../../docs/screenshots';
const nursery = '019c0de0-0000-7000-8000-000000000001';
const desk = { width: 1280, height: 800 };
const phone = { width: 390, height: 844 };

const pictures = [
  { name: 'round', path: 'round', size: { width: 1280, height: 1100 }, scheme: 'light' },
  { name: 'round-phone', path: 'round', size: phone, scheme: 'light' },
  { name: 'plan', path: 'plan', size: desk, scheme: 'light', cultivar: 'Saltglass' },
  { name: 'batch', path: 'batches/019c0de0-0003-7000-8000-000000000003', size: desk, scheme: 'light' },
  { name: 'several', path: 'plan/several', size: desk, scheme: 'light', press: '8 of each' },
  { name: 'go-dark', path: 'batches/019c0de0-0003-7000-8000-000000000002/go', size: desk, scheme: 'dark' },
  { name: 'batches', path: 'batches', size: desk, scheme: 'light' },
  { name: 'site', path: 'site', size: { width: 1280, height: 1500 }, scheme: 'light' },
  { name: 'house-rules', path: 'house?part=rules', size: desk, scheme: 'light' },
  { name: 'trays', path: 'batches/019c0de0-0003-7000-8000-00000000000a/trays', size: desk, scheme: 'light' },
  { name: 'trays-phone', path: 'batches/019c0de0-0003-7000-8000-00000000000a/trays', size: phone, scheme: 'light' },
  { name: 'sowing', path: 'sowing', size: desk, scheme: 'light' },
  { name: 'seeds', path: 'seeds', size: desk, scheme: 'light' },
  { name: 'sums', path: 'sums/disinfectant', size: desk, scheme: 'light' },
  { name: 'signs', path: 'batches/019c0de0-0003-7000-8000-000000000006/signs', size: desk, scheme: 'light' },
  { name: 'beds', path: 'beds', size: desk, scheme: 'light' },
  { name: 'sale', path: 'sale', size: desk, scheme: 'light', press: 'Sell: Slow Furnace 26-01a' },
  {
    name: 'moving',
    path: 'batches/019c0de0-0003-7000-8000-000000000006/moving',
    size: { width: 1280, height: 1100 },
    scheme: 'light',
    press: 'Just showing',
  },
  {
    name: 'moving-phone-dark',
    path: 'batches/019c0de0-0003-7000-8000-000000000006/moving',
    size: phone,
    scheme: 'dark',
    press: 'Just showing',
  },
];

const wanted = process.argv.slice(2);
const chrome = await chromium.launch(browser);
for (const { name, path, size, scheme, press, cultivar } of pictures) {
  if (wanted.length > 0 && !wanted.includes(name)) continue;
  const page = await chrome.newPage({ viewport: size, colorScheme: scheme, reducedMotion: 'reduce' });
  page.on('console', (m) => m.type() === 'error' && console.error(name, m.text()));
  await page.goto(`${url}/n/${nursery}/${path}`);
  await page.locator('main').getByRole('heading').first().waitFor();
  await page.waitForLoadState('networkidle');
  if (cultivar) {
    await page.getByRole('combobox', { name: 'Cultivar' }).click();
    await page.getByRole('option', { name: cultivar }).click();
    await page.getByRole('button', { name: 'Keep this plan' }).waitFor();
  }
  if (press) {
    await page.getByRole('button', { name: press }).click();
    await page
      .getByText(/^Sow .* cells|^Yes, |^Wait until |^Sold$/)
      .first()
      .waitFor();
  }
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: `${folder}/${name}.png` });
  await page.close();
}
await chrome.close();
