import {
  computedOf,
  elementOf,
  entryPlace,
  looksNative,
  mayLookNative,
  ruleText,
  contest,
  standingCandidates,
  standingFirst,
  valueOf,
  type Target,
} from '../cascade/index.js';
import { endsNativeLook } from '../facts/index.js';
import { shapeOf } from '../hook/index.js';
import type { Page, PageElement } from '../page/index.js';
import { count } from '../text/index.js';
import { longhandNames, isSameValue } from '../value/index.js';

/** One longhand that two targets have different values for. */
export interface Difference {
  readonly property: string;
  readonly values: readonly [string, string];
  /** The declaration behind each value, `sheet:line:column selector`; '' where nobody sets it. */
  readonly from: readonly [string, string];
}

export interface Comparison {
  /** By name; those that only the browser's sheet or inheritance makes are left out. */
  readonly differences: readonly Difference[];
  /** What is different in the markup and may be why, in plain words; the likeliest first. */
  readonly reasons: readonly string[];
}

/**
 * Two things that should look alike, of the same page or of two: where their looks differ, and what in their
 * names, boxes and sheets is different. Both lists are [] for things that are alike.
 */
export function compare(a: { page: Page; target: Target }, b: { page: Page; target: Target }): Comparison {
  const differences = seenLonghands.flatMap((property): Difference[] => {
    const computed = [a, b].map(({ page, target }) => computedOf(page, target, property));
    if (computed[0] === computed[1]) return [];
    const values = [a, b].map(({ page, target }) => valueOf(page, target, property)) as [string, string];
    // What `auto` comes to hangs on the box around, and is told by that.
    if (/^min-(width|height)$/.test(property) && values.every((value) => value === 'auto')) return [];
    const from = [a, b].map(({ page, target }) => sourceOf(page, target, property)) as [string, string];
    // Where the words are alike the computed values tell them apart.
    return [{ property, values: isSameValue(...values) ? [computed[0], computed[1]] : values, from }];
  });
  return { differences: [...lookDifference(a, b), ...differences], reasons: reasonsFor(a, b) };
}

/** One control as the browser draws it, one as rules say: they look different, though the values may be the same. */
function lookDifference(...both: readonly { page: Page; target: Target }[]): Difference[] {
  const isNative = both.map(({ page, target }) => looksNative(page, target));
  const isEnded = both.map(
    ({ page, target }, i) =>
      !isNative[i] && mayLookNative(target) && computedOf(page, target, 'appearance') !== 'none',
  );
  if (!isNative.includes(true) || !isEnded.includes(true)) return [];
  const values = isNative.map((is) => (is ? 'as the browser draws it' : 'as rules say')) as [string, string];
  const from = both.map(({ page, target }, i) => (isNative[i] ? '' : enderOf(page, target))) as [
    string,
    string,
  ];
  return [{ property: 'appearance', values, from }];
}

/** The first declaration that takes a control its native look. */
const enderOf = (page: Page, target: Target): string => {
  const ender = [...endsNativeLook].find((longhand) => {
    const first = standingFirst(standingCandidates(page, target, longhand));
    return (
      first !== undefined &&
      first.declaration.origin !== 'user-agent' &&
      first.declaration.origin !== 'presentational-hint'
    );
  });
  return ender ? sourceOf(page, target, ender) : '';
};

/** Longhands by which a thing looks or behaves; flow-relative ones are told by their physical names. */
const seenLonghands: readonly string[] = longhandNames().filter(
  (name) =>
    !/(^|-)(block|inline)(-|$)|^(border|corner)-(start|end)-|^-webkit-(locale|rtl|tap)|^-internal/.test(
      name,
    ) || name === 'inline-size',
);

function sourceOf(page: Page, target: Target, property: string): string {
  const [winner] = contest(page, target, property).entries;
  return winner ? `${entryPlace(page, winner)} ${ruleText(winner)}`.trim() : '';
}

function reasonsFor(a: { page: Page; target: Target }, b: { page: Page; target: Target }): string[] {
  const reasons: string[] = [];
  const lines = [lineOf(elementOf(a.target)), lineOf(elementOf(b.target))];
  for (let i = 0; i < Math.max(lines[0].length, lines[1].length); i++) {
    const [left, right] = [lines[0][i], lines[1][i]];
    if (!left || !right) {
      const [deeper, at] = left ? ['first', left] : ['second', right!];
      reasons.push(
        `the ${deeper} one stands in ${count(
          lines.map((l) => l.length).reduce((x, y) => Math.abs(x - y)),
          'box',
          'boxes',
        )} more, from ${nameOf(at)} outwards`,
      );
      break;
    }
    const where = i === 0 ? '' : ` on the box ${i} further out`;
    if (left.tag !== right.tag) {
      reasons.push(`the first is in <${left.tag}>, the second in <${right.tag}>${where}`);
      break;
    }
    reasons.push(...classReasons(left, right, where), ...attributeReasons(left, right, where));
  }
  const sheets = [a, b].map(({ page }) =>
    page.sheets.filter(({ status }) => status === 'loaded').map(({ label }) => label),
  );
  for (const [own, other, word] of [
    [sheets[0], sheets[1], 'first'],
    [sheets[1], sheets[0], 'second'],
  ] as const)
    for (const label of own) if (!other.includes(label)) reasons.push(`only the ${word} page loads ${label}`);
  return reasons;
}

/** The element and the boxes around it, innermost first. */
function lineOf(element: PageElement): PageElement[] {
  const line: PageElement[] = [];
  for (let at: PageElement | null = element; at; at = at.parent) line.push(at);
  return line;
}

function classReasons(a: PageElement, b: PageElement, where: string): string[] {
  // Names that are made up anew for each thing differ anyway.
  const lasting = (name: string) => shapeOf(name).grade !== 'fleeting' && shapeOf(name).role !== 'instance';
  const onlyA = a.classes.filter((name) => lasting(name) && !b.classes.includes(name));
  const onlyB = b.classes.filter((name) => lasting(name) && !a.classes.includes(name));
  const reasons: string[] = [];
  for (const name of onlyA) {
    const near = onlyB.find((other) => isSlip(name, other));
    reasons.push(
      near
        ? `"${name}" is spelled "${near}" on the second${where}`
        : `only the first has the class "${name}"${where}`,
    );
    if (near) onlyB.splice(onlyB.indexOf(near), 1);
  }
  return [...reasons, ...onlyB.map((name) => `only the second has the class "${name}"${where}`)];
}

/** Whether two names are one, spelled differently: by signs between words, letter case, or a single letter. */
function isSlip(a: string, b: string): boolean {
  const plain = (name: string) => name.toLowerCase().replace(/[-_]/g, '');
  const [left, right] = [plain(a), plain(b)];
  if (left === right) return true;
  // A number at the end tells things apart on purpose.
  if (left.length < 6 || left.replace(/\d+/g, '') === right.replace(/\d+/g, '')) return false;
  return isOneLetterApart(left, right);
}

function isOneLetterApart(a: string, b: string): boolean {
  if (Math.abs(a.length - b.length) > 1) return false;
  let front = 0;
  while (front < a.length && a[front] === b[front]) front++;
  let back = 0;
  const most = Math.min(a.length, b.length) - front;
  while (back < most && a[a.length - 1 - back] === b[b.length - 1 - back]) back++;
  const [leftA, leftB] = [a.length - front - back, b.length - front - back];
  const isSwap = leftA === 2 && leftB === 2 && a[front] === b[front + 1] && a[front + 1] === b[front];
  return isSwap || Math.max(leftA, leftB) <= 1;
}

function attributeReasons(a: PageElement, b: PageElement, where: string): string[] {
  const names = new Set([...a.attributes.keys(), ...b.attributes.keys()]);
  return [...names]
    .filter(
      (name) =>
        !/^(class|id|href|src|alt|title|value)$/.test(name) &&
        a.attributes.get(name) !== b.attributes.get(name),
    )
    .map((name) => `${name} is ${shown(a, name)} on the first and ${shown(b, name)} on the second${where}`);
}

const shown = ({ attributes }: PageElement, name: string) =>
  attributes.has(name) ? `"${attributes.get(name)}"` : 'missing';

const nameOf = ({ tag, id, classes }: PageElement) =>
  tag + (id ? `#${id}` : '') + (classes[0] ? `.${classes[0]}` : '');
