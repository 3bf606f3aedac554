// Starts Debian's Chromium for the scripts and tests that need a real engine.
import { chromium } from 'playwright-core';

/** Launch options under which Chromium stays offline and runs as any user. */
export const launchOptions = {
  executablePath: process.env.YELTO_BROWSER ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
};

/** Resolves to a running browser; the caller closes it. */
export function startBrowser() {
  return chromium.launch(launchOptions);
}
