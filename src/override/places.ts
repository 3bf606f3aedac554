import type { Page, PageElement } from '../page/index.js';
import { plus, risks, type Candidate, type CompoundMaker } from './compounds.js';
import { below, belowOnce, both, childrenOf, isOneOf, type Mask } from './masks.js';

/** A place among the neighbours of an element, as a compound. */
interface Place {
  readonly text: string;
  readonly risk: number;
}

/** A part of a selector, from its left end on, with the elements that its last compound matches. */
type Part = Omit<Candidate, 'size'>;

/** Parts that all match one element on the way to the target, with what all of them have in common. */
interface Parts {
  readonly list: readonly Part[];
  /** Where this leaves more than one element, no part that goes on from these singles one out. */
  readonly common: Mask;
}

/** How many steps up a place is looked for, and how many names at each step. */
const mostSteps = 12;
const mostAnchors = 10;
const mostNames = 4;

/** What the search for places goes by. */
export interface PlaceSearch {
  readonly page: Page;
  readonly maker: CompoundMaker;
  readonly element: PageElement;
  /** Names of the element itself, its state included where one is meant. */
  readonly rights: readonly Candidate[];
  readonly hasState: boolean;
  /** Names of the boxes around, the nearest first, each with its steps up as `distance`. */
  readonly anchors: readonly Candidate[];
}

/**
 * Selectors that single an element out by places among neighbours, counted from the nearest named box and on as few
 * steps as possible. [] where two places do not do.
 */
export function placedCandidates(search: PlaceSearch): Candidate[] {
  const path = pathOf(search.element);
  const contents = search.hasState ? [] : search.maker.contents(search.element);
  const rights = [...search.rights, ...contents].sort(
    (a, b) => a.risk - b.risk || a.text.length - b.text.length,
  );
  const own = rights.slice(0, mostNames);
  const places = path.map((_, step) => placedAt(search, path, step, own));
  const once = places.flatMap((parts, step) => exactEnds(search, parts, step, own));
  if (once.length) return once;
  for (let outer = 1; outer < path.length; outer++) {
    for (let inner = 0; inner < outer; inner++) {
      const twice = exactTwice(search, { path, places, own }, outer, inner);
      if (twice.length) return twice;
    }
  }
  return [];
}

/** Selectors that single the element out by a place at each of two steps. */
function exactTwice(
  search: PlaceSearch,
  on: {
    readonly path: readonly PageElement[];
    readonly places: readonly Parts[];
    readonly own: readonly Candidate[];
  },
  outer: number,
  inner: number,
): Candidate[] {
  const { path, places, own } = on;
  const isChild = outer - inner === 1;
  const second = secondPlaces(search, path[inner], isChild);
  const reach = (isChild ? childrenOf : below)(places[outer].common, search.page.tree);
  const common = [reach, ...second.map(({ mask }) => mask)].reduce(both);
  if (!canSingleOut(search, common, inner, own)) return [];
  const list = places[outer].list.flatMap((part) => stepped(search, part, second, isChild));
  return exactEnds(search, { list, common }, inner, own);
}

/** False where the names of the element below all that some parts have in common leave more than one element. */
function canSingleOut({ page }: PlaceSearch, common: Mask, step: number, own: readonly Candidate[]): boolean {
  const reach = step === 0 ? common : (step === 1 ? childrenOf : below)(common, page.tree);
  return isOneOf(reach, step === 0 ? reach : own.map(({ mask }) => mask).reduce(both, reach));
}

/** The element and the boxes around it, as far as places are looked for; the root has none. */
function pathOf(element: PageElement): PageElement[] {
  const path: PageElement[] = [];
  for (let at: PageElement | null = element; at?.parent && path.length < mostSteps; at = at.parent)
    path.push(at);
  return path;
}

/** A compound of no name. */
const nameless: Omit<Part, 'mask'> = {
  text: '',
  specificity: [0, 0, 0],
  hooks: [],
  risk: 0,
  compounds: 1,
  distance: 0,
  positional: true,
};

/** The place at one step, bare and with a name, alone and behind each anchor that stands above it. */
function placedAt(
  { page, maker, anchors, hasState }: PlaceSearch,
  path: readonly PageElement[],
  step: number,
  own: readonly Candidate[],
): Parts {
  const element = path[step];
  const place = placeOf(element);
  const names = step === 0 ? own : maker.singles(element).filter(isSure).slice(0, mostNames);
  const bare: Part = { ...nameless, mask: maker.mask('*') };
  const compounds = [...(hasState && step === 0 ? [] : [bare]), ...names].map((name): Part => ({
    ...name,
    text: name.text + place.text,
    specificity: plus(name.specificity, [0, 1, 0]),
    mask: both(name.mask, maker.mask(place.text)),
    risk: name.risk + place.risk,
    positional: true,
    distance: 0,
  }));
  const around = anchors.filter(({ distance }) => distance > step);
  const near = [...around].sort((a, b) => a.risk - b.risk || a.distance - b.distance).slice(0, mostAnchors);
  const behind = near.map((anchor) => {
    const children = anchor.distance === step + 1 ? childrenOf(anchor.mask, page.tree) : undefined;
    return { anchor, children, inside: belowOnce(anchor.mask, page.tree) };
  });
  const list = [
    ...compounds.filter(({ text }) => text !== place.text),
    ...behind.flatMap(({ anchor, children, inside }) =>
      compounds.flatMap((part) => [
        ...(part.text === place.text ? [] : [after(anchor, ' ', part, inside)]),
        ...(children ? [after(anchor, ' > ', part, children)] : []),
      ]),
    ),
  ];
  const reaches = behind.map(({ children, inside }) => children ?? inside);
  const common = [...compounds.map(({ mask }) => mask), ...reaches].reduce(both);
  return { list, common };
}

/** What may stand at a second place: bare only right below the first. */
function secondPlaces({ maker }: PlaceSearch, element: PageElement, isChild: boolean): Part[] {
  const place = placeOf(element);
  const mask = maker.mask(place.text);
  const bare: Part = { ...nameless, text: place.text, specificity: [0, 1, 0], mask, risk: place.risk };
  const named = maker
    .singles(element)
    .filter(isSure)
    .slice(0, 2)
    .map((name): Part => ({
      ...bare,
      text: name.text + place.text,
      specificity: plus(name.specificity, [0, 1, 0]),
      mask: both(name.mask, mask),
      hooks: name.hooks,
      risk: name.risk + place.risk,
    }));
  return isChild ? [bare, ...named] : named;
}

/** A second place below the first. */
function stepped({ page }: PlaceSearch, part: Part, second: readonly Part[], isChild: boolean): Part[] {
  const reach = (isChild ? childrenOf : below)(part.mask, page.tree);
  return second.map((next) => after(part, isChild ? ' > ' : ' ', next, reach));
}

/** Parts that end at the element and match nothing else: where the place is further up, with a name of it behind. */
function exactEnds(
  search: PlaceSearch,
  { list, common }: Parts,
  step: number,
  own: readonly Candidate[],
): Candidate[] {
  if (!canSingleOut(search, common, step, own)) return [];
  if (step === 0) return exactOf(list);
  const { page } = search;
  const parts = list.flatMap((part) => {
    const inside = below(part.mask, page.tree);
    const children = step === 1 ? childrenOf(part.mask, page.tree) : undefined;
    return own.flatMap((right) => [
      after(part, ' ', right, inside),
      ...(children ? [after(part, ' > ', right, children)] : []),
    ]);
  });
  return exactOf(parts);
}

function after(left: Part, joint: string, right: Part, reach: Mask): Part {
  let mask: Mask | undefined;
  return {
    text: left.text + joint + right.text,
    specificity: plus(left.specificity, right.specificity),
    get mask() {
      return (mask ??= both(reach, right.mask));
    },
    hooks: [...left.hooks, ...right.hooks],
    risk: left.risk + (isTagAt(right) ? right.risk - lessWithAnchor : right.risk),
    compounds: left.compounds + right.compounds,
    distance: left.distance + right.distance,
    positional: true,
  };
}

const exactOf = (parts: readonly Part[]): Candidate[] =>
  parts.filter(({ mask }) => isOneOf(mask, mask)).map((part) => ({ ...part, size: 1 }));

/** A tag says little by itself; in a named box it only makes a place surer. */
const isTagAt = ({ hooks }: Part) => hooks.length === 1 && hooks[0].kind === 'tag';
const lessWithAnchor = 1.25;

const isSure = ({ risk }: Candidate) => risk <= 2;

/** From which end an element is counted: the one from which fewer of a kind that repeats are passed. */
export function placeOf(element: PageElement): Place {
  const neighbours = element.parent!.children;
  const at = neighbours.indexOf(element);
  const behind = neighbours.length - 1 - at;
  const kinds = new Map<string, number>();
  for (const one of neighbours) kinds.set(kindOf(one), (kinds.get(kindOf(one)) ?? 0) + 1);
  const passed = (some: readonly PageElement[]) => some.filter((one) => kinds.get(kindOf(one))! >= 3).length;
  const fromFront = passed(neighbours.slice(0, at));
  const fromEnd = passed(neighbours.slice(at + 1));
  const isFromEnd = fromEnd < fromFront || (fromEnd === fromFront && behind < at);
  if (isFromEnd)
    return behind === 0
      ? { text: ':last-child', risk: risks.place }
      : { text: `:nth-last-child(${behind + 1})`, risk: risks.count };
  return at === 0
    ? { text: ':first-child', risk: risks.place }
    : { text: `:nth-child(${at + 1})`, risk: risks.count };
}

const kindOf = ({ tag, classes }: PageElement) => `${tag}.${classes[0] ?? ''}`;
