import { defineConfig } from '@playwright/test';
import { browser } from './browser.mjs';

export default defineConfig({
  testDir: '.',
  testMatch: '*.spec.ts',
  fullyParallel: false,
  workers: 1,
  timeout: 60_000,
  expect: { timeout: 10_000 },
  reporter: [['list']],
  use: {
    baseURL: process.env.JUVENAL_URL ?? 'http://127.0.0.1:5080',
    viewport: { width: 1280, height: 800 },
    launchOptions: browser,
    trace: 'off',
  },
});
