// A room on a small site, in the browser.
import { writeFileSync } from 'node:fs';
import type { Browser, Frame, Page as Tab } from 'playwright-core';
import { openRoom } from 'yelto/node';
import { temporaryFolder } from '../support/cli.js';
import { startSite, type Answers, type RunningSite } from './servers.js';

export interface Opened {
  readonly tab: Tab;
  readonly running: RunningSite;
  readonly stage: () => Frame;
  readonly origin: string;
}

type Asked = [
  answers: (other: string) => Answers,
  work: (opened: Opened) => Promise<void>,
  /** `draft` is what stands in the draft's file before; `atFirst` runs in the room before anything else does. */
  more?: { elsewhere?: Answers; waitFor?: RegExp; draft?: string; atFirst?: () => void },
];
export type InRoom = (...asked: Asked) => Promise<void>;

/** Opens a room on a site with these answers, waits until its page is read, and does the work. */
export async function inRoom(
  browser: Browser,
  ...[answers, work, { elsewhere = {}, waitFor = /\d+ elements read/, draft = '', atFirst } = {}]: Asked
): Promise<void> {
  const folder = temporaryFolder();
  const running = await startSite({ name: '', answers, elsewhere });
  if (draft) writeFileSync(folder.file('my.css'), draft);
  const room = await openRoom({ where: running.address, draft: folder.file('my.css') });
  const context = await browser.newContext();
  const tab = await context.newPage();
  if (atFirst) await tab.addInitScript(atFirst);
  try {
    await tab.goto(room.address);
    await tab.getByText(waitFor).first().waitFor({ timeout: 60_000 });
    const { origin } = new URL(room.site);
    const stage = () => tab.frames().find((frame) => frame.url().startsWith(origin))!;
    await work({ tab, running, stage, origin });
  } finally {
    await context.close();
    await room.close();
    await running.close();
    folder.remove();
  }
}
