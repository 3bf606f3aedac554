import type { Declaration } from '../cascade/index.js';
import { HeldLooks, looksAt, type DraftPlace, type Held, type Look, type Page } from '../page/index.js';
import { Lines } from '../text/index.js';
import { setAside } from './aside.js';
import { judge, type Drafted, type Judgement } from './judge.js';
import { Looking } from './look.js';
import { OtherStates } from './other-states.js';
import { pieceVerdicts } from './pieces.js';
import { RelevantLooks } from './relevant.js';
import { Remedies } from './remedies.js';
import { statesOf } from './states.js';
import type { Proof, ProofOptions, Verdict } from './types.js';

/**
 * For each declaration of a draft, on each page, whether it takes effect: on each side of every feature that a media
 * query of page or draft asks about, at a width in each stretch, and with the states held that its selector names.
 * Broken pieces of the draft and at-rules that nobody uses get a verdict of their own. No verdicts (and `ok`) for an
 * empty draft. What was pasted of the same draft before is set aside, and told.
 */
export function prove(pages: Page | readonly Page[], draft: string, options: ProofOptions = {}): Proof {
  const all = Array.isArray(pages) ? (pages as readonly Page[]) : [pages as Page];
  const parted = all.map((page) => ({ of: page, ...setAside(page, draft) }));
  const verdicts = parted.flatMap(({ page }) => provePage(page, draft, options));
  const aside = parted.flatMap(({ of, from }) =>
    from === undefined ? [] : [{ page: of.name, sheet: from }],
  );
  return { ok: isProven(verdicts), verdicts, aside };
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

function provePage(page: Page, draft: string, options: ProofOptions): Verdict[] {
  const place: DraftPlace = options.panel?.place && options.panel.place !== 'after' ? 'before' : 'after';
  const laid = page.withDraft(draft, place);
  const { styles, sheet } = laid.overlay!;
  const lines = new Lines(draft);
  const plain = looksAt(laid, options.widths);
  const looksFor = looker(plain);
  const remedies = new Remedies(laid);
  const others = new OtherStates(laid);
  const relevant = new RelevantLooks(plain);
  const verdicts = styles.blocks.flatMap((block) => {
    const states = options.held ? { sets: [options.held], words: [] } : statesOf(page, block);
    // What is asked for is looked at alone; else the page as it stands comes first.
    const lists = [...new Set((options.held ? states.sets : [[], ...states.sets]).map(looksFor))];
    return block.declarations.map((written): Verdict => {
      const { property, value, important, start, end } = written;
      const at = lines.at(start);
      const declaration: Declaration = { origin: 'author', sheet, ...at, property, value, important };
      const drafted: Drafted = { declaration, block, states, start, end };
      const base = {
        declaration,
        selector: block.selectorText,
        page: page.name,
        conditions: page.conditions,
      };
      const fault = page.grammar.check(property, value);
      if (fault) return { ...base, outcome: 'invalid', why: fault.reason, remedy: fault.remedy || undefined };
      const looking = new Looking(declaration, block);
      const seenIn = (looks: readonly Look[]) => looks.map((look) => looking.at(look));
      const sightings = seenIn(lists.flatMap((list) => relevant.of(list, block, written)));
      const found = judge(laid, drafted, sightings, remedies);
      // That nothing is seen hangs on more properties than its own.
      if (found.outcome === 'no-effect')
        return { ...base, ...judge(laid, drafted, seenIn(lists.flatMap(({ all }) => all)), remedies) };
      if (options.held || !isIdle(found)) return { ...base, ...found };
      // It may still count while another rule's state is held.
      let open: typeof found | undefined;
      for (const { held, words } of others.beside(block, written)) {
        for (const own of [[], ...states.sets]) {
          const named = own.length ? [...new Set([...states.words, ...words])] : words;
          const beside: Drafted = { ...drafted, states: { ...states, words: named } };
          const more = seenIn(relevant.of(looksFor([...own, ...held]), block, written));
          if (more.some(({ counts }) => counts.length))
            return { ...base, ...judge(laid, beside, [...sightings, ...more], remedies) };
          if (more.some(({ unknown }) => unknown.length))
            open ??= judge(laid, drafted, [...sightings, ...more], remedies);
        }
      }
      return { ...base, ...(open ?? found) };
    });
  });
  return [...pieceVerdicts(laid, draft), ...verdicts].sort(
    (a, b) => a.declaration.line - b.declaration.line || a.declaration.column - b.declaration.column,
  );
}

const isIdle = ({ outcome }: Judgement) => outcome === 'needless' || outcome === 'loses';

/** Looks for a set of held states; rules that need the same states share them. */
function looker(plain: readonly Look[]): (held: readonly Held[]) => HeldLooks {
  const made = new Map<string, HeldLooks>();
  return (held) => {
    const key = held.map(({ selector, element, state }) => `${element?.index ?? selector} ${state}`).join();
    let looks = made.get(key);
    if (!looks) made.set(key, (looks = new HeldLooks(plain, held)));
    return looks;
  };
}
