// The pages that the worker has read, and the one on the stage under what is asked for and held.
import { parsePage, type Page, type PageSource, type Target } from 'yelto';

/** A target as it crosses between threads. */
export interface Spot {
  readonly index: number;
  readonly pseudo: string;
}

/** Of each, what is looked at: as the browser has it; under the conditions that someone asked for; and with states held. */
export const stage: { asBrowser?: Page; bare?: Page; held?: Page } = {};

/** Pages that were looked at, by address. */
export const visited = new Map<string, Page>();

export function openSource(source: PageSource): Page {
  const page = parsePage(source);
  stage.asBrowser = stage.bare = stage.held = page;
  visited.set(source.name.replace(/[?#].*/, ''), page);
  return page;
}

/** With states held; throws where no page was read. */
export function opened(): Page {
  if (!stage.held) throw new Error('No page has been read yet.');
  return stage.held;
}

export function targetOf({ index, pseudo }: Spot): Target {
  const element = opened().elements[index];
  return pseudo ? { element, pseudo } : element;
}
