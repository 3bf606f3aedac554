// The core, in a worker: it gets the page's text once and answers with plain data.
import { expose } from 'comlink';
import {
  addToDraft,
  contest,
  contests,
  describeTarget,
  elementOf,
  explain,
  hooks,
  ladder,
  longhandsOf,
  pack,
  panelProfiles,
  parsePage,
  prove,
  pseudoOf,
  specificityText,
  writeOverride,
  YeltoError,
  type Explanation,
  type Outcome,
  type Page,
  type PageSource,
  type Target,
} from 'yelto';
import { everydayGroupOf } from './everyday.js';

/** A target as it crosses between threads. */
export interface Spot {
  readonly index: number;
  readonly pseudo: string;
}

export interface Rung extends Spot {
  readonly label: string;
  /** The names that will last, or what is special about the rung. */
  readonly note: string;
}

export interface Governed extends Explanation {
  readonly group: string;
  /** Longhands that the same declarations govern in the same way. */
  readonly along: readonly string[];
  readonly isSites: boolean;
}

export interface Written {
  readonly css: string;
  readonly draft: string;
  readonly matched: readonly number[];
  readonly summary: string;
  readonly warnings: readonly string[];
}

export interface Judged {
  readonly line: number;
  readonly declaration: string;
  readonly selector: string;
  readonly outcome: Outcome;
  readonly why: string;
  readonly remedy: string;
}

export interface Failed {
  readonly problem: string;
}

let page: Page | undefined;

function opened(): Page {
  if (!page) throw new Error('No page has been read yet.');
  return page;
}

function targetOf({ index, pseudo }: Spot): Target {
  const element = opened().elements[index];
  return pseudo ? { element, pseudo } : element;
}

/** How much a longhand tells of the declaration that sets it. */
function weight({ property, rivals }: Governed): number {
  return rivals.length * 2 + (property.endsWith('color') ? 1 : 0);
}

/** What went wrong, in words; faults of our own are thrown on. */
function tell(error: unknown): Failed {
  if (error instanceof YeltoError)
    return { problem: [error.message, error.remedy].filter(Boolean).join(' ') };
  throw error;
}

const engine = {
  load(source: PageSource): { elements: number; missing: string[] } {
    page = parsePage(source);
    return {
      elements: page.elements.length,
      missing: page.sheets.filter(({ status }) => status === 'missing').map(({ label }) => label),
    };
  },

  ladder(index: number): Rung[] {
    return ladder(opened(), opened().elements[index]).map((target) => {
      const element = elementOf(target);
      const pseudo = pseudoOf(target);
      const lasting = hooks(opened(), element).filter(
        ({ steps, grade, kind }) => steps === 0 && grade === 'steady' && kind !== 'tag',
      );
      const note = pseudo
        ? `a mark drawn by ${pseudo}`
        : lasting.length
          ? `holds on by ${lasting[0].name}`
          : 'no lasting name of its own';
      return {
        index: element.index,
        pseudo,
        label: pseudo ? `${pseudo} of ${describeTarget(element)}` : describeTarget(target),
        note,
      };
    });
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
      const fact = { ...told, group, along: [], isSites };
      if (!known) found.set(told.governs, fact);
      else {
        const isTelling = weight(fact) > weight(known);
        const [kept, other] = isTelling ? [fact, known] : [known, fact];
        found.set(told.governs, { ...kept, along: [...known.along, other.property] });
      }
    }
    return [...found.values()];
  },

  write(
    spot: Spot,
    property: string,
    value: string,
    reach: 'only' | 'alike',
    draft: string,
  ): Written | Failed {
    try {
      const made = writeOverride(opened(), { at: [targetOf(spot)], set: { [property]: value }, reach });
      const { css, matched, spill, beats, specificity, important, warnings } = made;
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
        warnings: [...warnings],
      };
    } catch (error) {
      return tell(error);
    }
  },

  /** Indices of the elements that a reach would touch. */
  reach(spot: Spot, reach: 'only' | 'alike'): number[] {
    const { matched } = writeOverride(opened(), { at: [targetOf(spot)], set: { color: 'red' }, reach });
    return matched.map(({ index }) => index);
  },

  prove(draft: string): Judged[] {
    return prove(opened(), draft).verdicts.map(({ declaration, selector, outcome, why, remedy = '' }) => ({
      line: declaration.line,
      declaration: declaration.value ? `${declaration.property}: ${declaration.value}` : declaration.property,
      selector,
      outcome,
      why,
      remedy,
    }));
  },

  isProperty(name: string): boolean {
    return longhandsOf(name.trim()).length > 0;
  },

  panels(): { name: string; about: string; limit?: number }[] {
    return panelProfiles.map(({ name, about, limit }) => ({ name, about, limit }));
  },

  pack(draft: string, panel: string) {
    return pack(draft, panelProfiles.find(({ name }) => name === panel) ?? panelProfiles[0]);
  },
};

export type Engine = typeof engine;

expose(engine);
