import { draftTargets, standingCandidates, type Declaration, type Target } from '../cascade/index.js';
import type { DraftPlace, Held, Page, StyleBlock } from '../page/index.js';
import { Lines } from '../text/index.js';
import { longhandsOf } from '../value/index.js';
import { judge, type Sighting } from './judge.js';
import { statesIn } from './states.js';
import type { Proof, ProofOptions, Verdict } from './types.js';

/** One declaration of the draft, with its rule. */
export interface Drafted {
  readonly declaration: Declaration;
  readonly block: StyleBlock;
  readonly at: number;
}

/**
 * For each declaration of a draft, on each page, whether it takes effect: at a width in each stretch between
 * those at which a media query of page or draft changes, and with the states held that its selector names.
 * Broken pieces of the draft get a verdict of their own. No verdicts (and `ok`) for an empty draft.
 */
export function prove(pages: Page | readonly Page[], draft: string, options: ProofOptions = {}): Proof {
  const all = Array.isArray(pages) ? (pages as readonly Page[]) : [pages as Page];
  const place: DraftPlace = options.panel?.place && options.panel.place !== 'after' ? 'before' : 'after';
  const verdicts = all.flatMap((page) => provePage(page, draft, place, options));
  return { ok: isProven(verdicts), verdicts };
}

/** A declaration need not match on every page, but on one; and where it matches it must win. */
function isProven(verdicts: readonly Verdict[]): boolean {
  const placeOf = ({ declaration: { line, column } }: Verdict) => `${line}:${column}`;
  const matching = new Set(verdicts.filter(({ outcome }) => outcome === 'wins').map(placeOf));
  return verdicts.every(
    (verdict) =>
      verdict.outcome === 'wins' || (verdict.outcome === 'matches-nothing' && matching.has(placeOf(verdict))),
  );
}

function provePage(page: Page, draft: string, place: DraftPlace, options: ProofOptions): Verdict[] {
  const laid = page.withDraft(draft, place);
  const { blocks, faults } = laid.overlay!.styles;
  const lines = new Lines(draft);
  const sheet = laid.overlay!.sheet;
  const broken = faults.map(({ line = 1, column = 1, message, remedy }): Verdict => ({
    declaration: {
      origin: 'author',
      sheet,
      line,
      column,
      property: pieceAt(draft, line, column),
      value: '',
      important: false,
    },
    selector: '',
    page: page.name,
    conditions: page.conditions,
    outcome: 'invalid',
    why: message,
    remedy,
  }));
  const widths = options.widths ?? widthsToTry(laid);
  const viewsFor = viewMaker(laid, widths);
  const verdicts = blocks.flatMap((block) => {
    const states = options.held ? { held: options.held, words: [] } : statesIn(page, block.selectorText);
    const views = viewsFor(states.held);
    return block.declarations.map(({ property, value, important, start }, at) => {
      const declaration: Declaration = {
        origin: 'author',
        sheet,
        ...lines.at(start),
        property,
        value,
        important,
      };
      const fault = page.grammar.check(property, value);
      const drafted: Drafted = { declaration, block, at };
      const base = {
        declaration,
        selector: block.selectorText,
        page: page.name,
        conditions: page.conditions,
      };
      if (fault)
        return { ...base, outcome: 'invalid' as const, why: fault.reason, remedy: fault.remedy || undefined };
      return {
        ...base,
        ...judge(
          page,
          drafted,
          views.map((view) => look(view, drafted)),
          { place, states: states.words, held: states.held },
        ),
      };
    });
  });
  return [...broken, ...verdicts].sort(
    (a, b) => a.declaration.line - b.declaration.line || a.declaration.column - b.declaration.column,
  );
}

/** Widths at which all media queries hold alike, and a page at one of them. */
interface Stretch {
  readonly view: Page;
  /** The least and the greatest width tried, CSS px. */
  readonly from: number;
  readonly to: number;
}

/**
 * Pages to look at for a set of held states, one for each way in which the media queries can hold; rules that
 * need the same states share them.
 */
function viewMaker(laid: Page, widths: readonly number[]): (held: readonly Held[]) => readonly Stretch[] {
  const made = new Map<string, readonly Stretch[]>();
  return (held) => {
    const key = JSON.stringify(held.map(({ selector, element, state }) => [selector, element?.index, state]));
    let views = made.get(key);
    if (!views) {
      const base = held.length ? laid.under({ held: [...laid.conditions.held, ...held] }) : laid;
      const distinct = new Map<string, Stretch>();
      // The page's own width first, so that it stands for those that are like it.
      for (const width of [laid.conditions.width, ...widths]) {
        const view = base.under({ width });
        const known = distinct.get(view.activity) ?? { view, from: width, to: width };
        const { from, to } = known;
        distinct.set(view.activity, { ...known, from: Math.min(from, width), to: Math.max(to, width) });
      }
      views = [...distinct.values()].sort((a, b) => a.from - b.from);
      made.set(key, views);
    }
    return views;
  };
}

function pieceAt(text: string, line: number, column: number): string {
  return (text.split(/\r\n|[\n\r\f]/)[line - 1] ?? '')
    .slice(column - 1)
    .split(/[{;}]/)[0]
    .trim()
    .slice(0, 40);
}

/** One width inside each stretch, and the page's own. */
function widthsToTry(page: Page): number[] {
  const { widths } = page;
  const tried = new Set([page.conditions.width]);
  for (const width of widths) {
    tried.add(width);
    tried.add(Math.max(1, width - 1));
    tried.add(width + 1);
  }
  return [...tried].sort((a, b) => a - b);
}

/** What one look at the page, under one set of conditions, shows of a declaration. */
function look({ view, from, to }: Stretch, { declaration, block }: Drafted): Sighting {
  if (!view.isActive(block.condition)) return { view, from, to, isAsleep: true, wins: [], losses: [] };
  const wins: Target[] = [];
  const losses: Sighting['losses'][number][] = [];
  const longhands = longhandsOf(declaration.property);
  // Targets that the same rules match win or lose together.
  for (const alike of draftTargets(view).get(block) ?? []) {
    const lost = longhands.find((longhand) => {
      const [top] = standingCandidates(view, alike[0], longhand);
      return !top || !isSame(top.declaration, declaration);
    });
    for (const target of alike) {
      if (lost === undefined) wins.push(target);
      else losses.push({ target, longhand: lost });
    }
  }
  return { view, from, to, isAsleep: false, wins, losses };
}

function isSame(a: Declaration, b: Declaration): boolean {
  return a.sheet === b.sheet && a.line === b.line && a.column === b.column;
}
