import { mkdir, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import writeFileAtomic from 'write-file-atomic';
import { YeltoError } from '../../text/index.js';
import { codeWords, readDraft } from '../draft-file.js';
import { joinTexts } from './join-texts.js';

/** A draft as it is now. */
export interface DraftState {
  readonly text: string;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  /** What is wrong with its file, in words; '' for nothing. */
  readonly trouble: string;
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
  #trouble = '';
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
    return { text: this.#text, canUndo: at > 0, canRedo: at < texts.length - 1, trouble: this.#trouble };
  }

  /**
   * Saves a text that was made from `base`. Where the file has changed since, both changes are kept if they
   * touch different lines; otherwise nothing is written.
   * @throws YeltoError where the file cannot be written; all is as it was then.
   */
  save(text: string, base: string): Promise<Saved> {
    return this.#enqueue(async () => {
      await this.#look();
      const joined = this.#text === base ? text : joinTexts(base, text, this.#text);
      if (joined === undefined) return { kind: 'changed meanwhile', theirs: this.#text };
      if (joined !== this.#text) await this.#change(joined);
      else if (this.#trouble) await this.#write(joined);
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
      const text = texts[at + by];
      if (text !== undefined) await this.#write(text, { texts, at: at + by });
      return this.state;
    });
  }

  #change(text: string): Promise<void> {
    const { texts, at } = this.#history;
    const kept = [...texts.slice(0, at + 1), text].slice(-longestHistory);
    return this.#write(text, { texts: kept, at: kept.length - 1 });
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
    this.#stamp = stamp;
    // A file that is gone takes nothing with it.
    if (stamp === gone && this.#text !== '') {
      this.#trouble = `The file ${this.path} was deleted or moved. Your rules are kept here; your next change writes it anew.`;
      return this.onOutside(this.state);
    }
    const text = await readDraft(this.path).catch(() => undefined);
    const wasTrouble = this.#trouble !== '';
    this.#trouble = '';
    if (text === undefined || (text === this.#text && !wasTrouble)) return;
    if (text !== this.#text) {
      this.#text = text;
      this.#remember(text);
      // The draft is there; going back further can wait for a disk that has room.
      await this.#writeHistory(this.#history).catch(() => undefined);
    }
    this.onOutside(this.state);
  }

  #remember(text: string): void {
    const { texts, at } = this.#history;
    const kept = [...texts.slice(0, at + 1), text].slice(-longestHistory);
    this.#history = { texts: kept, at: kept.length - 1 };
  }

  /** The history first: whatever happens next, the text can be got back. What cannot be written is not remembered. */
  async #write(text: string, history: History = this.#history): Promise<void> {
    try {
      await refuseReadOnly(this.path);
      await mkdir(dirname(this.path), { recursive: true });
      await this.#writeHistory(history);
      await writeFileAtomic(this.path, text, 'utf8');
    } catch (error) {
      const { code, message } = error as NodeJS.ErrnoException;
      throw new YeltoError(
        `The draft "${this.path}" cannot be written: ${code ? codeWords(code) : message}.`,
        {
          file: this.path,
          remedy: 'What you wrote is kept in this tab, and tried again every few seconds.',
        },
      );
    }
    this.#history = history;
    this.#text = text;
    this.#trouble = '';
    this.#stamp = await stampOf(this.path);
  }

  async #writeHistory(history: History): Promise<void> {
    await writeFileAtomic(this.historyPath, JSON.stringify(history), 'utf8');
  }
}

const gone = 'none';

/** A file takes another one's place whatever its rights are; somebody took the right to write away on purpose. */
async function refuseReadOnly(path: string): Promise<void> {
  const found = await stat(path).catch(() => undefined);
  if (found && (found.mode & 0o222) === 0) throw Object.assign(new Error(), { code: 'EREADONLY' });
}

async function stampOf(path: string): Promise<string> {
  const found = await stat(path).catch(() => undefined);
  return found ? `${found.mtimeMs} ${found.size} ${found.ino}` : gone;
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
