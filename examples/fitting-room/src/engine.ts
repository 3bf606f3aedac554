// The core, in a worker: it gets the page's text once and answers with plain data.
import { expose } from 'comlink';
import {
  addToDraft,
  claimsAbout,
  claimsOf,
  askedConditions,
  confirm,
  contest,
  contests,
  describeTarget,
  elementOf,
  explain,
  groupedLonghands,
  keywordsOf,
  longhandsOf,
  pack,
  readPanel,
  panelProfiles,
  parsePage,
  propertyNames,
  proveInSteps,
  reaches,
  setAside,
  specificityText,
  toggledStates,
  writeOverride,
  writtenRule,
  YeltoError,
  type Claim,
  type Conditions,
  type Explanation,
  type Outcome,
  type Page,
  type PageSource,
  type Step,
  type Verdict,
} from 'yelto';
import { everydayGroupOf } from './everyday.js';
import { opened, openSource, stage, targetOf, visited, type Spot } from './opened.js';
import { pointing } from './pointing.js';
import { stepwise, stop } from './stepwise.js';

export type { Spot } from './opened.js';
export type { Framed, Rung } from './pointing.js';

export interface Governed extends Explanation {
  readonly group: string;
  /** Longhands that the same declarations govern in the same way. */
  readonly along: readonly string[];
  readonly isSites: boolean;
  /** The winner's rule, one declaration a line; '' for what stands in the markup. */
  readonly written: string;
}

export interface Written {
  readonly css: string;
  readonly draft: string;
  readonly matched: readonly number[];
  readonly summary: string;
  readonly warnings: readonly string[];
}

export interface Judged {
  /** The page it is said of; '' for the one on the stage. */
  readonly page: string;
  readonly line: number;
  readonly column: number;
  readonly declaration: string;
  readonly selector: string;
  readonly outcome: Outcome;
  readonly why: string;
  readonly remedy: string;
}

export interface Failed {
  readonly problem: string;
}

/** A state that would change the chosen box, and who would carry it. */
export interface Toggle {
  readonly index: number;
  readonly state: string;
  readonly label: string;
  readonly changes: string;
}

/** One step of the reach. */
export interface ReachStep {
  readonly words: string;
  readonly indices: readonly number[];
}

/** So many are asked of the browser at once. */
const mostClaims = 1500;

/** How much a longhand tells of the declaration that sets it. */
function weight({ property, rivals }: Governed): number {
  return rivals.length * 2 + (property.endsWith('color') ? 1 : 0);
}

/** Of conditions those that are not the page's own, so that several changes add up. */
function changed(
  { conditions: own }: Page,
  conditions: Partial<Conditions>,
  { conditions: before }: Page,
): Partial<Conditions> {
  const isOther = ([name, value]: [string, unknown]) => value !== own[name as keyof Conditions];
  const { preferences, ...others } = conditions;
  return {
    ...Object.fromEntries(Object.entries(others).filter(isOther)),
    preferences: { ...before.preferences, ...preferences },
  };
}

/** What went wrong, in words; faults of our own are thrown on. */
function tell(error: unknown): Failed {
  if (error instanceof YeltoError)
    return { problem: [error.message, error.remedy].filter(Boolean).join(' ') };
  throw error;
}

const engine = {
  ...pointing,
  stop,

  load(source: PageSource): {
    elements: number;
    missing: string[];
    unread: string[];
    widths: number[];
    visited: string[];
  } {
    const page = openSource(source);
    return {
      elements: page.elements.length,
      unread: page.sheets.filter(({ status }) => status === 'unread').map(({ label }) => label),
      missing: page.sheets.filter(({ status }) => status === 'missing').map(({ label }) => label),
      widths: page.widths,
      visited: [...visited.keys()],
    };
  },

  /** Looks at the page with states held, in place of those before. */
  hold(holds: readonly { index: number; state: string }[], asked: readonly string[]): void {
    const { asBrowser } = stage;
    if (!asBrowser) return;
    let bare = asBrowser;
    for (const { words, conditions } of askedConditions(asBrowser))
      if (asked.includes(words)) bare = bare.under(changed(asBrowser, conditions, bare));
    const { elements } = bare;
    stage.bare = bare;
    stage.held = bare.under({
      held: holds.map(({ index, state }) => ({ element: elements[index], state })),
    });
  },

  /** What the site's sheets ask of window and person, and would look otherwise with: `in print`. */
  asked(): string[] {
    const { asBrowser } = stage;
    return asBrowser ? [...new Set(askedConditions(asBrowser).map(({ words }) => words))] : [];
  },

  toggles(spot: Spot): Toggle[] {
    return toggledStates(stage.bare ?? opened(), targetOf(spot))
      .slice(0, 12)
      .map(({ state, on, changes }) => ({
        index: on.index,
        state,
        label: `${state} on ${describeTarget(on).replace(/ “.*/, '')}`,
        changes: groupedLonghands(changes).slice(0, 4).join(', '),
      }));
  },

  governed(spot: Spot): Governed[] {
    const target = targetOf(spot);
    const found = new Map<string, Governed>();
    const all = contests(opened(), target).filter(({ property }) => !property.startsWith('--'));
    const own = new Set(all.map(({ property }) => property));
    const inherited = ['color', 'font-size', 'font-family', 'line-height']
      .filter((property) => !own.has(property))
      .map((property) => contest(opened(), target, property));
    for (const one of [...all, ...inherited.filter(({ entries }) => entries.length > 0)]) {
      const told = explain(opened(), one);
      const group = everydayGroupOf(told.property);
      const isSites = one.entries[0].declaration.origin !== 'user-agent';
      // A declaration is told once, by the longhand of it that others fought for, or that is a colour.
      const known = found.get(told.governs);
      const written = writtenRule(opened(), one.entries[0].declaration);
      const fact = { ...told, group, along: [], isSites, written };
      if (!known) found.set(told.governs, fact);
      else {
        const isTelling = weight(fact) > weight(known);
        const [kept, other] = isTelling ? [fact, known] : [known, fact];
        found.set(told.governs, { ...kept, along: [...known.along, other.property] });
      }
    }
    return [...found.values()];
  },

  write(wish: {
    spot: Spot;
    set: Record<string, string>;
    step: number;
    draft: string;
    held: boolean;
  }): Written | Failed {
    const { spot, set, step, draft } = wish;
    try {
      const base = stage.bare ?? opened();
      const { at, reach } = reaches(base, targetOf(spot))[step] ?? {
        at: [targetOf(spot)],
        reach: 'only' as const,
      };
      const held = wish.held ? opened().conditions.held : [];
      const made = writeOverride(base, { at, set, reach, held });
      const { css, matched, spill, beats, specificity, important, instead } = made;
      const counted = made.counted ? [made.counted.words] : [];
      const warnings = [
        ...counted,
        ...instead.map(({ words }) => words),
        ...made.warnings.filter((words) => !counted.includes(words)),
      ];
      const rivals = beats.filter(({ declaration }) => declaration.origin !== 'user-agent').length;
      const how = important.length
        ? 'by importance, as nothing less can'
        : `with ${specificityText(specificity)}`;
      const summary = `${matched.length === 1 ? 'This one thing' : `${matched.length} things`}${spill.length ? `, ${spill.length} more than wanted` : ' and nothing else'}; ${rivals ? `beats ${rivals === 1 ? 'one declaration' : `${rivals} declarations`} ${how}` : 'nothing of the site’s stands against it'}.`;
      return {
        css,
        draft: addToDraft(draft, css),
        matched: matched.map(({ index }) => index),
        summary,
        warnings,
      };
    } catch (error) {
      return tell(error);
    }
  },

  /** What of a rule has no effect on the things that it matches, in words: asked when the rule is on the page already. */
  async idle(css: string): Promise<string[]> {
    const { verdicts } = await stepwise('idle', proveInSteps(stage.bare ?? opened(), css));
    return verdicts
      .filter(({ outcome }) => outcome === 'no-effect')
      .map(({ declaration, why, remedy = '' }) => `${declaration.property}: ${why}. ${remedy}`);
  },

  /** The steps from this one to all of its kind, with the elements of each. */
  reaches(spot: Spot): ReachStep[] {
    return reaches(stage.bare ?? opened(), targetOf(spot)).map(({ words, at }) => ({
      words,
      indices: at.map((target) => elementOf(target).index),
    }));
  },

  /** The elements that a selector matches on the stage's page; [] where it is no selector. */
  matched(selector: string): number[] {
    try {
      const plain = selector.replace(
        /::[\w-]+(\([^)]*\))?|:(hover|focus|active|focus-visible|focus-within)(?![\w-])/g,
        '',
      );
      return opened()
        .select(plain || '*')
        .map(({ index }) => index);
    } catch (error) {
      if (error instanceof YeltoError) return [];
      throw error;
    }
  },

  /** A declaration of the draft put into a comment, or taken out of one. */
  flip(draft: string, line: number, declaration: string): string {
    const lines = draft.split('\n');
    const [property] = declaration.split(':');
    const own = lines[line - 1] ?? '';
    const off = new RegExp(`/\\* off: (${property}\\s*:[^;]*;?) \\*/`);
    if (off.test(own)) lines[line - 1] = own.replace(off, '$1');
    else
      lines[line - 1] = own.replace(
        new RegExp(`(?<![\\w-])${property}\\s*:[^;}]*;?`),
        (text) => `/* off: ${text.trim().replace(/;?$/, ';')} */`,
      );
    return lines.join('\n');
  },

  /** Names of all properties, for completing while typing. */
  properties(beginning: string): string[] {
    return propertyNames(beginning).slice(0, 30);
  },

  /** Keywords that a property takes, for completing while typing. */
  words(property: string): string[] {
    return keywordsOf(property).slice(0, 60);
  },

  /** On the page on the stage and all others that were looked at. */
  async prove(draft: string): Promise<Judged[]> {
    const here = stage.bare ?? opened();
    const pages = [here, ...[...visited.values()].filter((one) => one !== here && one.name !== here.name)];
    const { verdicts: all } = await stepwise('prove', proveInSteps(pages, draft));
    const placeOf = ({ declaration: { line, column } }: Verdict) => `${line}:${column}`;
    // A rule for another of the pages need not be told here.
    const shown = all.filter(
      (one) =>
        one.outcome !== 'matches-nothing' ||
        (one.page === here.name &&
          !all.some((two) => placeOf(two) === placeOf(one) && two.outcome !== 'matches-nothing')),
    );
    return shown.map(({ declaration, selector, outcome, why, remedy = '', page: where }) => ({
      page: where === here.name ? '' : new URL(where).pathname,
      line: declaration.line,
      column: declaration.column,
      declaration: declaration.value ? `${declaration.property}: ${declaration.value}` : declaration.property,
      selector,
      outcome,
      why,
      remedy,
    }));
  },

  /** The sheet of the page on the stage that holds the draft already, and is not counted; '' for none. */
  aside(draft: string): string {
    return setAside(stage.bare ?? opened(), draft).from ?? '';
  },

  /** What the verdicts on the page on the stage rest on, for the browser to contradict. */
  claims(draft: string): Claim[] {
    return claimsAbout(opened(), draft).slice(0, mostClaims);
  },

  /** The same of what governs a thing, with the draft that the browser shows. */
  claimsOn(spot: Spot, draft: string): Claim[] {
    const target = targetOf(spot);
    const shown = opened().withDraft(draft);
    return claimsOf(
      shown,
      contests(shown, target).filter(({ property }) => !property.startsWith('--')),
    );
  },

  isProperty(name: string): boolean {
    return longhandsOf(name.trim()).length > 0;
  },

  panels(): { name: string; about: string; limit?: number }[] {
    return panelProfiles.map(({ name, about, limit }) => ({ name, about, limit }));
  },

  /** Whether what was pasted has arrived on a page as it is now. */
  confirm(source: PageSource, expected: string): readonly Step[] {
    return confirm(parsePage(source), expected);
  },

  /** The text to paste, and what of it falls short on the page: what is pasted is what is proven. */
  async pack(draft: string, panel: string, standing: string) {
    const profile = panelProfiles.find(({ name }) => name === panel) ?? panelProfiles[0];
    const packed = pack(draft, profile, standing);
    const steps = proveInSteps(stage.bare ?? opened(), readPanel(packed.text, profile), { panel: profile });
    const { verdicts } = await stepwise('pack', steps);
    const short = verdicts
      .filter(({ outcome }) => outcome !== 'wins' && outcome !== 'matches-nothing')
      .map(({ declaration: { property, value }, selector, outcome, why }) =>
        [`${selector} ${property}${value ? `: ${value}` : ''}`.trim(), outcome, why].join(': '),
      );
    const amount = (outcome: Verdict['outcome']) => verdicts.filter((one) => one.outcome === outcome).length;
    return { ...packed, wins: amount('wins'), absent: amount('matches-nothing'), short };
  },
};

export type Engine = typeof engine;

expose(engine);
