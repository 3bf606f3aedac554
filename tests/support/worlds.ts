// Ways of looking at a case beyond its own: two states at a time, devices that the engine cannot be, another last digit.
import type { EffectJudge, Effect } from './effects.js';
import type { Held, Page, PageElement } from 'yelto';
import type { OrdinaryCase } from './ordinary.js';

/**
 * A case in which two of its states are held at a time, or one on the outermost boxes alone: the pointer is on a card, and
 * on no card inside of it.
 */
function inOtherStates(one: OrdinaryCase): OrdinaryCase {
  const pairs = one.states.flatMap((first, i) =>
    one.states.slice(i + 1).map((second) => [...first, ...second]),
  );
  const outermost = one.states.map((states) =>
    states.map(({ carrier, state }) => ({ carrier: `:is(${carrier}):not(:is(${carrier}) *)`, state })),
  );
  return { ...one, states: [...pairs, ...outermost] };
}

/** Devices that the engine cannot be: a pen that does not hover, a finger that does. */
const oddDevices = [
  { hover: 'none', pointer: 'fine' },
  { hover: 'hover', pointer: 'coarse' },
];

/** A case as such a device sees it: what its queries ask about that is answered already. */
function onDevice(one: OrdinaryCase, device: (typeof oddDevices)[number]): OrdinaryCase {
  const answered = (css: string) =>
    css.replace(
      /\((?:any-)?(hover|pointer): ([\w-]+)\)/g,
      (asked, feature: 'hover' | 'pointer', value: string) =>
        `(${(device[feature] === value ? 'width>=0' : 'width<0').padEnd(asked.length - 2)})`,
    );
  return { ...one, sheets: one.sheets.map(answered), draft: answered(one.draft) };
}

/** What the engine shows of a case's declarations in the worlds beyond its own; each is asked about once, when needed. */
export class FurtherWorlds {
  readonly #cases: readonly OrdinaryCase[];
  readonly #effects: Promise<ReadonlyMap<number, Effect>>[] = [];

  constructor(
    private readonly judge: EffectJudge,
    one: OrdinaryCase,
  ) {
    const odd = oddDevices
      .map((device) => onDevice(one, device))
      .filter(({ draft, sheets }) => draft + sheets.join() !== one.draft + one.sheets.join());
    this.#cases = [
      ...(one.states.length ? [inOtherStates(one)] : []),
      ...odd,
      ...odd.filter(({ states }) => states.length).map(inOtherStates),
    ];
  }

  /** Whether in any of them an effect of the declaration that starts there is such. */
  async some(start: number, isSuch: (effect: Effect) => boolean): Promise<boolean> {
    for (const [i, one] of this.#cases.entries()) {
      const effect = (await (this.#effects[i] ??= this.judge.effects(one))).get(start);
      if (effect && isSuch(effect)) return true;
    }
    return false;
  }
}

const pathOf = (element: PageElement): string =>
  element.parent
    ? `${pathOf(element.parent)} > ${element.tag}:nth-child(${element.parent.children.indexOf(element) + 1})`
    : element.tag;

/** The same with just what a verdict held, also what a script would have to toggle; undefined where nothing was held. */
export function withHeld(one: OrdinaryCase, held: readonly Held[]): OrdinaryCase | undefined {
  if (held.length === 0) return undefined;
  const states = held.map(({ element, selector = '*', state }) => ({
    carrier: element ? pathOf(element) : selector,
    state,
  }));
  return { ...one, states: [states] };
}

/** Pseudo-elements of which this engine tells otherwise than standards and other engines do. */
export const isOfThisEngine = (selector: string, property: string): boolean =>
  // A marker takes it by the standard (CSS Pseudo-Elements 4 §4.1) and in other engines; in this one no longer.
  (/::?marker/i.test(selector) && /^white-space/.test(property)) ||
  // Without a box a transform is told as none (CSSOM View 1 §4), and this engine's own sheet leaves its place and colour aside.
  (/::backdrop/i.test(selector) &&
    /^(all|transform|position|inset.*|top|right|bottom|left)$/.test(property)) ||
  // What marked text hands on to marked text engines tell in two ways, and a colour that it is not told as another than they draw.
  (/::selection/i.test(selector) && /^(--|(color|fill|stroke)$)/.test(property));

/**
 * Of a pseudo-element's margins, sizes and lines engines tell what layout makes of them: of `auto` that may be nothing, and of
 * `1.5` just what `1.5em` is (CSSOM 1 §9).
 */
export const isToldAsUsed = (
  selector: string,
  { property, value }: { property: string; value: string },
): boolean =>
  /::/.test(selector) &&
  ((/^margin/.test(property) && /^auto$/i.test(value)) ||
    (/^(width|height|(inline|block)-size)$/.test(property) && /auto|inherit|%/i.test(value)) ||
    property === 'line-height');

/** What ends the look that browsers give controls, whatever its value: pictures tell, and no computed value. */
export const mayEndNativeLook = (page: Page, selector: string, property: string): boolean =>
  /^(-webkit-)?(background|border)(?!-(spacing|collapse|repeat|blend))|^all$/.test(property) &&
  namedBy(page, selector).some(({ tag }) => /^(button|input|select|textarea|progress|meter)$/.test(tag));

/** What a selector matches in its states or out of them; all where that cannot be told from its text. */
function namedBy(page: Page, selector: string): readonly PageElement[] {
  if (/&|:not\(/.test(selector)) return page.elements;
  try {
    return page.select(selector.replace(/(?<!:):[a-z-]+(?![\w(-])/gi, ':not(#_)'));
  } catch {
    return page.elements;
  }
}

/** How wide a letter of the engine's fonts is no text tells: `10ch` may be just what `100px` is. */
export const measuresFonts = ({ draft, sheets }: OrdinaryCase, value: string): boolean =>
  /\d(r?(ch|ex|cap|ic)|px)\b/.test(value) &&
  [draft, ...sheets].some((css) => /\dr?(ch|ex|cap|ic)\b/.test(css));

/** The same with another last digit in one declaration: what was equal by luck then is not. */
export function nudgedAt(one: OrdinaryCase, start: number): OrdinaryCase {
  const { end } = one.declarations.find((placed) => placed.start === start)!;
  const text = one.draft
    .slice(start, end)
    .replace(/\d(?=[^\d]*$)/, (digit) => String((Number(digit) + 1) % 10));
  return { ...one, draft: one.draft.slice(0, start) + text + one.draft.slice(end) };
}
