// One tab of a real engine for all tests of a file.
import type { Browser, Page as Tab } from 'playwright-core';
import { startEngine } from './engine.js';

/** The tab, once the tests run; it is opened before them and closed behind them. */
export function engineTab(): () => Tab {
  let browser: Browser;
  let tab: Tab;
  beforeAll(async () => {
    browser = await startEngine();
    tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  });
  afterAll(() => browser.close());
  return () => tab;
}
