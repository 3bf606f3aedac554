import { compileSelectors, type Page, type PageElement } from '../page/index.js';
import { matchContext, matches, packSpecificity, type Specificity, type Tree } from '../selector/index.js';
import { CompoundMaker, plus, type Candidate } from './compounds.js';
import { below, both, childrenOf, contains, maskOf, rowsOf, sizeOf, sizeOfBoth, type Mask } from './masks.js';

/** What the selector must do. */
export interface Goal {
  readonly elements: readonly PageElement[];
  /** Least packed specificity. */
  readonly strength: number;
  /** A state in the selector: text such as `:hover` on the element of each target that holds it. */
  readonly state?: {
    readonly text: string;
    readonly holders: ReadonlyMap<PageElement, PageElement>;
    /** Who holds it inside of the box that is named as holder, where it stands beside the target. */
    readonly beside: ReadonlyMap<PageElement, PageElement>;
  };
  readonly avoid: readonly string[];
  /** Whether a selector does right on the other pages; undefined where there are none. */
  readonly fits?: (selector: string) => boolean;
}

/** So many of the best candidates are tried on other pages. */
const mostTried = 60;

export interface Found {
  readonly candidate: Candidate;
  readonly spill: number;
}

/** Negative when `a` is the better selector. */
export function compareCost(a: Candidate, b: Candidate): number {
  return (
    a.risk - b.risk ||
    Number(a.positional) - Number(b.positional) ||
    packSpecificity(a.specificity) - packSpecificity(b.specificity) ||
    a.compounds - b.compounds ||
    a.distance - b.distance ||
    a.text.length - b.text.length ||
    (a.text < b.text ? -1 : 1)
  );
}

/**
 * Selectors that match exactly the goal's elements and are strong enough, best first; where there is none,
 * those with the least spill.
 */
export function searchSelectors(page: Page, pages: readonly Page[], goal: Goal): Found[] {
  const maker = new CompoundMaker(page, pages, goal.avoid);
  const [first] = goal.elements;
  const wanted = maskOf(
    page.tree.size,
    goal.elements.map(({ index }) => index),
  );
  const held = goal.state ? withState(maker, goal, first) : undefined;
  const rights = (held?.rights ?? maker.compounds(first)).filter(({ mask }) => contains(mask, wanted));
  const lefts = held?.lefts ?? ancestorCandidates(maker, first);
  const loose = held?.lefts
    ? combine(page, lefts, rights, wanted)
    : [...rights, ...combine(page, lefts, rights, wanted)];
  const isExact = ({ size }: Candidate) => size === goal.elements.length;
  let exact = loose.filter(isExact);
  if (exact.length === 0) exact = deeper(page, maker, goal, wanted, loose).filter(isExact);
  if (exact.length === 0) exact = positional(page, goal, rights, lefts, wanted);
  if (goal.fits) {
    const fitting = [...exact]
      .sort(compareCost)
      .slice(0, mostTried)
      .filter(({ text }) => goal.fits!(text));
    if (fitting.length) exact = fitting;
  }
  const strong = strengthened(page, maker, goal, wanted, exact.length ? exact : loose);
  if (exact.length) return rankedFound(strong, goal);
  return rankedFound(strong, goal)
    .sort((a, b) => a.spill - b.spill)
    .slice(0, 5);
}

/**
 * Candidates that are strong enough: as they are, where any is; else with a name repeated or an upstream id
 * put in front.
 */
function strengthened(
  page: Page,
  maker: CompoundMaker,
  goal: Goal,
  wanted: Mask,
  candidates: readonly Candidate[],
): Candidate[] {
  const isStrong = ({ specificity }: Candidate) => packSpecificity(specificity) >= goal.strength;
  const asTheyAre = candidates.filter(isStrong);
  if (asTheyAre.length) return asTheyAre;
  const best = [...candidates].sort(compareCost).slice(0, 12);
  const ids = ancestorCandidates(maker, goal.elements[0]).filter(({ hooks: [{ kind }] }) => kind === 'id');
  const longer = best.flatMap((candidate) => [
    ...[repeatName(candidate, goal.strength) ?? []].flat(),
    ...combineOutside(page, ids, candidate, wanted).flatMap((longer) =>
      isStrong(longer) ? longer : (repeatName(longer, goal.strength) ?? []),
    ),
  ]);
  const fitting = goal.fits ? longer.filter(({ text }) => goal.fits!(text)) : longer;
  if (fitting.length) return fitting;
  return longer.length ? longer : best.map((candidate) => raised(candidate, goal.strength));
}

/** What stands above or beside everything, from the weakest: it adds strength and changes nothing else. */
const raises: readonly (readonly [before: string, behind: string, adds: Specificity])[] = [
  ['body ', '', [0, 0, 1]],
  ['html body ', '', [0, 0, 2]],
  [':root ', '', [0, 1, 0]],
  [':root body ', '', [0, 1, 1]],
  [':root:root ', '', [0, 2, 0]],
  [':root:root body ', '', [0, 2, 1]],
  [':root:root:root ', '', [0, 3, 0]],
  ['', ':not(#_)', [1, 0, 0]],
  [':root:root ', ':not(#_)', [1, 2, 0]],
  ['', ':not(#_):not(#_)', [2, 0, 0]],
  ['', ':not(#_):not(#_):not(#_)', [3, 0, 0]],
];

/** The last way to strength, where there is no name to repeat and no id above. */
function raised(candidate: Candidate, strength: number): Candidate {
  const isOutermost = /^(html|body|head)\b/.test(candidate.text);
  const found = raises.find(
    ([before, , adds]) =>
      !(before && isOutermost) && packSpecificity(plus(candidate.specificity, adds)) >= strength,
  );
  if (!found) return candidate;
  const [before, behind, adds] = found;
  const text = `${before}${candidate.text}${behind}`;
  return {
    ...candidate,
    text,
    specificity: plus(candidate.specificity, adds),
    compounds: candidate.compounds + 1,
  };
}

function rankedFound(candidates: readonly Candidate[], goal: Goal): Found[] {
  const texts = new Set<string>();
  return [...candidates]
    .sort(compareCost)
    .filter(({ text }) => !texts.has(text) && texts.add(text))
    .map((candidate) => ({ candidate, spill: candidate.size - goal.elements.length }));
}

/** Names on all ancestors, nearest first; of tags only those that say what the box is. */
function ancestorCandidates(maker: CompoundMaker, element: PageElement): Candidate[] {
  const found: Candidate[] = [];
  let steps = 0;
  for (let up = element.parent; up; up = up.parent) {
    const { tag } = up;
    const isUseful = ({ hooks: [{ kind }] }: Candidate) =>
      kind !== 'tag' ||
      /^(main|nav|aside|header|footer|article|section|form|table|thead|tbody|ul|ol|dl)$/.test(tag);
    steps++;
    found.push(
      ...maker
        .singles(up)
        .filter(isUseful)
        .map((one) => ({ ...one, distance: steps })),
    );
  }
  return found;
}

const knownBelow = new WeakMap<Mask, Mask>();

/** The names of a page's ancestors are asked for at every search, and their sets are kept. */
function belowOnce(mask: Mask, tree: Tree): Mask {
  let found = knownBelow.get(mask);
  if (!found) knownBelow.set(mask, (found = below(mask, tree)));
  return found;
}

function combine(
  page: Page,
  lefts: readonly Candidate[],
  rights: readonly Candidate[],
  wanted: Mask,
): Candidate[] {
  const found: Candidate[] = [];
  for (const left of lefts) {
    for (const [joint, reach] of [
      [' ', belowOnce(left.mask, page.tree)],
      [' > ', childrenOf(left.mask, page.tree)],
    ] as const) {
      if (!contains(reach, wanted)) continue;
      for (const right of rights) found.push(chained(left, joint, right, reach));
    }
  }
  return found;
}

/** `reach` is where the left part lets the right one match. The set is made when asked for: most never are. */
function chained(left: Candidate, joint: string, right: Candidate, reach: Mask): Candidate {
  let mask: Mask | undefined;
  return {
    text: left.text + joint + right.text,
    specificity: plus(left.specificity, right.specificity),
    get mask() {
      return (mask ??= both(reach, right.mask));
    },
    size: sizeOfBoth(reach, right.mask),
    hooks: [...left.hooks, ...right.hooks],
    risk: left.risk + right.risk,
    positional: left.positional || right.positional,
    compounds: left.compounds + right.compounds,
    distance: left.distance + right.distance,
  };
}

/** A third compound in front, where two do not single the goal out. */
function deeper(
  page: Page,
  maker: CompoundMaker,
  goal: Goal,
  wanted: Mask,
  twos: readonly Candidate[],
): Candidate[] {
  const ancestors = ancestorCandidates(maker, goal.elements[0]);
  const base = [...twos].sort((a, b) => a.size - b.size || compareCost(a, b)).slice(0, 12);
  return base
    .filter(({ compounds }) => compounds === 2)
    .flatMap((two) => combineOutside(page, ancestors, two, wanted));
}

/**
 * `a b c` where `a` stands above the whole of `b c`. Only the wanted elements are tried; what else the
 * selector matches is taken to be all of `b c` below `a`, which is never too little.
 */
function combineOutside(page: Page, lefts: readonly Candidate[], two: Candidate, wanted: Mask): Candidate[] {
  const context = matchContext(page.tree);
  const rows = rowsOf(wanted);
  return lefts.flatMap((left) => {
    const reach = belowOnce(left.mask, page.tree);
    if (!contains(reach, wanted)) return [];
    const [selector] = compileSelectors(page.tree, `${left.text} ${two.text}`);
    const matchesAll = rows.every((row) => matches(selector, row, context));
    return matchesAll ? [chained(left, ' ', two, reach)] : [];
  });
}

/** A place among the neighbours, where no name tells the target from them. */
function positional(
  page: Page,
  goal: Goal,
  rights: readonly Candidate[],
  lefts: readonly Candidate[],
  wanted: Mask,
): Candidate[] {
  if (goal.elements.length !== 1 || goal.state) return [];
  const [element] = goal.elements;
  const parent = element.parent;
  if (!parent) return [];
  const nth = parent.children.indexOf(element) + 1;
  const text =
    nth === 1 ? ':first-child' : nth === parent.children.length ? ':last-child' : `:nth-child(${nth})`;
  const placed = rights.map((right): Candidate => {
    const placedText = right.text + text;
    const mask = maskOf(
      page.tree.size,
      page.select(placedText).map(({ index }) => index),
    );
    return {
      ...right,
      text: placedText,
      specificity: plus(right.specificity, [0, 1, 0]),
      mask,
      size: sizeOf(mask),
      positional: true,
    };
  });
  const near = [...placed, ...combine(page, lefts, placed, wanted)];
  const exact = near.filter(({ size }) => size === 1);
  return exact.length ? exact : [fullPath(page, element)];
}

/** The last resort: the way from the root, place by place. */
function fullPath(page: Page, element: PageElement): Candidate {
  const parts: string[] = [];
  for (let at: PageElement | null = element; at; at = at.parent) {
    parts.unshift(at.parent ? `${at.tag}:nth-child(${at.parent.children.indexOf(at) + 1})` : at.tag);
  }
  const text = parts.join(' > ');
  const mask = maskOf(
    page.tree.size,
    page.select(text).map(({ index }) => index),
  );
  return {
    text,
    specificity: [0, parts.length - 1, parts.length],
    mask,
    size: sizeOf(mask),
    hooks: [],
    risk: 0,
    positional: true,
    compounds: parts.length,
    distance: 0,
  };
}

/** Repeats a class or id until the selector is strong enough; undefined where there is none to repeat. */
function repeatName(candidate: Candidate, strength: number): Candidate | undefined {
  let { text, specificity } = candidate;
  const last = candidate.hooks[candidate.hooks.length - 1];
  const repeatable =
    candidate.hooks.findLast(({ kind }) => kind === 'class' || kind === 'attribute') ??
    candidate.hooks.find(({ kind }) => kind === 'id');
  if (!last || !repeatable) return undefined;
  const idsWanted = Math.floor(strength / 0x100000000);
  // No number of classes reaches an id's strength.
  const isIdNeeded = idsWanted > specificity[0];
  const repeated = isIdNeeded ? candidate.hooks.find(({ kind }) => kind === 'id') : repeatable;
  if (!repeated) return undefined;
  for (let times = 0; times < 12 && packSpecificity(specificity) < strength; times++) {
    const at = text.lastIndexOf(repeated.selector) + repeated.selector.length;
    text = text.slice(0, at) + repeated.selector + text.slice(at);
    specificity = plus(specificity, repeated.kind === 'id' ? [1, 0, 0] : [0, 1, 0]);
  }
  // A repeated name is a trick: one more compound in the cost, so that a plain upstream name is preferred.
  return packSpecificity(specificity) >= strength
    ? { ...candidate, text, specificity, compounds: candidate.compounds + 1 }
    : undefined;
}

/** So many names of a thing beside the target are tried. */
const mostBeside = 4;

/** Candidates with the state in them: on the target itself, or on the ancestor that holds it. */
function withState(
  maker: CompoundMaker,
  goal: Goal,
  first: PageElement,
): { rights: Candidate[]; lefts?: Candidate[] } {
  const { text, holders, beside } = goal.state!;
  const holder = holders.get(first) ?? first;
  const other = beside.get(first);
  if (other) {
    const inside = [...maker.compounds(other)].sort(compareCost).slice(0, mostBeside);
    const lefts = maker.compounds(holder).flatMap((box) =>
      inside.map((one): Candidate => ({
        ...box,
        text: `${box.text}:has(${one.text}${text})`,
        specificity: plus(plus(box.specificity, one.specificity), [0, 1, 0]),
        hooks: [...box.hooks, ...one.hooks],
        risk: box.risk + one.risk,
        compounds: box.compounds + one.compounds,
      })),
    );
    return { rights: maker.compounds(first), lefts };
  }
  // What the rule could match is told without the state: another thing may get into it too.
  const stated = maker.compounds(holder).map((one): Candidate => ({
    ...one,
    text: one.text + text,
    specificity: plus(one.specificity, [0, 1, 0]),
  }));
  return holder === first ? { rights: stated } : { rights: maker.compounds(first), lefts: stated };
}
