// Plinthwork and the fitting room on free ports, with a draft in a folder of its own.
import { readFileSync } from 'node:fs';
import { openRoom, type FittingRoom } from 'yelto/node';
import { temporaryFolder } from './cli.js';

/** The stand-in platform, as much as the tests need of it. */
export interface Plinthwork {
  readonly address: string;
  readonly store: { get(): Record<string, unknown>; set(change: object): void };
  close(): Promise<unknown>;
}

export async function startPlinthwork(options: object = {}): Promise<Plinthwork> {
  // A script of the example's, not of the library's: it has no types.
  const path = '../../examples/plinthwork/server.mjs';
  const { startPlinthwork: start } = (await import(path)) as {
    startPlinthwork: (options: object) => Promise<Plinthwork>;
  };
  return start(options);
}

export interface OpenedRoom {
  readonly site: Plinthwork;
  readonly room: FittingRoom;
  readonly draft: string;
  close(): Promise<void>;
}

/** A room on one of the demo site's pages. */
export async function openDemoRoom(page = 'catalogue/index.html'): Promise<OpenedRoom> {
  const folder = temporaryFolder();
  const site = await startPlinthwork();
  const draft = folder.file('my.css');
  const room = await openRoom({ where: site.address + page, draft });
  return {
    site,
    room,
    draft,
    async close() {
      await room.close();
      await site.close();
      folder.remove();
    },
  };
}

/** Waits up to 15 s for a condition: machines are shared. */
export async function until(
  condition: () => Promise<boolean> | boolean,
  what = 'what was waited for',
): Promise<void> {
  for (let i = 0; i < 300; i++) {
    if (await condition()) return;
    await new Promise((next) => setTimeout(next, 50));
  }
  throw new Error(`Within 15 s there was not: ${what}.`);
}

/** '' for none. */
export const readDraft = (path: string): string => {
  try {
    return readFileSync(path, 'utf8');
  } catch {
    return '';
  }
};
