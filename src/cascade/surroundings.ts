import { schemeOfMeta, type Page, type PageElement } from '../page/index.js';
import type { Scheme, Surroundings } from '../value/index.js';
import type { Candidate } from './rank.js';
import { elementOf, pseudoOf, type Target } from './types.js';

/** Computed values of a page's targets, and the declarations that compete for them. */
export interface Values {
  readonly page: Page;
  valueOf(target: Target, longhand: string): string;
  candidates(target: Target, longhand: string): readonly Candidate[];
}

/** Stands in a text for the colour of the box that has it. */
export const ownColour = '‹colour›';

/** The box that a target takes inherited values from; null for the root. */
export function parentOf(target: Target): PageElement | null {
  return pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
}

/** What the computed value of a longhand of a target hangs on beside its own text. */
export function surroundings(values: Values, target: Target, longhand: string): Surroundings {
  const parent = parentOf(target);
  const { elements, conditions } = values.page;
  const scheme = () => schemeOf(values, target);
  const pixels = (text: string) =>
    /^[\d.]+px$/.test(text) ? parseFloat(text) : text === '0' ? 0 : undefined;
  return {
    width: conditions.width,
    height: conditions.height,
    fontSize: () => {
      if (longhand !== 'font-size') return pixels(values.valueOf(target, 'font-size'));
      return parent ? pixels(values.valueOf(parent, 'font-size')) : 16;
    },
    rootFontSize: () =>
      longhand === 'font-size' && !parent ? 16 : pixels(values.valueOf(elements[0], 'font-size')),
    parentWeight: () => (parent ? Number(values.valueOf(parent, 'font-weight')) || 400 : 400),
    colour: () => {
      if (longhand !== 'color') return ownColour;
      if (parent) return values.valueOf(parent, 'color');
      return scheme() === 'dark' ? '#ffffffff' : '#000000ff';
    },
    scheme,
    font: (unit) => fontOf(values, measuredBy(values, target, longhand, unit)),
    lineHeight: (unit) => {
      const measured = measuredBy(values, target, longhand, unit);
      const height = measured ? values.valueOf(measured, 'line-height') : 'normal';
      const size = measured ? pixels(values.valueOf(measured, 'font-size')) : 16;
      return /^[\d.]+$/.test(height) ? size && size * Number(height) : pixels(height);
    },
  };
}

/** Whose font a unit is a share of (CSS Values 4 §6.1.1); null is the browser's own. */
function measuredBy(values: Values, target: Target, longhand: string, unit: string): Target | null {
  if (/^(font-size|line-height)$/.test(longhand)) {
    const isOfParent = longhand === 'font-size' || unit === 'lh' || unit === 'rlh';
    if (isOfParent && !(unit.startsWith('r') && parentOf(target))) return parentOf(target);
  }
  return unit.startsWith('r') ? values.page.elements[0] : target;
}

const ofFont = ['font-style', 'font-weight', 'font-stretch', 'font-size', 'font-family'];

const fontOf = (values: Values, target: Target | null): string =>
  target
    ? ofFont.map((name) => values.valueOf(target, name).replace(/\s+/g, '-')).join('/')
    : 'of-the-browser';

/** CSS Color Adjust 1 §2.2: what the person prefers, where the box allows for it; else the first that it does. */
function schemeOf(values: Values, target: Target): Scheme {
  const { page } = values;
  const written = values.valueOf(target, 'color-scheme').toLowerCase();
  const allowed = (written === 'normal' ? schemeOfMeta(page.elements) : written).match(
    /(?<![\w-])(light|dark)(?![\w-])/g,
  );
  const preferred = page.conditions.preferences['prefers-color-scheme'] === 'dark' ? 'dark' : 'light';
  return !allowed || allowed.includes(preferred) ? (allowed ? preferred : 'light') : (allowed[0] as Scheme);
}
