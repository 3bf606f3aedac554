import type { Command } from 'commander';
import { captureBookmark, capturePage, type RunScripts } from '../node/index.js';
import { count, YeltoError } from '../text/index.js';
import { paint, type ExitCode, type Io } from './io.js';
import { printJson } from './json.js';

interface CaptureOptions {
  readonly to?: string;
  readonly bookmark?: boolean;
  readonly width: string;
  readonly scripts: boolean;
  readonly json?: boolean;
}

export function addCapture(program: Command, io: Io, done: (code: ExitCode) => void): void {
  program
    .command('capture [address]')
    .description('save a live page with its sheets as a folder that every command reads')
    .option('--to <folder>', 'the folder to save it in')
    .option('--bookmark', 'print a bookmark that saves the page it is pressed on, also behind a login')
    .option('--width <px>', 'the width of the window that its scripts see', '1280')
    .option('--no-scripts', 'take the page as the server sends it, before its scripts run')
    .option('--json', 'print the answer as JSON')
    .action(async (address: string | undefined, options: CaptureOptions) => {
      if (options.bookmark) {
        io.out(await captureBookmark());
        io.err(
          'Make a bookmark with this as its address, open the page, and press it: it downloads one file, which every command reads.',
        );
        return done(0);
      }
      if (address === undefined || options.to === undefined)
        throw new YeltoError('Say which page is saved, and where to.', {
          remedy:
            'yelto capture https://… --to folder; or yelto capture --bookmark for pages behind a login.',
        });
      if (!/^https?:\/\//i.test(address))
        throw new YeltoError(`"${address}" is no address.`, {
          remedy: 'Give an address that begins with http:// or https://.',
        });
      const runScripts = options.scripts ? inBrowser : undefined;
      const captured = await capturePage(address, options.to, {
        runScripts,
        width: Number(options.width) || 1280,
      });
      const missing = captured.sheets.filter(({ file }) => file === undefined);
      if (options.json) printJson(io, { command: 'capture', ...captured });
      else {
        const how = captured.state === 'scripts' ? 'after its scripts ran' : 'as the server sent it';
        io.out(
          `Saved ${paint.name(address)} in ${options.to}, ${how}, with ${count(captured.sheets.length - missing.length, 'sheet')}.`,
        );
        for (const { href, status } of missing) io.out(`  ${paint.bad('missing')} ${href} (${status})`);
        if (options.scripts && captured.state === 'answer')
          io.out(
            'No browser is at hand, so what scripts add is not in it. With Chromium and playwright-core installed it would be.',
          );
        io.out(paint.quiet(`Next: yelto survey ${options.to}`));
      }
      done(missing.length ? 1 : 0);
    });
}

/** The page's markup after its scripts ran, in a browser on this machine, where there is one. */
const inBrowser: RunScripts = async (address, width) => {
  const { existsSync } = await import('node:fs');
  const executablePath = process.env.YELTO_CHROMIUM ?? '/usr/bin/chromium';
  if (!existsSync(executablePath)) return undefined;
  // Not a dependency: whoever has it gets the better capture.
  const name = 'playwright-core';
  const driver = (await import(name).catch(() => undefined)) as typeof import('playwright-core') | undefined;
  if (!driver) return undefined;
  const isRoot = process.getuid?.() === 0;
  const browser = await driver.chromium.launch({ executablePath, args: isRoot ? ['--no-sandbox'] : [] });
  try {
    const tab = await browser.newPage({ viewport: { width, height: 800 } });
    await tab.goto(address, { waitUntil: 'load', timeout: 30_000 });
    // Scripts that build the page after it is loaded get a moment.
    await tab.waitForLoadState('networkidle', { timeout: 3000 }).catch(() => undefined);
    return await tab.content();
  } catch (error) {
    throw new YeltoError(
      `"${address}" could not be opened in the browser: ${(error as Error).message.split('\n')[0]}`,
      {
        file: address,
        remedy: 'Check the address; or capture without its scripts: --no-scripts.',
      },
    );
  } finally {
    await browser.close();
  }
};
