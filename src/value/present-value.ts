import { topLevelParts, topLevelPieces } from './parts.js';

/** Words of old names, and those that today's name has for them (CSS Fragmentation 3 §3.4, Compatibility Standard §4). */
const words: readonly (readonly [names: RegExp, words: Readonly<Record<string, string>>])[] = [
  [/^page-break-/, { always: 'page' }],
  [/^-webkit-column-break-/, { always: 'column' }],
  [
    /^-webkit-(background|mask)-(clip|origin)$/,
    { border: 'border-box', padding: 'padding-box', content: 'content-box' },
  ],
  [
    /^-webkit-mask-composite$/,
    { 'source-over': 'add', 'source-in': 'intersect', 'source-out': 'subtract', xor: 'exclude' },
  ],
];

/** A value of an old name, such as `always` of `page-break-before`, as today's name says it. */
export function presentValue(property: string, value: string): string {
  if (!/^(page|-webkit)-/i.test(property)) return value;
  const name = property.toLowerCase();
  if (name === '-webkit-perspective' && /^[\d.]+$/.test(value)) return `${value}px`;
  // One size, of one image, is that of both sides.
  if (name === '-webkit-background-size' && topLevelPieces(value, ',').length === 1)
    return topLevelParts(value)?.length === 1 && !/^(auto|cover|contain)$/i.test(value)
      ? `${value} ${value}`
      : value;
  const known = words.find(([names]) => names.test(name))?.[1];
  if (!known) return value;
  return value.replace(/[a-z-]+/gi, (word) => known[word.toLowerCase()] ?? word);
}
