// The room's end of the worker, where a worker is ended within a step.
import { jest } from '@jest/globals';
import { expose, type Endpoint } from 'comlink';
import { EngineLink } from '../../examples/fitting-room/src/engine-link.js';

/** What workers were asked, each with its number, and what they answer; a promise without an end is a step that takes long. */
const asked: string[] = [];
const answers: Record<string, (worker: number) => unknown> = {};
let workers = 0;
const ports: MessagePort[] = [];
afterAll(() => ports.forEach((port) => port.close()));

class StandIn extends EventTarget {
  readonly #room: MessagePort;

  constructor() {
    super();
    const number = ++workers;
    const { port1, port2 } = new MessageChannel();
    ports.push(port1);
    this.#room = port1;
    port1.onmessage = ({ data }) =>
      void this.dispatchEvent(new MessageEvent('message', { data: data as object }));
    const names = ['load', 'hold', 'prove', 'governed'];
    const engine = names.map((name) => [
      name,
      (...args: unknown[]) => {
        asked.push(`${number} ${name} ${args.join()}`.trim());
        return answers[name]?.(number);
      },
    ]);
    expose(Object.fromEntries(engine), port2 as unknown as Endpoint);
  }

  postMessage(message: unknown): void {
    this.#room.postMessage(message);
  }

  terminate(): void {
    this.#room.close();
  }
}

const told: string[] = [];
let link: EngineLink;
beforeEach(() => {
  Object.assign(globalThis, { Worker: StandIn, addEventListener: jest.fn() });
  asked.length = told.length = workers = 0;
  for (const name of Object.keys(answers)) delete answers[name];
  link = new EngineLink(
    () => undefined,
    (words) => told.push(`begun: ${words}`),
    (words) => told.push(`stopped: ${words}`),
  );
});

const endless = () => new Promise<never>(() => undefined);
/** Calls of the room's, which knows their types. */
const engine = () => link.engine as unknown as Record<string, (...args: unknown[]) => Promise<unknown>>;

test('what was stopped hears of it, and what nobody stopped is answered by the next worker', async () => {
  answers.prove = endless;
  answers.governed = (worker) => (worker === 1 ? endless() : 'all of it');
  const proof = engine().prove('draft');
  const governed = engine().governed(7);
  await link.stop('Proving the draft');
  await expect(proof).rejects.toMatchObject({ name: 'Stopped' });
  await expect(governed).resolves.toBe('all of it');
  expect(asked).toEqual(['1 prove draft', '1 governed 7', '2 governed 7']);
});

test('the next worker is told first what the last one had read and held', async () => {
  const page = { name: 'a' };
  await engine().load(page);
  await engine().hold('hover');
  answers.prove = endless;
  const proof = engine().prove();
  await link.stop('Proving the draft');
  await expect(proof).rejects.toMatchObject({ name: 'Stopped' });
  await engine().governed(1);
  expect(asked.filter((one) => one.startsWith('2'))).toEqual([
    '2 load [object Object]',
    '2 hold hover',
    '2 governed 1',
  ]);
});

test('it is told of what begins, and of what is to end before; nothing that is done can be stopped', async () => {
  await engine().prove();
  await link.stop('Proving the draft');
  answers.prove = endless;
  const proof = engine().prove();
  await link.stop('Proving the draft');
  await expect(proof).rejects.toMatchObject({ name: 'Stopped' });
  expect(told).toEqual([
    'begun: Proving the draft',
    'begun: Proving the draft',
    'stopped: Proving the draft',
  ]);
});

test('what goes wrong in the worker goes wrong for whom asked', async () => {
  answers.prove = () => Promise.reject(new Error('no page'));
  await expect(engine().prove()).rejects.toThrow('no page');
});
