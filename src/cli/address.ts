import type { Command } from 'commander';
import type { OpenOptions } from '../node/index.js';
import { YeltoError } from '../text/index.js';
import { collect } from './conditions.js';
import type { Io } from './io.js';

/** Options by which a page at an address is asked for. */
export interface AddressOptions {
  readonly scripts?: boolean;
  readonly browser?: string;
  readonly header?: readonly string[];
}

export function addAddressOptions(command: Command): Command {
  return command
    .option('--no-scripts', 'take a page at an address as the server sends it, before its scripts run')
    .option('--browser <path>', 'the browser that runs them, of the Chromium family; else one is looked for')
    .option(
      '--header <text>',
      'send this to the site, for pages behind a login, as in "Cookie: session=…"; may be repeated',
      collect,
    );
}

/**
 * The same for `openPage`; what the page is read without is told on `io`.
 * @throws YeltoError for a header that is none, and for options that contradict each other.
 */
export function readAddressOptions(
  io: Io,
  { scripts = true, browser, header = [] }: AddressOptions,
): OpenOptions {
  if (!scripts && browser !== undefined)
    throw new YeltoError('--browser runs the page’s scripts, and --no-scripts leaves them out.', {
      remedy: 'Take one of the two.',
    });
  return {
    scripts,
    browser,
    headers: readHeaders(header),
    onNoBrowser: () =>
      io.err(
        'Read as the server sends it, before its scripts: no browser of the Chromium family was found here. Name one with --browser; or say --no-scripts.',
      ),
  };
}

/** A name is a token, a value one line (RFC 9110 §5). */
export function readHeaders(texts: readonly string[]): Record<string, string> {
  return Object.fromEntries(
    texts.map((text) => {
      const [, name, value] = /^([!#$%&'*+.^`|~\w-]+):[ \t]*([^\r\n\0]*)$/.exec(text) ?? [];
      if (name !== undefined) return [name, value.trim()];
      throw new YeltoError(`--header "${text.split(/[:=]/)[0]}…" is no header.`, {
        remedy: 'Write its name, a colon and its value, as in --header "Cookie: session=abc".',
      });
    }),
  );
}
