import { compileSelectors, type Page, type PageElement } from '../page/index.js';
import { matchContext, matches, packSpecificity } from '../selector/index.js';
import { CompoundMaker, plus, risks, type Candidate } from './compounds.js';
import { belowOnce, both, childrenOf, contains, maskOf, rowsOf, sizeOfBoth, type Mask } from './masks.js';
import { placedCandidates, placeOf } from './places.js';
import { raised, repeatName } from './raise.js';
import { tellingCandidates } from './tell-apart.js';

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

/** Names that last as long as this need nothing else to tell the goal apart. */
const sureEnough = 1;

/** What stands at the selector's right end and before it. */
interface Sides {
  readonly rights: readonly Candidate[];
  readonly lefts: readonly Candidate[];
  readonly held: Stated;
}

/** Candidates with the state in them, where one is meant. */
interface Stated {
  readonly rights: readonly Candidate[];
  /** Where the state is another element's, that element's. */
  readonly lefts?: readonly Candidate[];
  /** Puts the state behind a compound of the target itself. */
  readonly mark: (one: Candidate) => Candidate;
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
  const held = withState(maker, goal, first);
  const rights = held.rights.filter(({ mask }) => contains(mask, wanted));
  const lefts = held.lefts ?? ancestorCandidates(maker, first);
  const sides: Sides = { rights, lefts, held };
  const loose = held.lefts
    ? combine(page, lefts, rights, wanted)
    : [...rights, ...combine(page, lefts, rights, wanted)];
  const isExact = ({ size }: Candidate) => size === goal.elements.length;
  const leastRisk = (some: readonly Candidate[]) => Math.min(...some.map(({ risk }) => risk));
  let exact = loose.filter(isExact);
  if (exact.length === 0) exact = deeper(page, maker, goal, wanted, loose).filter(isExact);
  if (leastRisk(exact) > sureEnough)
    exact.push(...telling(page, maker, wanted, first, sides).filter(isExact));
  if (leastRisk(exact) > risks.place) exact.push(...placed(page, pages, maker, goal, sides));
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

/**
 * What tells the elements apart where their names do not: contents, things that they hold or stand behind, on
 * themselves and on the boxes around.
 */
function telling(
  page: Page,
  maker: CompoundMaker,
  wanted: Mask,
  first: PageElement,
  sides: Sides,
): Candidate[] {
  const { rights, lefts, held } = sides;
  const own = tellingCandidates(maker, page.tree, first).map(held.mark);
  const told = own.filter(({ mask }) => contains(mask, wanted));
  const best = [...rights, ...told].sort((a, b) => a.size - b.size || compareCost(a, b)).slice(0, mostRights);
  if (held.lefts) return combine(page, held.lefts, told, wanted);
  const around: Candidate[] = [];
  let steps = 0;
  for (let up = first.parent; up?.parent && steps < mostAround; up = up.parent) {
    steps++;
    const distance = steps;
    around.push(...tellingCandidates(maker, page.tree, up).map((one) => ({ ...one, distance })));
  }
  const boxes = around.sort((a, b) => a.risk - b.risk || a.size - b.size).slice(0, mostLefts);
  return [...told, ...combine(page, lefts, told, wanted), ...combine(page, boxes, best, wanted)];
}

/** So many boxes around are asked what they hold, and so many candidates are tried with each other. */
const mostAround = 5;
const mostRights = 24;
const mostLefts = 40;

/** Places among the neighbours; where two do not do, all of them from the nearest box that can be named. */
function placed(
  page: Page,
  pages: readonly Page[],
  maker: CompoundMaker,
  goal: Goal,
  sides: Sides,
): Candidate[] {
  const { rights, lefts, held } = sides;
  if (goal.elements.length !== 1 || held.lefts) return [];
  const [element] = goal.elements;
  const found = placedCandidates({
    page,
    maker,
    element,
    rights,
    anchors: lefts,
    hasState: goal.state !== undefined,
  });
  return found.length ? found : pathFromNamed(page, pages, maker, goal);
}

function pathFromNamed(page: Page, pages: readonly Page[], maker: CompoundMaker, goal: Goal): Candidate[] {
  const [element] = goal.elements;
  const isNamed = (one: PageElement) =>
    !one.parent?.parent ||
    maker.singles(one).some(({ risk, hooks: [{ kind }] }) => kind !== 'tag' && risk <= 1);
  let places = '';
  let steps = 0;
  let box = element;
  do {
    if (!box.parent) return [];
    const place = placeOf(box);
    places = ` > ${place.text}${places}`;
    steps++;
    box = box.parent;
  } while (!isNamed(box));
  const [anchor] = searchSelectors(page, pages, { elements: [box], strength: 0, avoid: goal.avoid });
  if (!anchor || anchor.spill > 0) return [];
  const { candidate } = anchor;
  return [
    {
      ...candidate,
      text: candidate.text + places + (goal.state?.text ?? ''),
      specificity: plus(candidate.specificity, [0, steps + (goal.state ? 1 : 0), 0]),
      mask: maker.only(element),
      size: 1,
      risk: candidate.risk + steps * risks.count,
      positional: true,
      compounds: candidate.compounds + steps,
      distance: candidate.distance + steps,
    },
  ];
}

/** So many names of a thing beside the target are tried. */
const mostBeside = 4;

/** Candidates with the state in them: on the target itself, or on the ancestor that holds it. */
function withState(maker: CompoundMaker, goal: Goal, first: PageElement): Stated {
  const unmarked = (one: Candidate) => one;
  if (!goal.state) return { rights: maker.compounds(first), mark: unmarked };
  const { text, holders, beside } = goal.state;
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
    return { rights: maker.compounds(first), lefts, mark: unmarked };
  }
  // What the rule could match is told without the state: another thing may get into it too.
  const mark = (one: Candidate): Candidate => ({
    ...one,
    text: one.text + text,
    specificity: plus(one.specificity, [0, 1, 0]),
  });
  const stated = maker.compounds(holder).map(mark);
  return holder === first
    ? { rights: stated, mark }
    : { rights: maker.compounds(first), lefts: stated, mark: unmarked };
}
