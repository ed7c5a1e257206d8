import react from '@vitejs/plugin-react';
import { defineConfig } from 'vitest/config';

const patience = Number(process.env.JUVENAL_TEST_PATIENCE ?? 60) * 1000;

export default defineConfig({
  plugins: [react()],
  // Replaced by the server in each answer.
  html: { cspNonce: 'JUVENAL_CSP_NONCE' },
  build: { assetsInlineLimit: 0, modulePreload: { polyfill: false } },
  server: { proxy: { '/api': 'http://127.0.0.1:5080' } },
  test: {
    environment: 'jsdom',
    include: ['src/**/*.test.{ts,tsx}'],
    setupFiles: ['src/test/setup.ts'],
    // One world for all files: each cleans up after itself (src/test/setup.ts), and the library is loaded once.
    isolate: false,
    // A slow machine is no failure.
    testTimeout: patience,
    hookTimeout: patience,
  },
});
