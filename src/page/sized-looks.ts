import type { Look } from './looks.js';
import type { Page } from './page.js';
import type { StyleSet } from './style-set.js';

const byWidth = /\d[sld]?v(w|i|min|max)\b/i;
const byHeight = /\d[sld]?v(h|b|min|max)\b/i;

/** Whether a value is another one in a window of another size (CSS Values 4 §6.1.2). */
export const hangsOnWindow = (value: string) => byWidth.test(value) || byHeight.test(value);

/** From a telephone's to a wide screen's, CSS px. */
const widths = [360, 768, 1024, 1440, 1920];
const heights = [480, 640, 1080, 1400];

/**
 * Looks at a page in windows of further sizes, where anything on it is measured by the window: what is equal in one of them
 * may be so by luck. [] where nothing is, which is so on most pages.
 */
export function sizedLooks(laid: Page): Look[] {
  const { conditions } = laid;
  const units = [
    unitsIn(laid.styles),
    unitsInMarkup(laid),
    ...(laid.overlay ? [unitsIn(laid.overlay.styles)] : []),
  ];
  const look = (width: number, height: number, words: string): Look => ({
    view: laid.under({ width, height }),
    from: width,
    to: width,
    words,
    isForSize: true,
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

interface Units {
  readonly ofWidth: boolean;
  readonly ofHeight: boolean;
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
    };
    known.set(of, units);
  }
  return units;
}
