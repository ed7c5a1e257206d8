import { existsSync } from 'node:fs';

// Debian's own Chromium, the one without a window where it is there: nothing is downloaded.
const shell = '/usr/bin/chromium-headless-shell';

export const browser = {
  executablePath: existsSync(shell) ? shell : '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-dev-shm-usage', '--disable-gpu', '--disable-background-networking', '--disable-component-update', '--disable-sync'],
};
