import type { PageSource } from '../../page/index.js';
import type { LiveOptions } from './read-live.js';

export type { LiveOptions };

/**
 * Reads a page as a browser on this machine has it after its scripts ran; undefined where none is at hand. The driver is
 * large, and read when this is called.
 * @throws YeltoError when the page does not answer, answers with an error, or is no page.
 */
export async function readLive(address: string, options?: LiveOptions): Promise<PageSource | undefined> {
  return (await import('./read-live.js')).readLive(address, options);
}
