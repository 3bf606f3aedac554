import { parentOf, type Values } from './surroundings.js';
import { pseudoOf, type Target } from './types.js';

/** What a box comes to that stands for itself: out of the lines, or an item (CSS Display 3 §2.7). */
const blockified: Readonly<Record<string, string>> = {
  inline: 'block',
  'inline-block': 'block',
  'inline-flex': 'flex',
  'inline-grid': 'grid',
  'inline-table': 'table',
  '-webkit-inline-box': '-webkit-box',
  'inline list-item': 'list-item',
  'inline flow-root list-item': 'flow-root list-item',
  'table-row-group': 'block',
  'table-header-group': 'block',
  'table-footer-group': 'block',
  'table-row': 'block',
  'table-cell': 'block',
  'table-column': 'block',
  'table-column-group': 'block',
  'table-caption': 'block',
  ruby: 'block ruby',
  'ruby-text': 'block',
  math: 'block math',
};

/** What it comes to within ruby, where all stands in lines (CSS Ruby 1 §2.1.1). */
const inlinified: Readonly<Record<string, string>> = {
  block: 'inline-block',
  'flow-root': 'inline-block',
  flex: 'inline-flex',
  grid: 'inline-grid',
  table: 'inline-table',
  '-webkit-box': '-webkit-inline-box',
  'list-item': 'inline list-item',
  'flow-root list-item': 'inline flow-root list-item',
  'block ruby': 'ruby',
  'block math': 'math',
};

export const asBlock = (display: string): string =>
  Object.hasOwn(blockified, display) ? blockified[display] : display;
export const asInline = (display: string): string =>
  Object.hasOwn(inlinified, display) ? inlinified[display] : display;

/** The box around, those left out that have none of their own; null for the root. */
export function boxAbove(values: Values, target: Target) {
  let parent = parentOf(target);
  while (parent && values.valueOf(parent, 'display') === 'contents') parent = parent.drawnIn;
  return parent;
}

/** Whether it is an item of a flex box or a grid. */
export function isItem(values: Values, target: Target): boolean {
  // What is behind a box that is shown on top stands in none (CSS Position 4 §3.4).
  if (/^::backdrop$/i.test(pseudoOf(target))) return false;
  const parent = boxAbove(values, target);
  return parent !== null && /(flex|grid)$/.test(values.valueOf(parent, 'display'));
}

/** Whether it stands within ruby, or in lines there. */
export function isInRuby(values: Values, target: Target): boolean {
  for (let box = boxAbove(values, target); box; box = boxAbove(values, box)) {
    const display = values.valueOf(box, 'display');
    if (/ruby/.test(display)) return true;
    if (!/^inline( list-item)?$/.test(display)) return false;
  }
  return false;
}
