import { standingCandidates, type Target } from '../cascade/index.js';
import type { Page, Sheet, StyleBlock } from '../page/index.js';
import { matchContext, matchesAny } from '../selector/index.js';
import { count, placeText } from '../text/index.js';
import { longhandsOf } from '../value/index.js';
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
 * does each declaration win; in that order, up to the first that fails. `expected` is the text that was pasted.
 */
export function confirm(page: Page, expected: string): readonly Step[] {
  const wanted = page
    .withDraft(expected)
    .overlay!.styles.blocks.filter(({ declarations }) => declarations.length);
  const found = findPasted(page, wanted);
  if (!found) return [notLoaded(page)];
  const loaded: Step = {
    question: 'is the sheet loaded',
    ok: true,
    seen: [
      `It is in ${found.sheet.label}, ${ordinal(found.index + 1)} of ${page.sheets.length} in load order.`,
    ],
  };
  const text = sameText(page, wanted, found.index);
  if (!text.ok) return [loaded, text];
  const parsed = parses(page, found.sheet);
  if (!parsed.ok) return [loaded, text, parsed];
  return [loaded, text, parsed, wins(page, wanted, found.index)];
}

/**
 * The sheet that holds most of the declarations as they were pasted. An older text has other values: then a small
 * sheet with the same selectors will do, while a large one of the platform's only happens to have them too.
 */
function findPasted(page: Page, wanted: readonly StyleBlock[]): { sheet: Sheet; index: number } | undefined {
  const scores = page.sheets.map((sheet, index) => {
    const own = page.styles.blocks.filter((block) => block.sheet === index);
    let score = 0;
    for (const block of wanted) {
      const twins = own.filter((one) => isSameSelector(one.selectorText, block.selectorText));
      const declared = twins.flatMap(({ declarations }) => declarations);
      if (twins.length && own.length <= wanted.length * 3 + 5) score += 1;
      for (const { property, value } of block.declarations)
        if (declared.some((one) => one.property === property && plain(one.value) === plain(value)))
          score += 2;
    }
    return { sheet, index, score };
  });
  const [best] = scores.filter(({ score }) => score > 0).sort((one, two) => two.score - one.score);
  return best;
}

/** Whether a selector list is the wanted one, or that with something put in front of each selector. */
function isSameSelector(own: string, wanted: string): boolean {
  const [items, others] = [own, wanted].map((list) => list.split(',').map(plain));
  return (
    items.length === others.length &&
    items.every((one, i) => one === others[i] || one.endsWith(` ${others[i]}`))
  );
}

function notLoaded(page: Page): Step {
  const missing = page.sheets.filter(({ status }) => status === 'missing');
  return {
    question: 'is the sheet loaded',
    ok: false,
    seen: [
      'No sheet of the page holds your rules.',
      ...missing.map(
        ({ label, httpStatus }) => `${label} is missing${httpStatus ? ` (${httpStatus})` : ''}.`,
      ),
    ],
    remedy:
      'Save the panel again, reload without the browser’s store (hold Shift), and look whether the panel is switched on for this page.',
  };
}

function sameText(page: Page, wanted: readonly StyleBlock[], sheet: number): Step {
  const own = page.styles.blocks.filter((block) => block.sheet === sheet);
  const seen: string[] = [];
  for (const block of wanted) {
    const twins = own.filter((one) => isSameSelector(one.selectorText, block.selectorText));
    if (twins.length === 0) {
      seen.push(`${block.selectorText} is not in it.`);
      continue;
    }
    for (const { property, value, important } of block.declarations) {
      const there = twins
        .flatMap(({ declarations }) => declarations)
        .filter((one) => one.property === property);
      if (there.some((one) => plain(one.value) === plain(value) && one.important === important)) continue;
      const instead = there.length ? `says ${there[there.length - 1].value}` : 'is not there';
      seen.push(`${block.selectorText}: ${property} should be ${value} and ${instead}.`);
    }
  }
  return {
    question: 'is it the new text',
    ok: seen.length === 0,
    seen: seen.length ? seen : ['All rules are there as pasted.'],
    remedy: seen.length
      ? 'An older text is served: save again and wait a minute, as sites keep copies; or the panel changed or cut the text.'
      : undefined,
  };
}

function parses(page: Page, sheet: Sheet): Step {
  const name = sheet.href ?? sheet.label;
  const faults = page.faults.filter(({ file }) => file === name);
  return {
    question: 'does it parse',
    ok: faults.length === 0,
    seen: faults.length
      ? faults.map((fault) => `${placeText({ ...fault, file: sheet.label })}: ${fault.message}.`)
      : ['A browser reads all of it.'],
    remedy: faults.find(({ remedy }) => remedy)?.remedy,
  };
}

function wins(page: Page, wanted: readonly StyleBlock[], sheet: number): Step {
  const own = page.styles.blocks.filter((block) => block.sheet === sheet);
  const seen: string[] = [];
  let amount = 0;
  for (const block of own) {
    if (!wanted.some((one) => isSameSelector(block.selectorText, one.selectorText))) continue;
    const held = statesOf(page, block).sets.flat();
    const view = held.length ? page.under({ held: [...page.conditions.held, ...held] }) : page;
    const targets = targetsOf(view, block);
    for (const { property } of block.declarations) {
      const lost = targets.filter((target) =>
        longhandsOf(property).some((longhand) => {
          const [top] = standingCandidates(view, target, longhand);
          return top?.declaration.sheet !== sheet;
        }),
      );
      amount++;
      if (targets.length === 0) seen.push(`${block.selectorText} matches nothing on this page.`);
      else if (lost.length)
        seen.push(`${block.selectorText}: ${property} is beaten on ${count(lost.length, 'element')}.`);
    }
  }
  const isBeaten = seen.some((one) => one.includes('is beaten'));
  return {
    question: 'does each declaration win',
    ok: !isBeaten,
    seen: seen.length ? [...new Set(seen)] : [`${amount === 1 ? 'It takes' : `All ${amount} take`} effect.`],
    remedy: isBeaten
      ? 'Prove the draft with the panel’s place, which tells what to write instead.'
      : undefined,
  };
}

function targetsOf(page: Page, { selectors, condition }: StyleBlock): Target[] {
  if (!page.isActive(condition)) return [];
  const context = matchContext(page.tree);
  return selectors.flatMap((selector) =>
    page.elements
      .filter(({ index }) => matchesAny([{ ...selector, pseudo: '', pseudoStates: [] }], index, context))
      .map((element) => (selector.pseudo ? { element, pseudo: selector.pseudo } : element)),
  );
}

const plain = (text: string) =>
  text
    .toLowerCase()
    .replace(/\s*([>,+~:])\s*/g, '$1')
    .replace(/\s+/g, ' ')
    .trim();

const ordinal = (n: number) => `number ${n}`;
