import type { Command } from 'commander';
import { captureBookmark, capturePage } from '../node/index.js';
import { count, YeltoError } from '../text/index.js';
import { addAddressOptions, readAddressOptions, type AddressOptions } from './address.js';
import { paint, type ExitCode, type Io } from './io.js';
import { printJson } from './json.js';

interface CaptureOptions extends AddressOptions {
  readonly to?: string;
  readonly bookmark?: boolean;
  readonly width: string;
  readonly json?: boolean;
}

export function addCapture(command: Command, io: Io, done: (code: ExitCode) => void): void {
  addAddressOptions(command)
    .option('--to <folder>', 'the folder to save it in')
    .option('--bookmark', 'print a bookmark that saves the page it is pressed on, also behind a login')
    .option('--width <px>', 'the width of the window that its scripts see', '1280')
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
      const captured = await capturePage(address, options.to, {
        ...readAddressOptions(io, options),
        width: Number(options.width) || 1280,
      });
      const lacking = captured.sheets.filter(({ file }) => file === undefined);
      if (options.json) printJson(io, { command: 'capture', ...captured });
      else {
        const how = captured.state === 'scripts' ? 'after its scripts ran' : 'as the server sent it';
        io.out(
          `Saved ${paint.name(address)} in ${options.to}, ${how}, with ${count(captured.sheets.length - lacking.length, 'sheet')}.`,
        );
        for (const { href, status } of lacking)
          io.out(
            status === 0
              ? `  ${paint.bad('unread')} ${href}: nobody could read it here, so what hangs on it stays open`
              : `  ${paint.bad('missing')} ${href} (${status})`,
          );
        io.out(paint.quiet(`Next: yelto survey ${options.to}`));
      }
      done(lacking.length ? 1 : 0);
    });
}
