import { draftTargets, elementOf, pseudoOf, type Target } from '../cascade/index.js';
import { counterpart } from '../hook/index.js';
import { writeOverride } from '../override/index.js';
import type { Held, Page, StyleBlock } from '../page/index.js';
import {
  askedOn,
  isAtWork,
  prove,
  statesOf,
  takeOut,
  type Asked,
  type ProofOptions,
  type Verdict,
} from '../proof/index.js';
import { setAside } from '../pasted/index.js';
import { rowsReached } from '../selector/index.js';
import { Lines, list, YeltoError } from '../text/index.js';

/** What a new release does to one declaration of a draft. */
export interface Drifted {
  /**
   * - `holds`: it takes effect as before.
   * - `part lost`: it takes effect, and less of it than before.
   * - `lost`: it took effect and does not now.
   * - `spare`: it is not needed any more.
   * - `found`: it works only now.
   * - `elsewhere`: neither capture has what it matches.
   * - `never worked`.
   * - `cannot tell`: in one of the two, what was not read decides.
   */
  readonly fate:
    'holds' | 'part lost' | 'lost' | 'spare' | 'found' | 'elsewhere' | 'never worked' | 'cannot tell';
  /**
   * In the old release, which nobody will mend the draft for: no remedies are looked for there. Found when it is first read;
   * what became of a declaration is often told without it.
   */
  readonly before: Verdict;
  readonly after: Verdict;
  /** In plain words, a sentence without its full stop. */
  readonly why: string;
  /** A rule that works on the new release, proven there; or what else to do. */
  readonly remedy?: string;
}

/** So many rules are looked for in one answer; more than that are mended step by step. */
const mostRemedies = 30;

const byHand = 'Point at it in the new release, and write the rule anew.';

/**
 * Proves a draft on two captures of the same page, an old release and a new one, and tells for each declaration
 * what became of it. Things that the draft styled are looked for in the new capture by place, names and text.
 * [] for an empty draft.
 */
export function drift(older: Page, newer: Page, draft: string, options: ProofOptions = {}): Drifted[] {
  // A live page may hold the draft itself.
  const [before, after] = [older, newer].map((page) => setAside(page, draft).page);
  const rules = new Rules(before, after, draft, options);
  const old = new Map(askedOn(before, draft, options).map((asked) => [placeOf(asked), asked]));
  return prove(after, draft, options).verdicts.flatMap((now): Drifted[] => {
    const was = old.get(placeOf(now));
    if (!was) return [];
    const gone = rules.goneSelectors(now);
    const fate = fateOf(was, now, gone.length > 0);
    const words = wordsFor(fate, now, gone, rules);
    return [
      {
        fate,
        get before() {
          return was.verdict;
        },
        after: now,
        ...words,
      },
    ];
  });
}

const placeOf = ({ declaration: { line, column, property } }: Pick<Verdict, 'declaration'>) =>
  `${line}:${column} ${property}`;

/** The verdict on the old release is asked for only where whether anything was at work does not tell. */
function fateOf(was: Asked, now: Verdict, isLess: boolean): Drifted['fate'] {
  if (now.outcome === 'cannot-tell') return 'cannot tell';
  if (was.isAtWork) {
    if (!isAtWork(now)) return now.outcome === 'needless' ? 'spare' : 'lost';
    return isLess || (now.outcome === 'partly' && was.verdict.outcome === 'wins') ? 'part lost' : 'holds';
  }
  if (was.isAtWork === undefined) return 'cannot tell';
  if (isAtWork(now)) return 'found';
  const isGone = now.outcome === 'matches-nothing';
  return isGone && was.verdict.outcome === 'matches-nothing' ? 'elsewhere' : 'never worked';
}

function wordsFor(
  fate: Drifted['fate'],
  verdict: Verdict,
  gone: readonly string[],
  rules: Rules,
): Pick<Drifted, 'why' | 'remedy'> {
  const { why, remedy, outcome } = verdict;
  switch (fate) {
    case 'holds':
      return { why: 'it takes effect as before' };
    case 'found':
      return { why: 'it takes effect in the new release only' };
    case 'elsewhere':
      return { why: 'neither page has anything that it matches; look at the page that it is for' };
    case 'spare':
      return { why: remedy === takeOut ? 'the new release looks so by itself' : why, remedy };
    case 'part lost':
      return gone.length
        ? {
            why: `${list(gone)} ${gone.length === 1 ? 'matches' : 'match'} nothing in the new release`,
            remedy: rules.writtenAnew(verdict),
          }
        : { why, remedy };
    case 'lost':
      return outcome === 'matches-nothing'
        ? { why: rules.goneWords(verdict), remedy: rules.writtenAnew(verdict) }
        : { why, remedy };
    case 'never worked':
    case 'cannot tell':
      return { why, remedy };
  }
}

/** The draft's rules on both captures. */
class Rules {
  readonly #old: Page;
  readonly #new: Page;
  readonly #lines: Lines;
  /** Of the two pages, by the place of each declaration. */
  readonly #blocks = new Map<Page, Map<string, StyleBlock>>();
  #asked = 0;

  constructor(
    before: Page,
    private readonly after: Page,
    draft: string,
    private readonly options: ProofOptions,
  ) {
    const place = options.panel?.place && options.panel.place !== 'after' ? 'before' : 'after';
    this.#old = before.withDraft(draft, place);
    this.#new = after.withDraft(draft, place);
    this.#lines = new Lines(draft);
  }

  #blockOf(page: Page, { declaration: { line, column } }: Verdict): StyleBlock | undefined {
    let blocks = this.#blocks.get(page);
    if (!blocks) {
      blocks = new Map();
      for (const block of page.overlay!.styles.blocks)
        for (const { start } of block.declarations) {
          const at = this.#lines.at(start);
          blocks.set(`${at.line}:${at.column}`, block);
        }
      this.#blocks.set(page, blocks);
    }
    return blocks.get(`${line}:${column}`);
  }

  /** Those of a rule's selectors that matched something before and match nothing now. */
  goneSelectors(verdict: Verdict): string[] {
    const [old, fresh] = [this.#blockOf(this.#old, verdict), this.#blockOf(this.#new, verdict)];
    if (!old || !fresh || old.selectors.length < 2) return [];
    const reached = (page: Page, block: StyleBlock) =>
      block.selectors.map((selector) => this.#targets(page, { ...block, selectors: [selector] }).length > 0);
    const [was, is] = [reached(this.#old, old), reached(this.#new, fresh)];
    return old.selectors.filter((_, i) => was[i] && !is[i]).map(({ text }) => text);
  }

  /** What a rule matches, as the page stands and in its states. */
  #targets(page: Page, block: StyleBlock): Target[] {
    const { sets } = statesOf(page, block);
    const found = new Map<string, Target>();
    for (const held of [[], ...sets]) {
      const view = held.length ? page.under({ held: [...page.conditions.held, ...held] }) : page;
      const own = block.selectors.length === 1 ? block : undefined;
      for (const target of own ? matchedBy(view, own) : draftTargets(view, block).flat())
        found.set(`${elementOf(target).index}${pseudoOf(target)}`, target);
    }
    return [...found.values()];
  }

  goneWords(verdict: Verdict): string {
    const block = this.#blockOf(this.#old, verdict);
    const gone = block ? namesGone(block, this.#old, this.#new) : [];
    return gone.length
      ? `the new release has nothing called ${list(gone)}`
      : 'the things it matched stand in other boxes now';
  }

  /** The declaration in a rule for the things as they are now, under the same media query and states. */
  writtenAnew(verdict: Verdict): string | undefined {
    const block = this.#blockOf(this.#old, verdict);
    if (!block) return undefined;
    if (this.#asked++ >= mostRemedies) return byHand;
    const targets = this.#targets(this.#old, block).flatMap((target): Target[] => {
      const element = counterpart(elementOf(target), this.after);
      if (!element) return [];
      return pseudoOf(target) ? [{ element, pseudo: pseudoOf(target) }] : [element];
    });
    const at = [...new Map(targets.map((one) => [`${elementOf(one).index}${pseudoOf(one)}`, one])).values()];
    if (at.length === 0) return 'The thing itself is gone; point at what takes its place.';
    const { property, value } = verdict.declaration;
    const held = this.#heldNow(block);
    try {
      const { css, warnings } = writeOverride(this.after, {
        at,
        set: { [property]: value },
        panel: this.options.panel,
        held: held.slice(0, 1),
        media: mediaOf(block, this.#old),
      });
      const isSure = prove(this.after, css, this.options).verdicts.every(({ outcome }) => outcome === 'wins');
      return isSure && !warnings.some((one) => one.includes('nobody asked for'))
        ? `Write: ${css.trim().replace(/\s+/g, ' ')}`
        : byHand;
    } catch (error) {
      if (error instanceof YeltoError) return error.remedy;
      throw error;
    }
  }

  /** The states of the old rule, on what carries them now. */
  #heldNow(block: StyleBlock): Held[] {
    const held = this.options.held ?? statesOf(this.#old, block).sets.flat();
    return held.flatMap(({ element, selector, state }): Held[] => {
      if (!element) return [{ selector, state }];
      const carrier = counterpart(element, this.after);
      return carrier ? [{ element: carrier, state }] : [];
    });
  }
}

/** The media queries around a rule as one; undefined for none, and where they cannot be joined. */
function mediaOf(block: StyleBlock, page: Page): string | undefined {
  const { conditions } = page.overlay!.styles;
  const texts: string[] = [];
  for (let at = block.condition; at > 0; at = conditions[at].parent)
    if (conditions[at].media) texts.unshift(conditions[at].media!.text);
  if (texts.length === 0) return undefined;
  return texts.some((text) => text.includes(',')) && texts.length > 1
    ? texts[texts.length - 1]
    : texts.join(' and ');
}

function matchedBy(page: Page, { selectors: [selector] }: StyleBlock): Target[] {
  return rowsReached(page.tree, selector).map((row) => {
    const element = page.elements[row];
    return selector.pseudo ? { element, pseudo: selector.pseudo } : element;
  });
}

/** Classes, ids and parts of a rule's selectors that nothing on a page has, with their signs. */
function namesGone(block: StyleBlock, old: Page, fresh: Page): string[] {
  const { classes, id, names } = fresh.tree;
  const there = new Set([...classes.flat(), ...id].filter((one) => one >= 0).map((one) => names.textOf(one)));
  const wanted = block.selectors.flatMap(({ compounds }) =>
    compounds.flatMap((compound) => [...compound.classes, ...compound.ids]),
  );
  for (const { attributes } of fresh.elements)
    for (const name of ['part', 'exportparts'])
      for (const part of (attributes.get(name) ?? '').split(/[\s,:]+/)) there.add(`::part(${part})`);
  const parts = block.selectors.flatMap(({ through }) =>
    through?.kind === 'part' ? through.names.map((name) => `::part(${name})`) : [],
  );
  // The same name has another number on another page.
  const texts = [...wanted.map((one) => old.tree.names.textOf(one)), ...parts];
  return [...new Set(texts)].filter((text) => !there.has(text));
}
