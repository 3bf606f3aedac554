import { nearest } from '../text/index.js';

/** At-rules that engines know (CSS Conditional 3, Cascade 5, Fonts 4, …); `gather.ts` reads those that hold rules. */
const known = [
  ...['charset', 'color-profile', 'container', 'counter-style', 'font-face', 'font-feature-values'],
  ...['font-palette-values', 'function', 'import', 'keyframes', 'layer', 'media', 'namespace', 'page'],
  ...['position-try', 'property', 'scope', 'starting-style', 'supports', 'view-transition'],
];

/** What is wrong with an at-rule's name; undefined for a known one, and for another maker's. */
export function unknownAtRule(name: string): { why: string; remedy: string } | undefined {
  if (known.includes(name) || name.startsWith('-')) return undefined;
  const near = nearest(name, known);
  return {
    why: `there is no at-rule @${name}, so a browser drops it with all that it holds`,
    remedy: near.length ? `Did you mean @${near.join(' or @')}?` : '',
  };
}
