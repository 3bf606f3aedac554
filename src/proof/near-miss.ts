import { ident } from 'css-tree';
import { compileSelectors, namesInUse, nearestNames, type Page } from '../page/index.js';
import { partsSeen, type Selector } from '../selector/index.js';
import { componentsHolding, escapeName, variablesReadIn } from '../hook/index.js';
import { count, list, YeltoError } from '../text/index.js';

/** Why a selector matches nothing, and one that was likely meant. */
export interface NearMiss {
  readonly why: string;
  readonly selector: string;
}

interface Guess {
  readonly selector: string;
  readonly why: string;
}

/** The first change to a selector that makes it match; undefined where none does. */
export function nearMiss(page: Page, selector: string): NearMiss | undefined {
  const inside = insideComponent(page, selector);
  if (inside) return inside;
  for (const { selector: changed, why } of guesses(page, selector)) {
    const amount = matching(page, changed);
    if (amount) return { why, selector: `${changed} (matches ${count(amount, 'element')})` };
  }
  return undefined;
}

/** What is looked for stands in a component's shadow tree, which no rule of the page reaches but by its doors. */
function insideComponent(page: Page, selector: string): NearMiss | undefined {
  const last =
    selector
      .trim()
      .split(/[\s>+~]+/)
      .pop() ?? '';
  if (last === '' || !isSelector(page, last)) return undefined;
  const [host] = componentsHolding(page, last);
  if (!host) return undefined;
  const [thing] = page.select(last, host);
  const parts = partsSeen(page.tree, thing.index).filter(({ host: at }) => page.tree.root[at] === 0);
  const door = parts.flatMap(({ host: at, names }) =>
    names.map((name) => `${escapeName(page.elements[at].tag)}::part(${escapeName(name)})`),
  )[0];
  const variables = [...new Set(variablesReadIn(page, host))];
  const offer = variables.length ? `; the component reads ${list(variables)}` : '';
  return {
    why: `"${last}" stands inside the component ${host.tag}, in a tree of its own, where no rule of the page reaches${offer}`,
    selector: door ?? '',
  };
}

function isSelector(page: Page, text: string): boolean {
  try {
    compileSelectors(page.tree, text);
    return true;
  } catch (error) {
    if (error instanceof YeltoError) return false;
    throw error;
  }
}

/**
 * A name of the selectors that nothing on the page has and the site's sheets style by: a script adds it, or
 * another page or release has it. undefined where there is none.
 */
export function nameOfElsewhere(page: Page, selectors: readonly Selector[]): string | undefined {
  const { inMarkup, inSheets } = namesOf(page);
  const name = namesIn(selectors).find((one) => !inMarkup.has(one) && inSheets.has(one));
  if (name === undefined) return undefined;
  const text = page.tree.names.textOf(name);
  return text[0] + ident.encode(text.slice(1));
}

/** Classes and ids that selectors ask for, as numbers; those in `:not()` left aside. */
function namesIn(selectors: readonly Selector[]): number[] {
  return selectors.flatMap(({ compounds }) =>
    compounds.flatMap(({ classes, ids, tests }) => [
      ...classes,
      ...ids,
      ...tests.flatMap((test) => (test.kind === 'any' || test.kind === 'has' ? namesIn(test.list) : [])),
    ]),
  );
}

interface KnownNames {
  readonly inMarkup: ReadonlySet<number>;
  readonly inSheets: ReadonlySet<number>;
}

const known = new WeakMap<object, KnownNames>();

function namesOf(page: Page): KnownNames {
  let names = known.get(page.identity);
  if (!names) {
    const { classes, id } = page.tree;
    const inMarkup = new Set([...classes.flat(), ...id]);
    const inSheets = new Set(page.styles.blocks.flatMap(({ selectors }) => namesIn(selectors)));
    known.set(page.identity, (names = { inMarkup, inSheets }));
  }
  return names;
}

function matching(page: Page, selector: string): number {
  try {
    compileSelectors(page.tree, selector);
    return page.select(selector).length;
  } catch (error) {
    if (error instanceof YeltoError) return 0;
    throw error;
  }
}

function* guesses(page: Page, selector: string): Iterable<Guess> {
  const { classes: names, ids } = namesInUse(page.elements);
  for (const [written, mark, name] of selector.matchAll(/([.#])((?:[\w-]|[^\0-\x7f])+)/g)) {
    if (mark === '.' && !names.has(name) && ids.has(name)) {
      yield {
        selector: selector.replace(written, `#${name}`),
        why: `"${name}" is an id on this page, not a class`,
      };
    }
    if (mark === '#' && !ids.has(name) && names.has(name)) {
      yield {
        selector: selector.replace(written, `.${name}`),
        why: `"${name}" is a class on this page, not an id`,
      };
    }
  }
  for (const [, tag] of selector.matchAll(/(?:^|[\s>+~])([a-z][\w-]*)/gi)) {
    if (names.has(tag))
      yield {
        selector: selector.replace(new RegExp(`(^|[\\s>+~])${tag}`), `$1.${tag}`),
        why: `the dot before the class "${tag}" is missing`,
      };
  }
  for (const near of nearestNames(page.elements, selector)) {
    for (const [written] of selector.matchAll(/[.#][\w-]+/g)) {
      if (written[0] === near[0] && page.select(near).length && !matching(page, written)) {
        yield { selector: selector.replace(written, near), why: `nothing on this page is called ${written}` };
      }
    }
  }
  if (selector.includes('>'))
    yield {
      selector: selector.replace(/\s*>\s*/g, ' '),
      why: 'a box stands between: it is a descendant, not a child',
    };
  if (/[.#][\w-]+\s+[.#]/.test(selector)) {
    yield {
      selector: selector.replace(/([.#][\w-]+)\s+(?=[.#])/, '$1'),
      why: 'both names stand on the same element: there must be no space between',
    };
  }
  if (/[.#][\w-]+[.#]/.test(selector)) {
    yield {
      selector: selector.replace(/([.#][\w-]+)(?=[.#])/, '$1 '),
      why: 'the names stand on two elements, one inside the other: a space is missing',
    };
  }
}
