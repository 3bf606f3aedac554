// Values that grow word by word as long as an engine keeps them: so most of what is asked is right, or nearly.
import fc from 'fast-check';
import type { Page as Tab } from 'playwright-core';
import { keywordsOf } from 'yelto';
import { longhandsOf } from '../../dist/value/index.js';

/** What stands beside words: numbers and sizes of each kind, colours, names and texts. */
const beside = '1px 2 0 -1px 50% red 1s "a" --x a 45deg url(a) 1fr calc(1px_+_2%) 10'
  .split(' ')
  .map((word) => word.replaceAll('_', ' '));

/** A word that a property or one of its longhands knows, or what stands beside such words. */
export const wordOf = (property: string): fc.Arbitrary<string> => {
  const words = [property, ...longhandsOf(property)].flatMap((name) => keywordsOf(name));
  return fc.oneof(
    { arbitrary: fc.constantFrom(...words, 'none'), weight: 5 },
    { arbitrary: fc.constantFrom(...beside), weight: 1 },
  );
};

export const signBetween = fc.constantFrom(' ', ' ', ', ', ' / ');

/** A property, the words that values of it begin with, and what may follow. */
export type Seeds = readonly [property: string, words: string[], more: (readonly [string, string])[]];

/** Of most properties values are one word: those that take more are chosen more often. */
export const seedsOf = (properties: readonly string[]): fc.Arbitrary<Seeds> => {
  const several = properties.filter((name) => longhandsOf(name).length > 1 || keywordsOf(name).length > 12);
  return fc
    .oneof(fc.constantFrom(...properties), fc.constantFrom(...several))
    .chain((property) =>
      fc.tuple(
        fc.constant(property),
        fc.array(wordOf(property), { minLength: 30, maxLength: 30 }),
        fc.array(fc.tuple(signBetween, wordOf(property)), { minLength: 15, maxLength: 15 }),
      ),
    );
};

/** Runs in the page: of each declaration whether it is kept. */
export function kept(list: readonly (readonly [property: string, value: string])[]): boolean[] {
  const { style } = document.createElement('p');
  return list.map(([property, value]) => {
    style.cssText = `${property}: ${value}`;
    return style.length > 0;
  });
}

/** Values of one to four words, of which `look` sees all that are asked; what is given back the engine keeps. */
export async function grown(
  tab: Tab,
  [property, words, more]: Seeds,
  look: (values: readonly string[]) => Promise<void> = () => Promise.resolve(),
): Promise<string[]> {
  const right: string[] = [];
  let values = [...new Set(words)];
  for (let length = 1; length <= 4 && values.length; length++) {
    await look(values);
    const isKept = await tab.evaluate(
      kept,
      values.map((value) => [property, value] as const),
    );
    const some = values.filter((_, i) => isKept[i]).slice(0, 12);
    right.push(...some);
    values = [...new Set(some.flatMap((value) => more.map(([between, word]) => value + between + word)))];
  }
  return right;
}

/** Every property that the engine knows. */
export const namesKnown = (tab: Tab): Promise<string[]> =>
  tab.evaluate(() => {
    const { style } = document.body;
    // `in` and `Object.keys` leave out those of the prototype.
    const names: string[] = [];
    for (const name in style) names.push(name);
    return names
      .map((name) => name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`))
      .map((name) => (name.startsWith('webkit-') ? `-${name}` : name))
      .filter((name) => CSS.supports(name, 'inherit'));
  });
