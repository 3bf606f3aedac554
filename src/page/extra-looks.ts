import type { PageElement } from './element.js';
import type { Look } from './looks.js';
import type { Page } from './page.js';
import type { StyleSet } from './style-set.js';

const byWidth = /\d[sld]?v(w|i|min|max)\b/i;
const byHeight = /\d[sld]?v(h|b|min|max)\b/i;

/** Whether a value is another one in a window of another size (CSS Values 4 §6.1.2). */
export const hangsOnWindow = (value: string) => byWidth.test(value) || byHeight.test(value);

/** By which of a window's sizes something is measured. */
export interface Measure {
  readonly ofWidth: boolean;
  readonly ofHeight: boolean;
}

export const measureOf = (value: string): Measure => ({
  ofWidth: byWidth.test(value),
  ofHeight: byHeight.test(value),
});

/** From a telephone's to a wide screen's, CSS px. */
const widths = [360, 768, 1024, 1440, 1920];
const heights = [480, 640, 1080, 1400];

/**
 * Looks at a page in windows of further sizes, where anything on it is measured by the window, and in the other colours, where
 * anything is drawn as the person prefers: what is equal in one of them may be so by luck. [] for most pages.
 */
export function extraLooks(laid: Page): Look[] {
  return [...sizedLooks(laid), ...schemeLooks(laid)];
}

/** Whether a `color-scheme` leaves the choice to the person (CSS Color Adjust 1 §2.1). */
const leavesChoice = (value: string) =>
  /(?<![\w-])light(?![\w-])/i.test(value) && /(?<![\w-])dark(?![\w-])/i.test(value);

/** The page in colours of the other kind, where a `color-scheme` leaves the choice to the person; [] where none does. */
export function schemeLooks(laid: Page): Look[] {
  const isChosen =
    allUnits(laid).some((units) => units.leavesChoice) || leavesChoice(schemeOfMeta(laid.elements));
  if (!isChosen) return [];
  const { width } = laid.conditions;
  return [{ ...inOtherColours(laid), from: width, to: width, extra: 'scheme' }];
}

function inOtherColours(view: Page): Pick<Look, 'view' | 'words'> {
  const { preferences } = view.conditions;
  const other = preferences['prefers-color-scheme'] === 'dark' ? 'light' : 'dark';
  return {
    view: view.under({ preferences: { ...preferences, 'prefers-color-scheme': other } }),
    words: `in ${other} colours`,
  };
}

/** The same look in colours of the other kind. */
export function recoloured(look: Look): Look {
  const { view, words } = inOtherColours(look.view);
  return { ...look, view, words: [look.words, words].filter(Boolean).join(' and '), extra: 'scheme' };
}

const schemes = new WeakMap<object, string>();

/** What `<meta name="color-scheme">` says (HTML Standard §4.2.5.1); '' where there is none. */
export function schemeOfMeta(elements: readonly PageElement[]): string {
  let found = schemes.get(elements);
  if (found === undefined) {
    const meta = elements.find(
      ({ tag, attributes }) => tag === 'meta' && attributes.get('name')?.toLowerCase() === 'color-scheme',
    );
    schemes.set(elements, (found = meta?.attributes.get('content')?.toLowerCase() ?? ''));
  }
  return found;
}

function sizedLooks(laid: Page): Look[] {
  const { conditions } = laid;
  const units = allUnits(laid);
  const look = (width: number, height: number, words: string): Look => ({
    view: laid.under({ width, height }),
    from: width,
    to: width,
    words,
    extra: 'size',
  });
  return [
    ...(units.some(({ ofWidth }) => ofWidth)
      ? widths
          .filter((width) => width !== conditions.width)
          .map((width) => look(width, conditions.height, ''))
      : []),
    ...(units.some(({ ofHeight }) => ofHeight)
      ? heights
          .filter((height) => height !== conditions.height)
          .map((height) => look(conditions.width, height, `in a window ${height} px high`))
      : []),
  ];
}

/**
 * The same look in windows of other widths, those of its stretch among them, and of other heights; and in windows of its shape,
 * where a query about the shape answers otherwise in these.
 * @param isAlike Whether all that matters is answered in another window as in the look's own.
 */
export function resized(
  look: Look,
  { ofWidth, ofHeight }: Measure,
  isAlike: (other: Page) => boolean,
): Look[] {
  const { view, from, to, words } = look;
  const { width, height } = view.conditions;
  const found: Look[] = [];
  const add = (other: Page, ofItsHeight: boolean) => {
    const { width: w, height: h } = other.conditions;
    if (w === width && h === height) return;
    const more = ofItsHeight || h !== height ? `in a window ${h} px high` : '';
    found.push({
      view: other,
      from: w,
      to: w,
      words: [words, more].filter(Boolean).join(' and '),
      extra: 'size',
    });
  };
  const at = (w: number, h: number) => view.under({ width: w, height: h });
  for (const h of ofHeight ? heights : []) {
    const plain = at(width, h);
    add(plain, true);
    const shaped = at(Math.round((width * h) / height), h);
    if (!isAlike(plain) && isAlike(shaped)) add(shaped, true);
  }
  // Where it begins and ends, and what lies between.
  for (const w of ofWidth ? new Set([from, to, ...widths]) : []) {
    const plain = at(w, height);
    const isOfStretch = w >= from && w <= to;
    if (isOfStretch) add(plain, false);
    if (isOfStretch && isAlike(plain)) continue;
    const shaped = at(w, Math.round((w * height) / width));
    if (isAlike(shaped)) add(shaped, false);
  }
  return found;
}

interface Units extends Measure {
  readonly leavesChoice: boolean;
}

/** In the sheets of page, components and draft, and in style attributes. */
function allUnits(laid: Page): Units[] {
  const { overlay, styles, components } = laid;
  return [...[styles, ...components, ...(overlay ? [overlay.styles] : [])].map(unitsIn), unitsInMarkup(laid)];
}

const known = new WeakMap<object, Units>();

function unitsIn(styles: StyleSet): Units {
  return found(styles, () =>
    styles.blocks.flatMap(({ declarations }) => declarations.map(({ value }) => value)),
  );
}

function unitsInMarkup({ tree }: Page): Units {
  return found(tree.attributes, () => tree.attributes.flatMap((own) => own.get('style') ?? []));
}

function found(of: object, values: () => readonly string[]): Units {
  let units = known.get(of);
  if (!units) {
    const all = values();
    units = {
      ofWidth: all.some((value) => byWidth.test(value)),
      ofHeight: all.some((value) => byHeight.test(value)),
      leavesChoice: all.some(leavesChoice),
    };
    known.set(of, units);
  }
  return units;
}
