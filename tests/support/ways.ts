/** Ways of looking that a text may ask about, each with how the engine is brought to it. */
export const ways = [
  { name: 'dark', asked: /color-scheme|Canvas|light-dark/, feature: ['prefers-color-scheme', 'dark'] },
  { name: 'still', asked: /prefers-reduced-motion/, feature: ['prefers-reduced-motion', 'reduce'] },
  { name: 'contrast', asked: /prefers-contrast/, feature: ['prefers-contrast', 'more'] },
  // Paper is finer than a screen.
  { name: 'print', asked: /print|screen|resolution/, medium: 'print' },
  { name: 'touch', asked: /hover:|pointer:/, touch: true },
  { name: 'dense', asked: /resolution/, scale: 2 },
] as const;
export type Way = (typeof ways)[number] & {
  feature?: readonly string[];
  medium?: string;
  touch?: boolean;
  scale?: number;
};

/** Each of some ways, and all of their mixes. */
export const mixesOf = (some: readonly Way[]): Way[][] =>
  some.reduce<Way[][]>((mixes, way) => [...mixes, ...mixes.map((mix) => [...mix, way])], [[]]);
