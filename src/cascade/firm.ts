// What stands first whatever conditions hold: found from the rules that match, with their media and container queries left aside.
import type { Page, StyleBlock, StyleSet } from '../page/index.js';
import { isSteady, packSpecificity } from '../selector/index.js';
import { longhandsOf, physicalLonghandsOf } from '../value/index.js';
import { hasContainers } from './containers.js';
import type { Applied, MatchList } from './match-list.js';
import { Level, type Candidate } from './rank.js';
import { draftTargets, orderOf, solutionOf } from './solution.js';
import { standingCandidates } from './standing.js';
import { elementOf, pseudoOf, type Declaration, type Target } from './types.js';

/** The least packed specificity that an unlayered rule needs against others, by the importance of these; −1 where any will do. */
interface Needed {
  readonly normal: number;
  readonly important: number;
}

type NeededByLonghand = ReadonlyMap<string, Needed>;

/**
 * Whether a declaration of a page's draft stands before all that the platform says, on each target of its rule and whatever media
 * and container queries hold. False where that is not to be seen at once.
 */
export function isUnbeaten(
  page: Page,
  block: StyleBlock,
  { property, important }: Pick<Declaration, 'property' | 'important'>,
): boolean {
  if (!isPlainlyRanked(page) || block.layer > 0 || block.containers.length > 0) return false;
  const names = physicalLonghandsOf(property);
  return draftTargets(page, block).every(([target]) => {
    const lists = listsOf(page, target);
    const applied = lists?.drafted.applied.find((one) => one.block === block);
    if (!lists || !applied || (!important && mayBeAnimated(lists))) return false;
    const own = { important, strength: packSpecificity(applied.selector.specificity) };
    const against = neededByPlatform(lists.platform);
    return names.every((name) => isEnough(own, against.get(name)));
  });
}

/**
 * Whether what stands first of what a declaration sets on a target is another one of the draft, whatever media and container
 * queries hold. False where that is not to be seen at once.
 */
export function isFirmlyUndone(page: Page, target: Target, { property }: Declaration): boolean {
  const lists = listsOf(page, target);
  if (!isPlainlyRanked(page) || !lists || mayBeAnimated(lists)) return false;
  const longhands = longhandsOf(property);
  // Under other conditions they may be other sides.
  if (physicalLonghandsOf(property).length > longhands.length) return false;
  const [against, among] = [neededByPlatform(lists.platform), neededByConditional(lists.drafted)];
  return longhands.every((name) => {
    const candidates = standingCandidates(page, target, name);
    const [top] = candidates;
    if (!top || !isAlwaysThere(page, lists.drafted, top)) return false;
    if (candidates.some(({ declaration }) => /^revert/i.test(declaration.value))) return false;
    const own = { important: top.declaration.important, strength: top.strength };
    // Of equals in the draft the later one wins, which may be either.
    const less = { ...own, strength: own.strength - 1 };
    return isEnough(own, against.get(name)) && isEnough(less, among.get(name));
  });
}

/**
 * Whether other declarations, of the platform or the draft, stand before one of the draft on all that its rule matches, whatever
 * states are held and whatever conditions hold, and no container’s size has a say. False where that is not to be seen at once.
 */
export function isOvertaken(page: Page, block: StyleBlock, declaration: Declaration): boolean {
  const { property } = declaration;
  const longhands = longhandsOf(property);
  if (page.tree.roots.length > 1 || block.layer > 0 || block.scope || !block.selectors.every(isSteady))
    return false;
  // Under other conditions they may be other sides; what is rolled back takes others with it.
  if (physicalLonghandsOf(property).length > longhands.length || longhands.some((one) => isRolled(page, one)))
    return false;
  // A list may have more selectors than a call takes arguments.
  const strength = block.selectors.reduce((most, one) => Math.max(most, packSpecificity(one.specificity)), 0);
  const order = orderOf(page, { block, owner: 'draft' });
  const standsBefore = (one: Candidate): boolean => {
    // What the browser and its hints say gives way.
    if (one.level !== Level.Author && one.level !== Level.AuthorImportant) return false;
    if (one.declaration.important !== declaration.important) return one.declaration.important;
    if (one.attached) return true;
    if (one.strength !== strength) return one.strength > strength;
    return one.order === order ? isLater(one.declaration, declaration) : one.order > order;
  };
  const groups = draftTargets(page, block);
  return (
    groups.length > 0 &&
    groups.every(([target]) => {
      const element = elementOf(target);
      const lists = solutionOf(page).lists(element.index, pseudoOf(target));
      const isThere = (one: Candidate) =>
        one.attached || lists.some((list) => isAlwaysThere(page, list, one, isInAnyState));
      return (
        !mentionsRoll(element.attributes.get('style') ?? '') &&
        !lists.some(hasContainers) &&
        longhands.every((name) =>
          standingCandidates(page, target, name).some((one) => standsBefore(one) && isThere(one)),
        )
      );
    })
  );
}

const isInAnyState = ({ selector, block }: Applied): boolean => isSteady(selector) && !block.scope;

const isLater = (one: Declaration, other: Declaration): boolean =>
  one.line === other.line ? one.column > other.column : one.line > other.line;

const mentionsRoll = (text: string) => /revert/i.test(text);

/** Whether any rule of a page or its draft, in some state and under some condition, rolls a longhand back. */
const isRolled = ({ styles, overlay }: Page, longhand: string): boolean =>
  [styles, overlay?.styles].some((one) => {
    const rolled = one && rolledIn(one);
    return rolled !== undefined && (rolled.isAny || rolled.longhands.has(longhand));
  });

interface Rolled {
  /** Whether variables may hold such a word, which any longhand may read. */
  readonly isAny: boolean;
  readonly longhands: ReadonlySet<string>;
}

const rolls = new WeakMap<StyleSet, Rolled>();

function rolledIn(styles: StyleSet): Rolled {
  let found = rolls.get(styles);
  if (!found) {
    const properties = styles.blocks.flatMap(({ declarations }) =>
      declarations.flatMap(({ property, value }) => (mentionsRoll(value) ? property : [])),
    );
    const isAny = properties.some((one) => one.startsWith('--'));
    rolls.set(styles, (found = { isAny, longhands: new Set(properties.flatMap(physicalLonghandsOf)) }));
  }
  return found;
}

interface Lists {
  readonly platform: MatchList;
  readonly drafted: MatchList;
}

/** undefined for a thing with a style attribute of its own. */
function listsOf(page: Page, target: Target): Lists | undefined {
  const { index } = elementOf(target);
  const pseudo = pseudoOf(target);
  if (pseudo === '' && page.tree.attributes[index].has('style')) return undefined;
  const [platform, drafted] = solutionOf(page).lists(index, pseudo);
  return { platform, drafted };
}

/** Whether specificity alone ranks the draft's unlayered rules against the platform's. */
const isPlainlyRanked = ({ overlay, tree }: Page): boolean =>
  overlay !== undefined && overlay.place === 'after' && tree.roots.length === 1;

/** Whether it is an unlayered rule of a list, under no condition, that says it, by such a selector. */
const isAlwaysThere = (
  page: Page,
  { applied }: MatchList,
  { order, flowRelative }: Candidate,
  isMeant: (one: Applied) => boolean = () => true,
): boolean =>
  flowRelative === undefined &&
  applied.some(
    (one) =>
      // The browser's own rules are numbered by themselves.
      one.owner !== 'browser' &&
      isUnconditional(one.block) &&
      one.block.layer === 0 &&
      orderOf(page, one) === order &&
      isMeant(one),
  );

const isUnconditional = ({ condition, containers }: StyleBlock): boolean =>
  condition === 0 && containers.length === 0;

const mayBeAnimated = ({ platform, drafted }: Lists): boolean =>
  neededByPlatform(platform).has('animation-name') || neededByAll(drafted).has('animation-name');

type Strength = { readonly important: boolean; readonly strength: number };

function isEnough({ important, strength }: Strength, needed: Needed | undefined): boolean {
  if (!needed) return true;
  return important ? strength >= needed.important : needed.important < 0 && strength >= needed.normal;
}

/** Needs of the rules of a list that are meant, each list read once. */
function needs(isMeant: (one: Applied) => boolean): (list: MatchList) => NeededByLonghand {
  const known = new WeakMap<MatchList, NeededByLonghand>();
  return (list) => {
    let found = known.get(list);
    if (!found) known.set(list, (found = neededAgainst(list.applied.filter(isMeant))));
    return found;
  };
}

const neededByPlatform = needs(({ owner }) => owner !== 'draft');
const neededByAll = needs(() => true);
const neededByConditional = needs(({ block }) => !isUnconditional(block));

function neededAgainst(rules: readonly Applied[]): NeededByLonghand {
  const found = new Map<string, Needed>();
  for (const { block, selector, owner, proximity } of rules) {
    // A scope's nearness decides between equals.
    const strength = packSpecificity(selector.specificity) + (proximity > -Infinity ? 1 : 0);
    for (const { property, important } of block.declarations) {
      // The browser's own and what is layered give way; where they are important, they go before.
      const isRankedByImportance = owner === 'browser' || block.layer > 0;
      const needed = !isRankedByImportance ? strength : important ? Infinity : -1;
      for (const name of physicalLonghandsOf(property)) {
        const { normal, important: firm } = found.get(name) ?? { normal: -1, important: -1 };
        found.set(
          name,
          important
            ? { normal, important: Math.max(firm, needed) }
            : { normal: Math.max(normal, needed), important: firm },
        );
      }
    }
  }
  return found;
}
