import { defineConfig } from '@playwright/test';
import { browser } from './browser.mjs';

// A slow machine is no failure: what comes is waited for, what must not be there is looked for once the page is ready.
const patience = Number(process.env.JUVENAL_TEST_PATIENCE ?? 60) * 1000;

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  fullyParallel: false,
  workers: 1,
  timeout: patience * 5,
  expect: { timeout: patience },
  reporter: [['list']],
  use: {
    baseURL: process.env.JUVENAL_URL ?? 'http://127.0.0.1:5080',
    viewport: { width: 1280, height: 800 },
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: browser,
    trace: 'off',
  },
});
