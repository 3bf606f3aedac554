/** The names in a `class` attribute. */
export const split = (text) => text.split(/\s+/).filter(Boolean);

/** What the first group of a pattern found, each time. */
export const matches = (text, pattern) => [...text.matchAll(pattern)].map(([, name]) => name);
