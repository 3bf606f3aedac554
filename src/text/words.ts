/** "1 element", "3 elements". */
export function count(amount: number, one: string, many = `${one}s`): string {
  return `${amount} ${amount === 1 ? one : many}`;
}

/** "a", "a and b", "a, b and c"; '' for nothing. */
export function list(items: readonly string[], joint = 'and'): string {
  if (items.length < 2) return items.join('');
  return `${items.slice(0, -1).join(', ')} ${joint} ${items[items.length - 1]}`;
}

/** The text on one line, cut to `length` characters with an ellipsis. */
export function shorten(text: string, length: number): string {
  const line = text.replace(/\s+/g, ' ').trim();
  return line.length <= length ? line : `${line.slice(0, Math.max(0, length - 1))}…`;
}
