import type { Browser, LaunchOptions } from 'playwright-core';

/** Launch options under which Chromium stays offline and runs as any user. */
export const launchOptions: LaunchOptions;

/** Resolves to a running browser; the caller closes it. */
export function startBrowser(): Promise<Browser>;
