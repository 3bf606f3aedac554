import { drawnBeside } from '../facts/index.js';
import type { Page, PageElement } from '../page/index.js';
import { typeOf } from './adjusted.js';
import { computedOf } from './computed.js';
import { contests } from './contest.js';
import type { Target } from './types.js';

/**
 * The boxes that enclose an element, innermost first and `html` last; in front of each element the pseudo-elements that it has and
 * that the site's sheets style (CSS Pseudo-Elements 4 §4).
 */
export function ladder(page: Page, element: PageElement): Target[] {
  const rungs: Target[] = [];
  for (let at: PageElement | null = element; at; at = at.parent) {
    for (const [pseudo, isBeside] of Object.entries(drawnBeside)) {
      const target = { element: at, pseudo };
      if (isBeside(factsOf(page, at)) && isStyled(page, target) && isMade(page, target)) rungs.push(target);
    }
    rungs.push(at);
  }
  return rungs;
}

const factsOf = (page: Page, element: PageElement) => ({
  tag: element.tag,
  type: typeOf(element),
  hasPlaceholder: element.attributes.has('placeholder'),
  isForeign: page.tree.isHtml[element.index] === 0,
  get display() {
    return computedOf(page, element, 'display');
  },
});

const isStyled = (page: Page, target: Target): boolean =>
  contests(page, target).some(({ entries }) => entries[0].declaration.origin === 'author');

/** Whether `content` and `display`, or for a marker the kind of list, let it be drawn (CSS Content 3 §1.2, CSS Lists 3 §3.2). */
function isMade(page: Page, target: { readonly element: PageElement; readonly pseudo: string }): boolean {
  const { element, pseudo } = target;
  const content = () => computedOf(page, target, 'content');
  if (/^::(before|after)$/.test(pseudo))
    return !/^(none|normal)$/.test(content()) && computedOf(page, target, 'display') !== 'none';
  if (pseudo !== '::marker') return true;
  if (content() !== 'normal') return content() !== 'none';
  return ['list-style-type', 'list-style-image'].some(
    (longhand) => computedOf(page, element, longhand) !== 'none',
  );
}
