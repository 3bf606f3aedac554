// The room's end of the worker: what it is at is watched, and what takes long can be stopped.
import { wrap, type Remote } from 'comlink';
import type { Engine } from './engine.js';
import { isStopped, Stopped, type Step, type StepMessage } from './stepwise.js';

/** Work that a person waits for. */
export interface Work {
  /** "Proving the draft". */
  readonly words: string;
  /** undefined where nobody knows how far it has come. */
  readonly step?: Step;
}

/** What is shorter than this, ms, needs no bar. */
const patience = 500;
/** So long, ms, a step may take to hear that it is to stop. */
const hearing = 250;

export const reading = 'Reading the page';

const wordsFor: Partial<Record<string, string>> = {
  load: reading,
  prove: 'Proving the draft',
  pack: 'Proving what you paste',
  idle: 'Looking for what has no effect',
  write: 'Looking for a rule',
  confirm: 'Looking for what you pasted',
};

const wordsOf = (name: string) => wordsFor[name] ?? 'Working it out';

interface Call {
  readonly name: string;
  readonly args: readonly unknown[];
  readonly begun: number;
  readonly answer: (answer: unknown) => void;
  readonly end: (why: unknown) => void;
  step?: Step;
}

/** A worker cannot be stopped within a step: then it is ended, and another one reads what this one had read. */
export class EngineLink {
  readonly engine: Remote<Engine>;
  #worker!: Worker;
  #remote!: Remote<Engine>;
  #timer?: ReturnType<typeof setTimeout>;
  readonly #calls = new Set<Call>();
  /** What a fresh worker has to be told: the pages that were read, the last one last, and what was held. */
  readonly #pages = new Map<string, Parameters<Engine['load']>>();
  #held?: Parameters<Engine['hold']>;

  constructor(
    private readonly onWork: (work?: Work) => void,
    /** Told of the words for work that begins. */
    private readonly onBegun: (words: string) => void,
    /** Told of the words for work that is to end before. */
    private readonly onStopped: (words: string) => void,
  ) {
    this.#begin();
    const call = (name: string) => (name === 'then' ? undefined : this.#ask.bind(this, name));
    this.engine = new Proxy({}, { get: (_, name) => call(String(name)) }) as Remote<Engine>;
    // Who asked hears of it; most of them have nothing to do about it.
    addEventListener('unhandledrejection', (event) => isStopped(event.reason) && event.preventDefault());
  }

  /** Ends the work of these words; nothing where it is done, and the bar was not redrawn yet. Nothing that was read or written is lost. */
  async stop(words: string): Promise<void> {
    const call = [...this.#calls].find(({ name }) => wordsOf(name) === words);
    if (!call) return;
    this.onStopped(words);
    if (call.step) {
      await this.#remote.stop(call.name);
      await new Promise((heard) => setTimeout(heard, hearing));
      if (!this.#calls.has(call)) return;
    }
    this.#worker.terminate();
    this.#calls.delete(call);
    call.end(new Stopped());
    this.#begin();
    // Nobody asked for it: it has no bar, and what is asked meanwhile waits for it.
    for (const page of this.#pages.values()) void this.#remote.load(...page);
    if (this.#held) void this.#remote.hold(...this.#held);
    // What nobody stopped is asked again.
    for (const other of this.#calls) this.#send(other);
    this.#tell();
  }

  #begin(): void {
    this.#worker = new Worker(new URL('./engine.ts', import.meta.url), { type: 'module' });
    this.#remote = wrap<Engine>(this.#worker);
    this.#worker.addEventListener('message', ({ data }: MessageEvent<Partial<StepMessage>>) => {
      const call = [...this.#calls].findLast(({ name }) => name === data.stepOf);
      // On the way to the first there is nothing to measure by.
      if (!call || !data.proven) return;
      call.step = { proven: data.proven, of: data.of! };
      this.#tell();
    });
  }

  async #ask(name: string, ...args: unknown[]): Promise<unknown> {
    let settle!: Pick<Call, 'answer' | 'end'>;
    const answered = new Promise((answer, end) => (settle = { answer, end }));
    const call: Call = { name, args, begun: performance.now(), ...settle };
    this.#calls.add(call);
    this.onBegun(wordsOf(name));
    this.#tell();
    this.#send(call);
    try {
      const answer = await answered;
      if (name === 'load') this.#keep(args as unknown as Parameters<Engine['load']>);
      if (name === 'hold') this.#held = args as unknown as Parameters<Engine['hold']>;
      return answer;
    } finally {
      this.#calls.delete(call);
      this.#tell();
    }
  }

  /** A worker that was ended answers no more. */
  #send({ name, args, answer, end }: Call): void {
    const remote = this.#remote as unknown as Record<string, (...args: unknown[]) => Promise<unknown>>;
    void remote[name](...args).then(answer, end);
  }

  #keep(page: Parameters<Engine['load']>): void {
    const [{ name }] = page;
    this.#pages.delete(name);
    this.#pages.set(name, page);
    // Another page has nothing held.
    this.#held = undefined;
  }

  /** Tells of the work that has gone on longest, once it has gone on for long. */
  #tell(): void {
    clearTimeout(this.#timer);
    const [call] = this.#calls;
    const left = call ? call.begun + patience - performance.now() : 0;
    if (call && left > 0) this.#timer = setTimeout(() => this.#tell(), left);
    else this.onWork(call && { words: wordsOf(call.name), step: call.step });
  }
}
