import {
  alikeInContest,
  animationsOn,
  contest,
  elementOf,
  pseudoOf,
  requirementFor,
  standingCandidates,
  type Entry,
  type Target,
} from '../cascade/index.js';
import { shapeOf } from '../hook/index.js';
import type { DraftPlace, Held, Page, PageElement } from '../page/index.js';
import { packSpecificity, specificityText } from '../selector/index.js';
import { count, YeltoError } from '../text/index.js';
import { longhandsOf } from '../value/index.js';
import { plus, type Candidate } from './compounds.js';
import { either, rowsOf, sizeOf } from './masks.js';
import { searchSelectors, type Found, type Goal } from './search.js';
import type { Alternative, Override, Wish } from './types.js';

/**
 * The best rule that makes the wish true: exactly the wanted targets, the surest names, the least
 * specificity that wins, importance only where nothing else can. With several pages the first is searched
 * and the names are graded over all. Where nothing can win or nothing matches exactly, the nearest rule
 * comes with warnings that say so.
 * @throws YeltoError when no target or no declaration is given, or a declaration is not valid.
 */
export function writeOverride(pages: Page | readonly Page[], wish: Wish): Override {
  const all = Array.isArray(pages) ? (pages as readonly Page[]) : [pages as Page];
  const page = wish.held?.length ? all[0].under({ held: wish.held }) : all[0];
  checkWish(page, wish);
  const place = wish.panel?.place ?? 'after';
  const targets = wish.reach === 'alike' ? alikeTargets(page, wish.at) : [...wish.at];
  const needs = needsOf(page, targets, wish.set, place);
  const found = findSelectors(page, all, wish, targets, needs.strength);
  if (!found.length) {
    throw new YeltoError('No selector can single out what was pointed at.', {
      remedy: 'Allow names that were to be avoided, or point at fewer things.',
    });
  }
  return assemble({ page, all, wish, targets, needs, found });
}

function checkWish(page: Page, { at, set }: Wish): void {
  if (at.length === 0) throw new YeltoError('There is nothing to style: no target was given.');
  if (Object.keys(set).length === 0)
    throw new YeltoError('There is nothing to set: no declaration was given.');
  for (const [property, value] of Object.entries(set)) {
    const fault = page.grammar.check(property, value);
    if (fault)
      throw new YeltoError(`${fault.reason[0].toUpperCase()}${fault.reason.slice(1)}.`, {
        text: `${property}: ${value}`,
        remedy: fault.remedy,
      });
    if (/[{};]|!\s*important/i.test(value.replace(/"[^"]*"|'[^']*'/g, ''))) {
      throw new YeltoError(`"${value}" is more than one value.`, {
        text: value,
        remedy: 'Give one declaration at a time, without ; and !important.',
      });
    }
  }
}

/** Elements of the same kind: same tag, and all lasting class names of the first target. */
function alikeTargets(page: Page, at: readonly Target[]): Target[] {
  const kinds = at.map((target) => {
    const { tag, classes } = elementOf(target);
    const lasting = classes.filter((name) => /^(component|part)$/.test(shapeOf(name).role));
    return { tag, lasting, pseudo: pseudoOf(target) };
  });
  const found = new Map<string, Target>();
  for (const { tag, lasting, pseudo } of kinds) {
    for (const element of page.elements) {
      if (element.tag !== tag || !lasting.every((name) => element.classes.includes(name))) continue;
      found.set(`${element.index}${pseudo}`, pseudo ? { element, pseudo } : element);
    }
  }
  return [...found.values()];
}

interface Needs {
  readonly strength: number;
  readonly important: readonly string[];
  readonly beats: readonly Entry[];
  readonly hopeless: readonly string[];
}

function needsOf(
  page: Page,
  targets: readonly Target[],
  set: Wish['set'],
  place: DraftPlace | 'unknown',
): Needs {
  let strength = 0;
  const important = new Set<string>();
  const hopeless = new Set<string>();
  const beats = new Map<string, Entry>();
  const distinct = alikeInContest(page, targets);
  for (const property of Object.keys(set)) {
    const requirements = distinct.flatMap((target) =>
      longhandsOf(property).map((longhand) => ({
        target,
        longhand,
        ...requirementFor(page, target, longhand, place),
      })),
    );
    const needsImportance = requirements.some((one) => one.important);
    if (needsImportance) important.add(property);
    for (const { target, longhand, ...need } of requirements) {
      if (need.hopeless) hopeless.add(`${property}: ${need.hopeless}`);
      // An important declaration need not be stronger than a normal one.
      else if (need.important === needsImportance) strength = Math.max(strength, need.strength);
      for (const entry of winnerOf(page, target, longhand)) {
        const { sheet, line, column, property: name } = entry.declaration;
        beats.set(`${sheet}:${line}:${column}:${name}`, entry);
      }
    }
  }
  return { strength, important: [...important], beats: [...beats.values()], hopeless: [...hopeless] };
}

function winnerOf(page: Page, target: Target, longhand: string): Entry[] {
  if (!standingCandidates(page, target, longhand).length) return [];
  return contest(page, target, longhand).entries.slice(0, 1);
}

/** One selector for all targets, or one for each, as a list. */
function findSelectors(
  page: Page,
  all: readonly Page[],
  wish: Wish,
  targets: readonly Target[],
  strength: number,
): Found[] {
  const byPseudo = new Map<string, PageElement[]>();
  for (const target of targets) {
    const group = byPseudo.get(pseudoOf(target));
    if (group) group.push(elementOf(target));
    else byPseudo.set(pseudoOf(target), [elementOf(target)]);
  }
  const groups = [...byPseudo].map(([pseudo, elements]) => {
    const goal = (some: readonly PageElement[]): Goal => ({
      elements: some,
      strength: strength - (pseudo ? 1 : 0),
      state: stateFor(page, some, wish.held ?? []),
      avoid: wish.avoid ?? [],
    });
    const together = searchSelectors(page, all, goal(elements));
    const isExact = together.some(({ spill }) => spill === 0);
    const found =
      isExact || elements.length === 1 || elements.length > 12
        ? together
        : listed(elements.map((one) => searchSelectors(page, all, goal([one]))));
    return pseudo ? found.map((one) => ({ ...one, candidate: behind(one.candidate, pseudo) })) : found;
  });
  return groups.length === 1 ? groups[0] : listed(groups);
}

function behind(candidate: Candidate, pseudo: string): Candidate {
  return { ...candidate, text: candidate.text + pseudo, specificity: plus(candidate.specificity, [0, 0, 1]) };
}

/** The best of each, joined with commas; [] where one has none. */
function listed(groups: readonly Found[][]): Found[] {
  if (groups.some((group) => group.length === 0)) return [];
  const best = groups.map(([first]) => first);
  const weakest = [...best].sort(
    (a, b) => packSpecificity(a.candidate.specificity) - packSpecificity(b.candidate.specificity),
  )[0];
  const mask = best.map((one) => one.candidate.mask).reduce(either);
  const candidate: Candidate = {
    text: [...new Set(best.map(({ candidate }) => candidate.text))].join(',\n'),
    specificity: weakest.candidate.specificity,
    mask,
    size: sizeOf(mask),
    hooks: best.flatMap(({ candidate }) => candidate.hooks),
    risk: Math.max(...best.map(({ candidate }) => candidate.risk)),
    positional: best.some(({ candidate }) => candidate.positional),
    compounds: best.length,
    distance: 0,
  };
  return [{ candidate, spill: best.reduce((sum, { spill }) => sum + spill, 0) }];
}

/** The first held state and, for each element, who of its own line holds it. */
function stateFor(page: Page, elements: readonly PageElement[], held: readonly Held[]): Goal['state'] {
  if (held.length === 0) return undefined;
  const [{ selector, element, state }] = held;
  const bare = page.under({ held: [] });
  const holding = new Set(element ? [element] : bare.select(selector ?? ':root'));
  const holders = new Map<PageElement, PageElement>();
  for (const one of elements) {
    for (let up: PageElement | null = one; up; up = up.parent) {
      if (!holding.has(up)) continue;
      holders.set(one, up);
      break;
    }
  }
  return { text: /^[.:[]/.test(state) ? state : `:${state}`, holders };
}

function assemble(made: {
  page: Page;
  all: readonly Page[];
  wish: Wish;
  targets: readonly Target[];
  needs: Needs;
  found: readonly Found[];
}): Override {
  const { page, all, wish, targets, needs, found } = made;
  const [{ candidate }] = found;
  const wanted = new Set(targets.map(elementOf));
  const matched = rowsOf(candidate.mask).map((row) => page.elements[row]);
  const spill = matched.filter((element) => !wanted.has(element));
  const css = ruleText(candidate.text, wish.set, needs.important, wish.media);
  const place: DraftPlace = wish.panel?.place === 'before' ? 'before' : 'after';
  return {
    css,
    selector: candidate.text,
    specificity: candidate.specificity,
    important: needs.important,
    matched,
    spill,
    hooks: candidate.hooks,
    beats: needs.beats,
    alternatives: alternativesTo(found),
    warnings: [
      ...needs.hopeless.map((reason) => `Nothing of the owner’s can win here: ${reason}.`),
      ...animationWarnings(page, targets, wish),
      ...provenWarnings(page, css, place, targets, wish),
      ...(spill.length ? [`It also matches ${count(spill.length, 'element')} that nobody asked for.`] : []),
      ...(candidate.positional
        ? ['It counts places among neighbours, so it may hit another thing when one is added or removed.']
        : []),
      ...candidate.hooks
        .filter(({ grade }) => grade !== 'steady')
        .map(({ name, reasons }) => `The name "${name}" is doubtful: ${reasons[0]}.`),
      ...otherPages(all.slice(1), candidate.text),
    ],
  };
}

/** Says where importance is for an animation's sake. */
function animationWarnings(page: Page, targets: readonly Target[], { set }: Wish): string[] {
  const words = new Set<string>();
  for (const target of alikeInContest(page, targets)) {
    const animations = animationsOn(page, target);
    for (const property of Object.keys(set)) {
      const found = longhandsOf(property)
        .map((longhand) => animations.get(longhand))
        .find((one) => one?.lasting);
      if (found)
        words.add(
          `"${property}" is important, as the animation ${found.name} sets it and does not end; animation: none would do as well.`,
        );
    }
  }
  return [...words];
}

/** Lays the rule over the page and looks whether it wins; says where it does not. */
function provenWarnings(
  page: Page,
  css: string,
  place: DraftPlace,
  targets: readonly Target[],
  wish: Wish,
): string[] {
  // Under a media query the rule is tried as if the query held.
  const bareCss = wish.media ? css.replace(/^@media[^{]*\{\n([^]*)\}\n?$/, '$1') : css;
  const tried = page.withDraft(bareCss, place);
  const distinct = alikeInContest(tried, targets);
  const failed = new Set<string>();
  for (const property of Object.keys(wish.set)) {
    for (const target of distinct) {
      for (const longhand of longhandsOf(property)) {
        const { entries } = contest(tried, target, longhand);
        if (entries[0]?.declaration.sheet !== tried.overlay!.sheet) failed.add(property);
      }
    }
  }
  return [...failed].map((property) => `"${property}" does not win on every target.`);
}

function otherPages(others: readonly Page[], selector: string): string[] {
  return others
    .filter((other) => other.select(selector).length === 0)
    .map(({ name }) => `On ${name} the selector matches nothing.`);
}

function ruleText(
  selector: string,
  set: Wish['set'],
  important: readonly string[],
  media: string | undefined,
): string {
  const lines = Object.entries(set).map(
    ([property, value]) =>
      `  ${property}: ${value.trim()}${important.includes(property) ? ' !important' : ''};`,
  );
  const rule = `${selector} {\n${lines.join('\n')}\n}\n`;
  return media ? `@media ${media} {\n${rule.replace(/^(?=.)/gm, '  ')}}\n` : rule;
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
