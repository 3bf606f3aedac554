import { readFile } from 'node:fs/promises';
import { YeltoError } from '../text/index.js';

/**
 * What stands in a panel's box, copied into a file.
 * @throws YeltoError when the file cannot be read.
 */
export async function readStanding(path: string): Promise<string> {
  return readFile(path, 'utf8').catch(() => {
    throw new YeltoError(`"${path}" cannot be read.`, {
      file: path,
      remedy: 'Copy the text out of the panel into that file first.',
    });
  });
}
