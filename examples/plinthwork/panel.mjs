// The custom stylesheet panel and what it makes of a text, by layout of the site.

/** Characters kept, and where and how the text is loaded. */
export const panels = {
  last: { name: 'Standard', place: 'after', limit: 2000 },
  early: { name: 'Restricted', place: 'before', limit: 1000, escaped: true },
  inside: { name: 'Shared site', place: 'after', limit: 2000, prefix: '.pw-body' },
};

/** The text as the site serves it: cut at the limit, without comments and imports, escaped or prefixed. */
export function storedText({ css, panel }) {
  const { limit, escaped, prefix } = panels[panel];
  let text = css
    .slice(0, limit)
    .replace(/\/\*[^]*?\*\//g, '')
    .replace(/@import[^;]*;?/gi, '');
  if (escaped) text = text.replaceAll('<', '&lt;').replaceAll('>', '&gt;');
  if (prefix)
    text = text.replace(
      /(^|[}])(\s*)([^{}@]+)\{/g,
      (_, end, space, list) => `${end}${space}${prefixed(list, prefix)} {`,
    );
  return text;
}

function prefixed(list, prefix) {
  return list
    .split(',')
    .map((one) => `${prefix} ${one.trim()}`)
    .join(', ');
}
