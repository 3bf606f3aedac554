import { mkdir, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import writeFileAtomic from 'write-file-atomic';
import { YeltoError } from '../../text/index.js';
import { readDraft } from '../draft-file.js';

/** A draft as it is now. */
export interface DraftState {
  readonly text: string;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}

/** What became of a text that was to be saved. */
export type Saved =
  | { readonly kind: 'saved'; readonly state: DraftState }
  /** The file was changed meanwhile by somebody else, in a way that cannot be joined with this one. */
  | { readonly kind: 'changed meanwhile'; readonly theirs: string };

interface History {
  readonly texts: string[];
  at: number;
}

/** So many texts are kept to go back to. */
const longestHistory = 400;
/** Milliseconds between two looks at the file. */
const lookEvery = 200;

/**
 * A draft in a plain CSS file that any editor may change too. Every change is written at once, to a temporary
 * file that then takes the draft's name; the texts before it are kept beside it, so that undoing works after a
 * restart. Changes from outside are noticed within a second.
 */
export class DraftStore {
  #text = '';
  #history: History = { texts: [''], at: 0 };
  #stamp = '';
  #timer?: NodeJS.Timeout;
  #queue: Promise<unknown> = Promise.resolve();

  private constructor(
    readonly path: string,
    private readonly onOutside: (state: DraftState) => void,
  ) {}

  /** @throws YeltoError when the draft or its history is there and cannot be read. */
  static async open(path: string, onOutside: (state: DraftState) => void): Promise<DraftStore> {
    const store = new DraftStore(path, onOutside);
    await mkdir(dirname(path), { recursive: true });
    store.#text = await readDraft(path);
    store.#history = await readHistory(store.historyPath);
    if (store.#history.texts[store.#history.at] !== store.#text) store.#remember(store.#text);
    store.#stamp = await stampOf(path);
    store.#timer = setInterval(() => void store.#enqueue(() => store.#look()), lookEvery);
    store.#timer.unref();
    return store;
  }

  get historyPath(): string {
    return `${this.path}.history.json`;
  }

  get state(): DraftState {
    const { texts, at } = this.#history;
    return { text: this.#text, canUndo: at > 0, canRedo: at < texts.length - 1 };
  }

  /**
   * Saves a text that was made from `base`. Where the file has changed since, both changes are kept if they
   * touch different lines; otherwise nothing is written.
   */
  save(text: string, base: string): Promise<Saved> {
    return this.#enqueue(async () => {
      await this.#look();
      const joined = this.#text === base ? text : joinTexts(base, text, this.#text);
      if (joined === undefined) return { kind: 'changed meanwhile', theirs: this.#text };
      if (joined !== this.#text) {
        this.#remember(joined);
        await this.#write(joined);
      }
      return { kind: 'saved', state: this.state };
    });
  }

  undo(): Promise<DraftState> {
    return this.#move(-1);
  }

  redo(): Promise<DraftState> {
    return this.#move(1);
  }

  /** Keeps a panel's earlier text in a file of its own beside the draft; resolves to its path. */
  async backUp(text: string): Promise<string> {
    const stamp = new Date().toISOString().replace(/[:.]/g, '-');
    const path = `${this.path}.panel-${stamp}.css`;
    await writeFileAtomic(path, text, 'utf8');
    return path;
  }

  async close(): Promise<void> {
    clearInterval(this.#timer);
    await this.#queue;
  }

  #move(by: number): Promise<DraftState> {
    return this.#enqueue(async () => {
      await this.#look();
      const { texts, at } = this.#history;
      if (texts[at + by] !== undefined) {
        this.#history.at = at + by;
        await this.#write(texts[at + by]);
      }
      return this.state;
    });
  }

  /** One change after the other, so that none is lost between reading and writing. */
  #enqueue<T>(work: () => Promise<T>): Promise<T> {
    const done = this.#queue.then(work);
    this.#queue = done.catch(() => undefined);
    return done;
  }

  async #look(): Promise<void> {
    const stamp = await stampOf(this.path);
    if (stamp === this.#stamp) return;
    const text = await readDraft(this.path).catch(() => undefined);
    this.#stamp = stamp;
    if (text === undefined || text === this.#text) return;
    this.#text = text;
    this.#remember(text);
    await this.#writeHistory();
    this.onOutside(this.state);
  }

  #remember(text: string): void {
    const { texts, at } = this.#history;
    const kept = [...texts.slice(0, at + 1), text].slice(-longestHistory);
    this.#history = { texts: kept, at: kept.length - 1 };
  }

  async #write(text: string): Promise<void> {
    // The history first: whatever happens next, the text can be got back.
    await this.#writeHistory();
    try {
      await writeFileAtomic(this.path, text, 'utf8');
    } catch (error) {
      throw new YeltoError(`The draft "${this.path}" cannot be written: ${(error as Error).message}.`, {
        file: this.path,
        remedy: 'Your text is kept in the room and in the history beside the draft.',
      });
    }
    this.#text = text;
    this.#stamp = await stampOf(this.path);
  }

  async #writeHistory(): Promise<void> {
    await writeFileAtomic(this.historyPath, JSON.stringify(this.#history), 'utf8');
  }
}

async function stampOf(path: string): Promise<string> {
  const found = await stat(path).catch(() => undefined);
  return found ? `${found.mtimeMs} ${found.size} ${found.ino}` : 'none';
}

async function readHistory(path: string): Promise<History> {
  const text = await readFile(path, 'utf8').catch(() => undefined);
  if (text === undefined) return { texts: [''], at: 0 };
  try {
    const { texts, at } = JSON.parse(text) as History;
    if (Array.isArray(texts) && texts.every((one) => typeof one === 'string') && texts[at] !== undefined)
      return { texts, at };
  } catch {
    // A history that cannot be read is put aside, not lost.
  }
  await writeFile(`${path}.unreadable`, text);
  await rm(path, { force: true });
  return { texts: [''], at: 0 };
}

/** Two changes of one text as one, where they touch different lines; undefined where they meet. */
export function joinTexts(base: string, mine: string, theirs: string): string | undefined {
  if (mine === base || mine === theirs) return theirs;
  if (theirs === base) return mine;
  const [from, own, other] = [base, mine, theirs].map((text) => text.split('\n'));
  const a = changedStretch(from, own);
  const b = changedStretch(from, other);
  const [first, second, firstLines, secondLines] =
    a.start <= b.start ? [a, b, own, other] : [b, a, other, own];
  if (first.end > second.start || (first.start === second.start && first.end === second.end))
    return undefined;
  return [
    ...from.slice(0, first.start),
    ...firstLines.slice(first.start, firstLines.length - (from.length - first.end)),
    ...from.slice(first.end, second.start),
    ...secondLines.slice(second.start, secondLines.length - (from.length - second.end)),
    ...from.slice(second.end),
  ].join('\n');
}

/** The lines of `from` that `to` has otherwise: all between the common beginning and the common end. */
function changedStretch(from: readonly string[], to: readonly string[]): { start: number; end: number } {
  let start = 0;
  while (start < from.length && start < to.length && from[start] === to[start]) start++;
  let end = from.length;
  for (let at = to.length; end > start && at > start && from[end - 1] === to[at - 1]; at--) end--;
  return { start, end };
}
