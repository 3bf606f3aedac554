/** The words of a text in one notation, at the spaces outside of brackets and strings. */
export function spacedWords(text: string): string[] {
  const words = [''];
  let depth = 0;
  let quote = '';
  let isEscaped = false;
  for (const sign of text) {
    if (isEscaped) isEscaped = false;
    else if (sign === '\\') isEscaped = true;
    else if (quote) quote = sign === quote ? '' : quote;
    else if (sign === '"' || sign === "'") quote = sign;
    else if (sign === '(') depth++;
    else if (sign === ')') depth--;
    if (sign === ' ' && depth === 0 && !quote) words.push('');
    else words[words.length - 1] += sign;
  }
  return words.filter(Boolean);
}

const edges: Readonly<Record<string, string>> = {
  left: '0%',
  top: '0%',
  center: '50%',
  right: '100%',
  bottom: '100%',
};

/** Where on an axis: words are percentages, also from the far edge (CSS Values 4, `<position>`). */
export function axisText([edge, offset]: readonly string[]): string {
  if (offset === undefined) return edges[edge] ?? edge;
  if (edge === 'left' || edge === 'top') return offset;
  const [, number, unit] = /^(-?[\d.]+)(px|%|)$/.exec(offset) ?? [];
  if (number === undefined) return `100% - ${offset}`;
  if (unit === '%') return `${100 - Number(number)}%`;
  return Number(number) === 0 ? '100%' : `100%+${-Number(number)}px`;
}

/** One to four words of a position, as a place across and a place down. */
export function placeText(words: readonly string[]): string {
  let [across, down] =
    words.length === 4
      ? [words.slice(0, 2), words.slice(2)]
      : words.length < 3
        ? [[words[0]], [words[1] ?? 'center']]
        : [[], []];
  // Three words are said of backgrounds alone, which are taken apart before.
  if (across.length === 0) return words.join(' ');
  const isDown = (one: readonly string[]) => /^(top|bottom)$/.test(one[0]);
  if (isDown(across) || /^(left|right)$/.test(down[0])) [across, down] = [down, across];
  return `${axisText(across)} ${axisText(down)}`;
}
