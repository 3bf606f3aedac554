import { elementOf, unfilledOn, type Target } from '../cascade/index.js';
import { looksAt, type DraftPlace, type Page } from '../page/index.js';
import { packSpecificity, specificityText } from '../selector/index.js';
import { mediaFault } from '../sheet/index.js';
import { count, YeltoError } from '../text/index.js';
import { animationWarnings, hidingWarnings, insteadOf } from './advice.js';
import { countedAt } from './counted.js';
import { elsewhereWarnings } from './elsewhere.js';
import { findSelectors } from './find-selectors.js';
import { heldByKind, heldThere } from './held.js';
import { writeInside } from './inside.js';
import { rowsOf } from './masks.js';
import { narrow } from './narrow.js';
import { allNeeds, needsOf, type Needs } from './needs.js';
import { isOfWindow, provenWarnings } from './proven.js';
import { alikeTargets } from './reach.js';
import { ruleText } from './rule-text.js';
import type { Found } from './search.js';
import type { Alternative, Elsewhere, Override, Wish } from './types.js';

/**
 * The best rule that makes the wish true: exactly the wanted targets, the surest names, the least
 * specificity that wins, importance only where nothing else can. With several pages the targets are those of
 * the first; all of their kind are looked for on every page, and the rule wins on each. Only what changes is
 * declared. Where nothing can win or nothing matches exactly, the nearest rule comes with warnings that say so.
 * @throws YeltoError when no target or no declaration is given, or a declaration is not valid.
 */
export function writeOverride(pages: Page | readonly Page[], wish: Wish): Override {
  const all = Array.isArray(pages) ? (pages as readonly Page[]) : [pages as Page];
  checkWish(all[0], wish);
  const states = wish.held ?? [];
  if (states.length < 2) return writeOne(all, wish);
  return inAnyState(
    states.map((state) => writeOne(all, { ...wish, held: [state] })),
    wish,
  );
}

/**
 * The selector of that rule alone, for one page and a wish without states: undefined where it has others than plain names, or
 * matches more or less than the wanted.
 * @throws YeltoError as `writeOverride` does.
 */
export function exactSelector(page: Page, wish: Wish): string | undefined {
  checkWish(page, wish);
  const { selector, matched, spill } = isInside(wish) ? writeOne([page], wish) : best(searched([page], wish));
  const isExact = spill.length === 0 && matched.length === new Set(wish.at.map(elementOf)).size;
  return isExact && !/:nth-|,/.test(selector) ? selector : undefined;
}

/** `atLeast` is a packed specificity that the selector must have whatever it has to beat. */
function writeOne(all: readonly Page[], asked: Wish, atLeast = 0): Override {
  if (isInside(asked)) return writeInside(all, asked, writeOne);
  return assemble(searched(all, asked, atLeast));
}

const isInside = ({ at }: Wish) => at.some((target) => elementOf(target).host);

/** What was found for a wish, the best selector first. */
interface Searched {
  readonly page: Page;
  readonly all: readonly Page[];
  readonly wish: Wish;
  readonly targets: readonly Target[];
  readonly needs: Needs;
  readonly needless: readonly string[];
  readonly found: readonly Found[];
  readonly elsewhere: (selector: string) => Elsewhere[];
}

function searched(all: readonly Page[], asked: Wish, atLeast = 0): Searched {
  const held = asked.held?.length ? heldByKind(all[0], asked) : undefined;
  const [page, ...others] = all.map((one, i) =>
    held ? one.under({ held: i ? heldThere(one, held) : held }) : one,
  );
  const isAlike = asked.reach === 'alike';
  const targets = isAlike ? alikeTargets(page, asked.at) : [...asked.at];
  const place = asked.panel?.place ?? 'unknown';
  const views = viewsOf(page, asked);
  const { set, needless } = narrow(views.all, targets, asked.set);
  const wish = { ...asked, set, held };
  const wanted = [targets, ...others.map((other) => (isAlike ? alikeTargets(other, wish.at) : []))];
  const needs = allNeeds(
    [page, ...others].flatMap((one, i) =>
      wanted[i].length ? needsIn(i ? viewsOf(one, wish) : views, wanted[i], set, place) : [],
    ),
  );
  const elsewhere = (selector: string): Elsewhere[] =>
    others.map((other, i) => {
      const matched = other.select(selector);
      const asked = new Set(wanted[i + 1].map(elementOf));
      const missed = [...asked].filter((one) => !matched.includes(one));
      const spill = isAlike ? matched.filter((one) => !asked.has(one)) : [];
      return { page: other.name, matched, spill, missed };
    });
  const strength = Math.max(needs.strength, atLeast);
  const found = findSelectors(page, all, wish, targets, strength, elsewhere);
  if (!found.length) {
    throw new YeltoError('No selector can single out what was pointed at.', {
      remedy: 'Allow names that were to be avoided, or point at fewer things.',
    });
  }
  return { page, all, wish, targets, needs, needless, elsewhere, found: surestFirst(found, elsewhere) };
}

/** A page under the conditions in which a rule is to win. */
interface Views {
  /** Those that decide: the page's own, or all in which the media query holds. */
  readonly own: readonly Page[];
  /** Beside these, the windows in which the site says otherwise. */
  readonly all: readonly Page[];
}

function viewsOf(page: Page, { media, draft = '', panel }: Wish): Views {
  const place: DraftPlace = panel?.place === 'after' ? 'after' : 'before';
  if (media === undefined) {
    const laid = draft.trim() ? page.withDraft(draft, place) : page;
    const looks = looksAt(laid).filter((look) => look.extra || isOfWindow(laid, look));
    return { own: [laid], all: [laid, ...looks.map(({ view }) => view)] };
  }
  // An empty rule under the query tells where it holds.
  const laid = page.withDraft(`${draft}\n@media ${media} { :not(*) { --: } }`, place);
  const condition = laid.overlay!.styles.conditions.length - 1;
  const holding = looksAt(laid).filter(({ view }) => view.isActive(condition));
  const views = holding.length ? holding.map(({ view }) => view) : [laid];
  return { own: views, all: views };
}

/** Other windows make a rule stronger, but never important: then they are told in a warning instead. */
function needsIn(
  { own, all }: Views,
  targets: readonly Target[],
  set: Wish['set'],
  place: DraftPlace | 'unknown',
): Needs[] {
  const firm = own.map((view) => needsOf(view, targets, set, place));
  const important = new Set(firm.flatMap((needs) => needs.important));
  const others = all
    .filter((view) => !own.includes(view))
    .map((view) => needsOf(view, targets, set, place))
    .filter((needs) => needs.hopeless.length === 0 && needs.important.every((one) => important.has(one)));
  return [...firm, ...others];
}

/** Of the ten best selectors those first that on other pages match all of the kind and nothing else. */
function surestFirst(found: readonly Found[], elsewhere: (selector: string) => Elsewhere[]): Found[] {
  const spilt = ({ candidate }: Found) =>
    elsewhere(candidate.text).reduce((sum, { spill, missed }) => sum + spill.length + missed.length, 0);
  const best = found.slice(0, 10).map((one) => ({ one, amount: spilt(one) }));
  best.sort((a, b) => a.one.spill - b.one.spill || a.amount - b.amount);
  return [...best.map(({ one }) => one), ...found.slice(10)];
}

/** The same wish in several states: one rule with a list, where the declarations are the same in all. */
function inAnyState(all: readonly Override[], wish: Wish): Override {
  // Inside a component a rule may speak of one state and not of another.
  const written = all.filter(({ css }) => css !== '');
  const made = written.length ? written : all;
  const [first] = made;
  const body = ({ css, selector }: Override) => css.replace(selector, '');
  const isOneRule = !wish.media && made.every((one) => body(one) === body(first));
  const selector = [...new Set(made.map((one) => one.selector))].join(',\n');
  const matched = [...new Set(made.flatMap((one) => one.matched))].sort((a, b) => a.index - b.index);
  const join = <T>(pick: (one: Override) => readonly T[]) => [...new Set(made.flatMap(pick))];
  return {
    ...first,
    css: isOneRule
      ? first.css.replace(first.selector, () => selector)
      : made.map(({ css }) => css).join('\n'),
    selector,
    specificity: made
      .map((one) => one.specificity)
      .reduce((a, b) => (packSpecificity(a) <= packSpecificity(b) ? a : b)),
    important: join((one) => one.important),
    matched,
    spill: join((one) => one.spill),
    hooks: join((one) => one.hooks),
    beats: join((one) => one.beats),
    alternatives: [],
    warnings: [...new Set(all.flatMap(({ warnings }) => warnings))],
  };
}

function checkWish(page: Page, { at, set, media }: Wish): void {
  const fault = media === undefined ? undefined : mediaFault(media);
  if (fault !== undefined)
    throw new YeltoError(`"${media}" is no media query that browsers know: ${fault.why}.`, {
      text: media,
      remedy: fault.remedy,
    });
  if (at.length === 0) throw new YeltoError('There is nothing to style: no target was given.');
  if (Object.keys(set).length === 0)
    throw new YeltoError('There is nothing to set: no declaration was given.');
  for (const [property, value] of Object.entries(set)) {
    if (/[{};]|!\s*important/i.test(withoutBrackets(value.replace(/"[^"]*"|'[^']*'/g, '')))) {
      throw new YeltoError(`"${value}" is more than one value.`, {
        text: value,
        remedy: 'Give one declaration at a time, without ; and !important.',
      });
    }
    const fault = page.grammar.check(property, value);
    if (fault)
      throw new YeltoError(`${fault.reason[0].toUpperCase()}${fault.reason.slice(1)}.`, {
        text: `${property}: ${value}`,
        remedy: fault.remedy,
      });
  }
}

/** What stands in brackets is part of one value, as the branches of a choice are. */
function withoutBrackets(value: string): string {
  let depth = 0;
  let outside = '';
  for (const sign of value) {
    if (sign === '(') depth++;
    if (depth === 0) outside += sign;
    if (sign === ')') depth = Math.max(0, depth - 1);
  }
  return outside;
}

/** The best selector, with what it matches, wanted or not. */
function best({ page, targets, found: [{ candidate }] }: Searched) {
  const wanted = new Set(targets.map(elementOf));
  const matched = rowsOf(candidate.mask).map((row) => page.elements[row]);
  return {
    candidate,
    selector: candidate.text,
    matched,
    spill: matched.filter((element) => !wanted.has(element)),
  };
}

function assemble(made: Searched): Override {
  const { page, wish, targets, needs, needless, found } = made;
  const { candidate, selector, matched, spill } = best(made);
  const css = ruleText(selector, wish.set, needs.important, wish.media);
  const elsewhere = made.elsewhere(selector);
  const counted = candidate.positional ? countedAt(made.all, targets[0], wish.avoid ?? []) : undefined;
  return {
    css,
    selector,
    specificity: candidate.specificity,
    important: needs.important,
    matched,
    spill,
    hooks: candidate.hooks,
    beats: needs.beats,
    alternatives: alternativesTo(found),
    elsewhere,
    instead: insteadOf(page, targets, wish),
    counted,
    warnings: [
      ...(counted ? [counted.words] : []),
      ...needs.hopeless.map((reason) => `Nothing of the owner’s can win here: ${reason}.`),
      ...animationWarnings(page, targets, wish.set),
      ...hidingWarnings(page, targets, wish.set),
      ...provenWarnings(page, css, targets, wish),
      ...needless.map((text) => needlessWarning(page, targets, text)),
      ...(spill.length ? [`It also matches ${count(spill.length, 'element')} that nobody asked for.`] : []),
      ...candidate.hooks
        .filter(({ grade }) => grade !== 'steady')
        .map(({ name, reasons }) => `The name "${name}" is doubtful: ${reasons[0]}.`),
      ...elsewhere.flatMap((one) => elsewhereWarnings(one, wish)),
    ],
  };
}

/** What is said of a wish that changes nothing, `property: value`: the page shows it already, or it comes to nothing. */
function needlessWarning(page: Page, targets: readonly Target[], text: string): string {
  const [property, value] = text.split(/:\s*([^]*)/);
  const unfilled = unfilledOn(page, targets[0], { property, value });
  return unfilled
    ? `"${text}" puts no value in place of what the page has, as ${unfilled.why}. ${unfilled.remedy}`
    : `The page shows "${text}" without a rule.`;
}

function alternativesTo(found: readonly Found[]): Alternative[] {
  const [{ candidate: chosen }] = found;
  return found.slice(1, 5).map(({ candidate, spill }) => {
    const costs: string[] = [];
    if (spill > 0) costs.push(`${count(spill, 'element')} too many`);
    if (candidate.risk > chosen.risk) costs.push('a less lasting name');
    if (candidate.positional && !chosen.positional) costs.push('counts places');
    const more = packSpecificity(candidate.specificity) - packSpecificity(chosen.specificity);
    if (more > 0) costs.push(`stronger than needed: ${specificityText(candidate.specificity)}`);
    if (candidate.compounds > chosen.compounds) costs.push('longer');
    return {
      selector: candidate.text,
      specificity: candidate.specificity,
      cost: costs.join(', ') || 'as good; another name',
    };
  });
}
