// Work that may take long, done in steps between which the worker hears what else is asked of it.

/** How far some work has come. */
export interface Step {
  readonly proven: number;
  readonly of: number;
}

/** What the worker tells of a step, beside the answers to what it was asked. */
export interface StepMessage extends Step {
  readonly stepOf: string;
}

/** Its name is kept where an error crosses between threads. */
export class Stopped extends Error {
  override readonly name = 'Stopped';

  constructor() {
    super('It was stopped.');
  }
}

export const isStopped = (error: unknown) => error instanceof Error && error.name === 'Stopped';

/** Longest stretch, ms, in which nothing else is heard. */
const stretch = 16;

const latest = new Map<string, object>();
const rest = new MessageChannel();
const resting: (() => void)[] = [];
rest.port1.onmessage = () => resting.shift()?.();

/** Unlike a timer, not held back where it is asked for again and again. */
const pause = () =>
  new Promise<void>((go) => {
    resting.push(go);
    rest.port2.postMessage(undefined);
  });

/**
 * Does some work to its end. The same kind of work, begun anew, ends what is not finished of it.
 * @throws Stopped where it was ended.
 */
export async function stepwise<T>(kind: string, steps: Iterator<Step, T>): Promise<T> {
  const turn = {};
  latest.set(kind, turn);
  let since = performance.now();
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() - since < stretch) continue;
    postMessage({ stepOf: kind, ...step.value } satisfies StepMessage);
    await pause();
    if (latest.get(kind) !== turn) throw new Stopped();
    since = performance.now();
  }
}

/** Ends a kind of work at its next step. */
export const stop = (kind: string) => void latest.delete(kind);
