import type { Page, PageElement } from '../page/index.js';
import { contests } from './contest.js';
import type { Target } from './types.js';

const drawn = ['::before', '::after', '::marker', '::placeholder'];

/**
 * The boxes that enclose an element, innermost first and `html` last; in front of each element the
 * pseudo-elements of it that the site's sheets style.
 */
export function ladder(page: Page, element: PageElement): Target[] {
  const rungs: Target[] = [];
  for (let at: PageElement | null = element; at; at = at.parent) {
    for (const pseudo of drawn) {
      const isStyled = contests(page, { element: at, pseudo }).some(
        ({ property, entries }) =>
          entries[0].declaration.origin === 'author' &&
          (!/^::(before|after)$/.test(pseudo) || property === 'content'),
      );
      if (isStyled) rungs.push({ element: at, pseudo });
    }
    rungs.push(at);
  }
  return rungs;
}
