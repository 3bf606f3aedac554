import { computedFrom, computedOf, standingCandidates, type Target } from '../cascade/index.js';
import { placeInSheet, type Page, type Sheet, type StyleBlock } from '../page/index.js';
import { rowsReached } from '../selector/index.js';
import { count, placeText, shorten } from '../text/index.js';
import { longhandsOf } from '../value/index.js';
import { FiledParts, findPasted, isSameSelector, isUndone, partsOf, type Part } from '../pasted/index.js';
import { statesOf } from './states.js';

/** One of the questions, in the order in which they are asked. */
export interface Step {
  readonly question:
    'is the sheet loaded' | 'is it the new text' | 'does it parse' | 'does each declaration win';
  readonly ok: boolean;
  /** What was seen, in plain words, sentences. */
  readonly seen: readonly string[];
  readonly remedy?: string;
}

/**
 * Whether what was pasted has arrived on the live page: is the sheet loaded, is it the new text, does it parse,
 * does each declaration win; in that order, up to the first that fails. `expected` is the text that was pasted; how
 * the panel writes it (short colours, split lists, other quotes) makes no difference.
 */
export function confirm(page: Page, expected: string): readonly Step[] {
  const wanted = partsOf(page.withDraft(expected));
  const found = findPasted(page, wanted);
  if (!found) return [notLoaded(page)];
  const loaded: Step = {
    question: 'is the sheet loaded',
    ok: true,
    seen: [
      `It is in ${found.sheet.label}, number ${found.index + 1} of ${page.sheets.length} in load order.`,
    ],
  };
  const own = partsOf(page, found.index);
  const text = sameText(wanted, own);
  if (!text.ok) return [loaded, text];
  const parsed = parses(page, found.sheet);
  if (!parsed.ok) return [loaded, text, parsed];
  return [loaded, text, parsed, wins(page, wanted, found.index)];
}

function notLoaded(page: Page): Step {
  const absent = page.sheets.filter(({ status }) => status === 'missing' || status === 'unread');
  return {
    question: 'is the sheet loaded',
    ok: false,
    seen: [
      'No sheet of the page holds your rules.',
      ...absent.map(({ label, status, httpStatus }) =>
        status === 'unread'
          ? `${label} could not be read; they may be in it.`
          : `${label} is missing${httpStatus ? ` (${httpStatus})` : ''}.`,
      ),
    ],
    remedy:
      'Save the panel again, reload without the browser’s store (hold Shift), and look whether the panel is switched on for this page.',
  };
}

function sameText(wanted: readonly Part[], own: readonly Part[]): Step {
  const seen = new Set<string>();
  const filed = new FiledParts(own);
  for (const part of wanted) {
    const { selector, around, property, value, important } = part;
    if (filed.sayingThere(part).length) continue;
    // What says nothing a panel may leave out.
    if (isUndone(part, wanted)) continue;
    const [elsewhere] = filed.saying(part);
    if (elsewhere) {
      seen.add(
        `${selector}: ${property} stands under ${elsewhere.around || 'no media query'} and should stand under ${around || 'none'}.`,
      );
      continue;
    }
    const hasSelector = own.some((one) => isSameSelector(one, part));
    if (!hasSelector) seen.add(`${selector} is not in it.`);
    else {
      const last = filed.like(part).at(-1);
      const mark = (isFirm: boolean) => (isFirm ? ' !important' : '');
      const instead = last ? `says ${last.value}${mark(last.important)}` : 'is not there';
      seen.add(`${selector}: ${property} should be ${shorten(value, 60)}${mark(important)} and ${instead}.`);
    }
  }
  return {
    question: 'is it the new text',
    ok: seen.size === 0,
    seen: seen.size ? [...seen] : ['All rules are there as pasted.'],
    remedy: seen.size
      ? 'An older text is served: save again and wait a minute, as sites keep copies; or the panel changed or cut the text.'
      : undefined,
  };
}

function parses(page: Page, sheet: Sheet): Step {
  const name = sheet.href ?? sheet.label;
  // A query that never holds is read all the same; what stands in it loses.
  const faults = page.faults.filter(({ file, kind }) => file === name && kind !== 'condition');
  return {
    question: 'does it parse',
    ok: faults.length === 0,
    seen: faults.length
      ? faults.map((fault) => `${placeText({ ...fault, file: sheet.label })}: ${fault.message}.`)
      : ['A browser reads all of it.'],
    remedy: faults.find(({ remedy }) => remedy)?.remedy,
  };
}

/** Whether the pasted declarations win where they match, in their own sheet too: a later rule there may beat them. */
function wins(page: Page, wanted: readonly Part[], sheet: number): Step {
  const filed = new FiledParts(partsOf(page, sheet));
  const pasted = new Set(wanted.flatMap((part) => filed.sayingThere(part)).map(({ block }) => block));
  const places = placesOf(page, pasted, sheet);
  const views = new Map<string, Page>();
  const seen = new Set<string>();
  let amount = 0;
  for (const block of pasted) {
    const held = statesOf(page, block).sets.flat();
    const key = held.map(({ element, state }) => `${element?.index} ${state}`).join();
    const view =
      views.get(key) ?? (held.length ? page.under({ held: [...page.conditions.held, ...held] }) : page);
    views.set(key, view);
    if (!view.isActive(block.condition)) continue;
    const targets = targetsOf(view, block);
    for (const { property, value } of block.declarations) {
      const lost = targets.filter((target) => isBeaten(view, target, property, places, sheet));
      amount++;
      if (targets.length === 0) seen.add(`${block.selectorText} matches nothing on this page.`);
      else if (lost.length)
        seen.add(
          `${block.selectorText}: ${property}: ${shorten(value, 40)} has arrived, but is beaten on ${count(lost.length, 'element')}.`,
        );
    }
  }
  const isLost = [...seen].some((one) => one.includes('is beaten'));
  return {
    question: 'does each declaration win',
    ok: !isLost,
    seen: seen.size ? [...seen] : [`${amount === 1 ? 'It takes' : `All ${amount} take`} effect.`],
    remedy: isLost ? 'Prove the draft with the panel’s place, which tells what to write instead.' : undefined,
  };
}

/** Whether another rule than the pasted ones gives one of a property's longhands another value. */
function isBeaten(
  view: Page,
  target: Target,
  property: string,
  pasted: ReadonlySet<string>,
  sheet: number,
): boolean {
  return longhandsOf(property).some((longhand) => {
    const candidates = standingCandidates(view, target, longhand);
    const isPasted = (at: number) => {
      const { declaration } = candidates[at];
      return declaration.sheet === sheet && pasted.has(`${declaration.line}:${declaration.column}`);
    };
    const own = candidates.findIndex((_, at) => isPasted(at));
    if (own <= 0) return own < 0 && candidates.length > 0;
    const wish = computedFrom(view, target, longhand, candidates.slice(own));
    return wish !== computedOf(view, target, longhand);
  });
}

/** `line:column` of each pasted declaration in its sheet. */
function placesOf(page: Page, blocks: ReadonlySet<StyleBlock>, sheet: number): Set<string> {
  const places = new Set<string>();
  for (const block of blocks)
    for (const { start } of block.declarations) {
      const { line, column } = placeInSheet(page.sheets[sheet], start);
      places.add(`${line}:${column}`);
    }
  return places;
}

function targetsOf(page: Page, { selectors }: StyleBlock): Target[] {
  return selectors.flatMap((selector) =>
    rowsReached(page.tree, selector).map((row) => {
      const element = page.elements[row];
      return selector.pseudo ? { element, pseudo: selector.pseudo } : element;
    }),
  );
}
