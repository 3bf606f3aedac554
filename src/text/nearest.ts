/**
 * Edits (insert, delete, replace, swap of neighbours) that turn one word into the other,
 * or `limit + 1` as soon as it is more than `limit`.
 */
function editDistance(a: string, b: string, limit: number): number {
  if (Math.abs(a.length - b.length) > limit) return limit + 1;
  let before: number[] = [];
  let last = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1] ? 0 : 1;
      row[j] = Math.min(last[j] + 1, row[j - 1] + 1, last[j - 1] + same);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]) {
        row[j] = Math.min(row[j], before[j - 2] + 1);
      }
    }
    if (Math.min(...row) > limit) return limit + 1;
    before = last;
    last = row;
  }
  return last[b.length];
}

/**
 * Up to three words of `known` that are spelled like `word`, nearest first; case, hyphens and
 * underscores count as half the difference. [] when nothing is near.
 */
export function nearest(word: string, known: Iterable<string>): string[] {
  if (word.length > 100) return [];
  const plain = (text: string) => text.toLowerCase().replace(/[-_]/g, '');
  const plainWord = plain(word);
  const limit = Math.max(1, Math.floor(word.length / 3));
  const found: { text: string; distance: number }[] = [];
  for (const text of known) {
    const asWritten = editDistance(word, text, limit * 2);
    if (asWritten > limit * 2) continue;
    const distance = (asWritten + editDistance(plainWord, plain(text), limit)) / 2;
    if (distance <= limit) found.push({ text, distance });
  }
  found.sort((a, b) => a.distance - b.distance || (a.text < b.text ? -1 : 1));
  return found.slice(0, 3).map(({ text }) => text);
}
