// What the room does with what the page tells, one thing after the other.
import { Turns } from '../../examples/fitting-room/src/turns.js';

let done: string[];
let troubles: unknown[];
let turns: Turns<string>;
beforeEach(() => {
  [done, troubles] = [[], []];
  turns = new Turns<string>(
    async (page) => {
      await new Promise((next) => setTimeout(next, 5));
      if (page === 'broken') throw new Error('broken');
      done.push(page);
    },
    (error) => troubles.push((error as Error).message),
  );
});
const point = (at: string) => turns.tell(() => Promise.resolve(done.push(at)));
/** Behind all that was told before. */
const end = () => new Promise<void>((over) => turns.tell(() => Promise.resolve(over())));

test('of pages that wait only the last is read', async () => {
  for (const page of ['first', 'second', 'third']) turns.tellPage(page);
  await end();
  expect(done).toEqual(['third']);
});

test('one that is being read is read to its end, and the last behind it', async () => {
  turns.tellPage('first');
  await new Promise((next) => setTimeout(next, 1));
  turns.tellPage('second');
  turns.tellPage('third');
  await end();
  expect(done).toEqual(['first', 'third']);
});

test('what is pointed at is looked for on the page that it was pointed at on', async () => {
  turns.tellPage('first');
  point('here');
  turns.tellPage('second');
  turns.tellPage('third');
  await end();
  expect(done).toEqual(['first', 'here', 'third']);
});

test('a page that waits is dropped, and the next is read', async () => {
  turns.tellPage('first');
  turns.drop();
  await end();
  turns.tellPage('second');
  await end();
  expect(done).toEqual(['second']);
});

test('what goes wrong is told, and the next comes all the same', async () => {
  turns.tellPage('broken');
  point('here');
  await end();
  expect([troubles, done]).toEqual([['broken'], ['here']]);
});
