import type { PageElement } from '../page/index.js';
import type { Tree } from '../selector/index.js';
import { plus, risks, type Candidate, type CompoundMaker } from './compounds.js';
import { above, behindThese, both, sizeOf, type Mask } from './masks.js';

/** So many things inside an element are asked for names. */
const mostInside = 40;
const mostOwn = 3;
const mostOther = 4;
/** Only names that are at least as sure as these tell another thing apart. */
const surest = 2;

/**
 * What tells an element from others of its kind where its names do not: an attribute of its content, a named thing
 * that it holds (`label:has([name="card"])`), a named thing right before it (`.heading + p`). [] for nothing.
 */
export function tellingCandidates(maker: CompoundMaker, tree: Tree, element: PageElement): Candidate[] {
  const contents = maker.contents(element);
  const names = maker.singles(element);
  const own = [...names].sort((a, b) => a.risk - b.risk).slice(0, mostOwn);
  return [
    ...contents,
    ...contents.flatMap((one) => own.map((name) => withBoth(name, one))),
    ...holding(maker, tree, element, own),
    ...followed(maker, tree, element, own),
  ];
}

function withBoth(name: Candidate, content: Candidate): Candidate {
  return made(name, content, name.text + content.text, both(name.mask, content.mask), 0);
}

function holding(
  maker: CompoundMaker,
  tree: Tree,
  element: PageElement,
  own: readonly Candidate[],
): Candidate[] {
  const found = new Map<string, Candidate>();
  for (const inner of insideOf(element)) {
    for (const name of tellingOf(maker, inner)) {
      if (found.has(`${own[0].text}:has(${name.text})`)) continue;
      const holders = above(name.mask, tree);
      for (const one of own) {
        const text = `${one.text}:has(${name.text})`;
        found.set(text, made(one, name, text, both(one.mask, holders), 0));
      }
    }
  }
  return [...found.values()];
}

function followed(
  maker: CompoundMaker,
  tree: Tree,
  element: PageElement,
  own: readonly Candidate[],
): Candidate[] {
  const neighbours = element.parent?.children ?? [];
  const before = neighbours[neighbours.indexOf(element) - 1];
  // Of a list's rows the one before is no more than a place.
  if (!before || isAlike(before, element)) return [];
  return tellingOf(maker, before).flatMap((name) => {
    const next = behindThese(name.mask, tree);
    return own.map((one) => made(one, name, `${name.text} + ${one.text}`, both(one.mask, next), 1));
  });
}

function isAlike(a: PageElement, b: PageElement): boolean {
  return a.tag === b.tag && (a.classes.length === 0 || a.classes.some((name) => b.classes.includes(name)));
}

/** The surest names and contents of another thing, by which it may tell this one. */
function tellingOf(maker: CompoundMaker, element: PageElement): Candidate[] {
  return [...maker.singles(element), ...maker.contents(element)]
    .filter(({ risk, hooks: [{ kind }] }) => kind !== 'tag' && risk <= surest)
    .sort((a, b) => a.risk - b.risk || a.size - b.size)
    .slice(0, mostOther);
}

function* insideOf(element: PageElement): Generator<PageElement> {
  const open = [...element.children];
  for (let count = 0; open.length && count < mostInside; count++) {
    const one = open.shift()!;
    yield one;
    open.push(...one.children);
  }
}

function made(own: Candidate, other: Candidate, text: string, mask: Mask, compounds: number): Candidate {
  const isTag = own.hooks.every(({ kind }) => kind === 'tag');
  return {
    text,
    specificity: plus(own.specificity, other.specificity),
    mask,
    size: sizeOf(mask),
    hooks: [...own.hooks, ...other.hooks],
    // As with two names on one element, a tag takes its risk only where it stands alone.
    risk: (isTag ? 0 : own.risk) + other.risk + risks.relation,
    positional: own.positional || other.positional,
    compounds: own.compounds + compounds,
    distance: 0,
  };
}
