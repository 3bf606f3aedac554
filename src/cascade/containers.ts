import { ident } from 'css-tree';
import type { Page, PageElement, StyleBlock } from '../page/index.js';
import {
  combine,
  parseContainer,
  possibleTruths,
  type Axis,
  type ContainerCondition,
  type Truth,
} from '../sheet/index.js';
import { computedOf } from './computed.js';
import type { MatchList } from './match-list.js';
import { hasStyle } from './style-queries.js';

/**
 * Whether the container queries around a rule hold for an element (CSS Conditional 5 §5), with the sizes
 * that the page's conditions give and the styles of its rules; undefined where a size is not given.
 * `of` is the element itself for its pseudo-elements, else its parent.
 */
export function containersHold(
  page: Page,
  { containers }: Pick<StyleBlock, 'containers'>,
  of: PageElement | null,
): Truth {
  let all: Truth = true;
  for (const text of containers) {
    // A list of conditions holds where any of them does.
    const one = combine(
      conditionsOf(text).map((condition) => holdsFor(page, condition, of)),
      true,
    );
    if (one === false) return false;
    if (one === undefined) all = undefined;
  }
  return all;
}

/** Whether no browser can answer a container query, as it asks for something that none knows. */
export const isUnknownQuery = (text: string): boolean => conditionsOf(text).every((one) => one.isUnknown);

const read = new Map<string, readonly ContainerCondition[]>();

function conditionsOf(text: string): readonly ContainerCondition[] {
  let found = read.get(text);
  if (!found) read.set(text, (found = parseContainer(text) ?? []));
  return found;
}

function holdsFor(
  page: Page,
  { name, query, axes, isUnknown }: ContainerCondition,
  of: PageElement | null,
): Truth {
  if (isUnknown) return false;
  for (let up = of; up; up = up.drawnIn) {
    if (name && !namesOf(page, up).includes(name)) continue;
    const isVertical = axes.length > 0 && /^(vertical|sideways)/.test(computedOf(page, up, 'writing-mode'));
    if (axes.length && !knows(computedOf(page, up, 'container-type'), axes, isVertical)) continue;
    if (!query) return true;
    const container = up;
    const size = sizeOf(page, up);
    const truths = possibleTruths(query, {
      width: size?.width,
      height: size?.height,
      isVertical,
      pixelsOf: (unit) => pixelsOf(page, container, unit),
      hasStyle: (asked) => hasStyle(page, container, asked),
    });
    // What no engine knows does not hold.
    if (!truths.includes(true)) return false;
    return truths.length === 1 ? true : undefined;
  }
  // Where no box is such a container the query holds for nothing.
  return false;
}

const namesOf = (page: Page, element: PageElement): string[] =>
  computedOf(page, element, 'container-name')
    .split(/\s+/)
    .map((name) => ident.decode(name));

/** Whether a box of that type is measured along all of the axes. */
function knows(type: string, axes: readonly Axis[], isVertical: boolean): boolean {
  const words = type.split(/\s+/);
  if (words.includes('size')) return true;
  if (!words.includes('inline-size')) return false;
  const measured: readonly Axis[] = ['inline', isVertical ? 'height' : 'width'];
  return axes.every((axis) => measured.includes(axis));
}

/** CSS px of one unit on a container; undefined where only fonts or layout know. */
function pixelsOf(page: Page, element: PageElement, unit: string): number | undefined {
  const { width, height } = page.conditions;
  switch (unit.replace(/^[sld]?v/, 'v')) {
    case 'em':
      return pixels(computedOf(page, element, 'font-size'));
    case 'rem':
      return pixels(computedOf(page, page.elements[0], 'font-size'));
    case 'vw':
      return width / 100;
    case 'vh':
      return height / 100;
    case 'vmin':
      return Math.min(width, height) / 100;
    case 'vmax':
      return Math.max(width, height) / 100;
    default:
      return undefined;
  }
}

const pixels = (text: string) => (/^[\d.]+px$/.test(text) ? parseFloat(text) : undefined);

function sizeOf(page: Page, element: PageElement): { width: number; height?: number } | undefined {
  return page.conditions.containers?.findLast((one) =>
    one.index !== undefined
      ? one.index === element.index
      : one.element
        ? one.element === element
        : page.select(one.selector ?? ':root').includes(element),
  );
}

const containerLists = new WeakMap<MatchList, boolean>();

/** Whether any rule of a list stands under a container query. */
export function hasContainers(list: MatchList): boolean {
  let has = containerLists.get(list);
  if (has === undefined) {
    has = list.applied.some(({ block }) => block.containers.length > 0);
    containerLists.set(list, has);
  }
  return has;
}
