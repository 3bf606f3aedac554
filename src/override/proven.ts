import { alikeInContest, standingCandidates, type Target } from '../cascade/index.js';
import { looksAt, type DraftPlace, type Look, type Page } from '../page/index.js';
import { longhandsOf } from '../value/index.js';
import type { Wish } from './types.js';

/** Whether a look differs from a page's own conditions by nothing but the window's size and shape. */
export function isOfWindow({ conditions }: Page, { view }: Look): boolean {
  const { medium, preferences } = view.conditions;
  const names = new Set([...Object.keys(preferences), ...Object.keys(conditions.preferences)]);
  return (
    medium === conditions.medium &&
    [...names].every((name) => preferences[name] === conditions.preferences[name])
  );
}

/**
 * Lays the rule behind the draft over the page and looks whether it wins in every window, or wherever it was asked to hold;
 * says where it does not. What the site says for paper, dark colours and the like is for a proof to tell.
 */
export function provenWarnings(page: Page, css: string, targets: readonly Target[], wish: Wish): string[] {
  // Where the place is not known the worse one is tried.
  const place: DraftPlace = wish.panel?.place === 'after' ? 'after' : 'before';
  const front = wish.draft?.trim() ? `${wish.draft}\n` : '';
  const line = front.split('\n').length;
  const tried = page.withDraft(front + css, place);
  const failed = new Map<string, Set<string>>();
  const blocks = tried.overlay!.styles.blocks;
  const condition = blocks[blocks.length - 1]?.condition ?? 0;
  for (const look of looksAt(tried)) {
    const { view, words, from, to, extra } = look;
    if (extra || !view.isActive(condition)) continue;
    if (wish.media === undefined && !isOfWindow(tried, look)) continue;
    for (const property of Object.keys(wish.set)) {
      if (isOurs(view, property, targets, line)) continue;
      const where = words || (from === to ? `at ${from} px` : `from ${from} to ${to} px`);
      const known = failed.get(property);
      if (known) known.add(where);
      else failed.set(property, new Set([where]));
    }
  }
  return [...failed].map(([property, where]) =>
    where.has(ownWidth(tried)) || wish.media !== undefined
      ? `"${property}" does not win on every target.`
      : `"${property}" does not win on every target ${[...where].join(', ')}.`,
  );
}

/** Whether what stands of a property is of the draft from a line on, on each of the targets. */
function isOurs(view: Page, property: string, targets: readonly Target[], line: number): boolean {
  return alikeInContest(view, targets).every((target) =>
    longhandsOf(property).every((longhand) => {
      const [top] = standingCandidates(view, target, longhand);
      return top?.declaration.sheet === view.overlay!.sheet && top.declaration.line >= line;
    }),
  );
}

/** Never the words of a stretch: a failure there is a failure at the page's own width. */
const ownWidth = (page: Page) => `at ${page.conditions.width} px`;
