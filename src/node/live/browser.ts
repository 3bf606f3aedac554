import { chromium, type Browser } from 'playwright-core';
import which from 'which';
import { YeltoError } from '../../text/index.js';

/** Where the driver knows to find browsers of the family by itself, on Linux, macOS and Windows. */
const channels = [
  'chrome',
  'msedge',
  'chrome-beta',
  'msedge-beta',
  'chrome-dev',
  'msedge-dev',
  'chrome-canary',
];
/** What they are called where they stand among a system's programs. */
const programs = ['chromium', 'chromium-browser', 'google-chrome-stable', 'google-chrome', 'microsoft-edge'];

/**
 * Starts a browser of the Chromium family without a window: the one at `path`, else the one that `YELTO_BROWSER` names,
 * else whichever is found. undefined where none is.
 * @throws YeltoError where `path` or `YELTO_BROWSER` names one that does not start.
 */
export async function startBrowser(path?: string): Promise<Browser | undefined> {
  const named = path ?? process.env.YELTO_BROWSER;
  // Its own walls cannot be built by the machine's owner.
  const args = process.getuid?.() === 0 ? ['--no-sandbox'] : [];
  if (named !== undefined)
    return chromium.launch({ executablePath: named, args }).catch((error: Error) => {
      throw new YeltoError(`"${named}" does not start as a browser: ${firstLine(error)}`, {
        file: named,
        remedy: 'Name the program of a browser of the Chromium family, or leave --browser out.',
      });
    });
  for (const name of programs) {
    const executablePath = await which(name, { nothrow: true });
    const started =
      executablePath && (await chromium.launch({ executablePath, args }).catch(() => undefined));
    if (started) return started;
  }
  for (const channel of channels) {
    const started = await chromium.launch({ channel, args }).catch(() => undefined);
    if (started) return started;
  }
  return undefined;
}

export function firstLine({ message }: Error): string {
  return message.split('\n')[0].replace(/^[\w.]+: /, '');
}
