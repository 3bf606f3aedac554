/** Line starts of one text, for turning offsets into places. */
export class Lines {
  readonly #starts: number[] = [0];

  /** Lines end at LF, CR, CR LF or FF, as CSS Syntax 3 §3.3 and the HTML Standard count them. */
  constructor(text: string) {
    // Most texts have plain line ends only; finding those is much quicker than looking at each character.
    if (!/[\r\f]/.test(text)) {
      for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) this.#starts.push(at + 1);
      return;
    }
    for (let i = 0; i < text.length; i++) {
      const code = text.charCodeAt(i);
      if (code === 10 || code === 12 || (code === 13 && text.charCodeAt(i + 1) !== 10))
        this.#starts.push(i + 1);
    }
  }

  /** The 1-based line and column (in UTF-16 code units) of an offset. */
  at(offset: number): { line: number; column: number } {
    let low = 0;
    let high = this.#starts.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.#starts[middle] <= offset) low = middle;
      else high = middle - 1;
    }
    return { line: low + 1, column: offset - this.#starts[low] + 1 };
  }
}
