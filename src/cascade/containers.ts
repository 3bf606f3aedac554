import type { Page, PageElement, StyleBlock } from '../page/index.js';
import { parseMedia, truthOf, type Truth } from '../sheet/index.js';
import type { MatchList } from './match-list.js';

/** What decides whether an element is a container: its `container-type` and `container-name`, as text. */
export type ContainerFacts = (element: PageElement) => { readonly type: string; readonly names: string };

/**
 * Whether the container queries around a rule hold for an element (CSS Conditional 5 §5), with the sizes
 * that the page's conditions give; undefined where a size is not given or the query asks for a style.
 * `of` is the element itself for its pseudo-elements, else its parent.
 */
export function containersHold(
  page: Page,
  { containers }: StyleBlock,
  of: PageElement | null,
  factsOf: ContainerFacts,
): Truth {
  let all: Truth = true;
  for (const text of containers) {
    const one = holdsFor(page, text, of, factsOf);
    if (one === false) return false;
    if (one === undefined) all = undefined;
  }
  return all;
}

/** A list of queries, as newer engines take it, holds where any does. */
function holdsFor(page: Page, text: string, of: PageElement | null, factsOf: ContainerFacts): Truth {
  const [, name = '', condition = ''] = /^(?!not\b)(?:([a-z_-][^\s()]*)\s+)?([^]*)$/i.exec(text.trim()) ?? [
    '',
    '',
    text.trim(),
  ];
  if (/(^|[^\w-])(style|scroll-state)\(/i.test(condition)) return undefined;
  const wantsHeight = /height|block-size|aspect-ratio|orientation/i.test(condition);
  for (let up = of; up; up = up.drawnIn) {
    const { type, names } = factsOf(up);
    if (!(wantsHeight ? /\bsize\b(?<!inline-size)/ : /size/).test(type)) continue;
    if (name && !names.split(/\s+/).includes(name)) continue;
    const size = sizeOf(page, up);
    if (!size || (wantsHeight && size.height === undefined)) return undefined;
    const query = parseMedia(condition.replace(/inline-size/gi, 'width').replace(/block-size/gi, 'height'));
    return truthOf(query, { ...page.conditions, width: size.width, height: size.height ?? 0 });
  }
  // Where no box is such a container the query holds for nothing.
  return false;
}

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
