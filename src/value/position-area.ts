// Which cells of the grid around an anchor a box takes, in the shortest words that say it.

const across = /^(span-)?(left|right|(self-)?x-(start|end))$/;
const down = /^(span-)?(top|bottom|(self-)?y-(start|end))$/;
const alongBlock = /^(span-)?(self-)?block-/;
const alongInline = /^(span-)?(self-)?inline-/;

/** `position-area` as engines compute it, from one or two words that its grammar takes (CSS Anchor Positioning 1). */
export function positionAreaOf(written: string): string | undefined {
  if (written === 'none') return undefined;
  const words = written.split(/\s+/);
  const axes = words.map((word) =>
    across.test(word) || alongBlock.test(word)
      ? 'first'
      : down.test(word) || alongInline.test(word)
        ? 'second'
        : 'either',
  );
  // A word that names an axis takes all of the other; one that names none is meant for both.
  const [one, other = axes[0] === 'either' ? one : 'span-all'] = words;
  const isTurned = axes[0] === 'second' || (axes[0] === 'either' && axes[1] === 'first');
  const [first, second] = isTurned ? [other, one] : [one, other];
  return words.some((word) => across.test(word) || down.test(word))
    ? shortest(first, second, first, second)
    : inFlow(first, second);
}

/** In the flow’s axes the place tells which is meant; only where one stands alone its word must. */
function inFlow(block: string, inline: string): string {
  const bare = [block, inline].map((word) => word.replace(/(block|inline)-/, ''));
  const [first, second] = bare;
  if (first === second) return first;
  if (bare.includes('center') && bare.includes('span-all')) return `${first} ${second}`;
  const named = (axis: string, word: string) => word.replace(/(start|end)$/, `${axis}-$1`);
  return shortest(first, second, named('block', first), named('inline', second));
}

function shortest(first: string, second: string, firstAlone: string, secondAlone: string): string {
  if (first === second || second === 'span-all') return firstAlone;
  return first === 'span-all' ? secondAlone : `${first} ${second}`;
}
