import { existsSync } from 'node:fs';

/** How Debian's Chromium is started: nothing of it reaches for the network. */
export const launchOptions = {
  executablePath: ['/usr/bin/chromium', '/usr/lib/chromium/chromium'].find((path) => existsSync(path)) ?? 'chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
  ],
};
