// Small bodies of boxes within boxes that rules of few names meet on.
import fc from 'fast-check';

export interface SmallElement {
  readonly tag: string;
  /** Its attributes, ` class="a"`; '' for none. */
  readonly names: string;
  readonly style: string;
  readonly isInside: boolean;
}

/** Elements with one of these style attributes each. */
export const smallElements = (...styles: readonly string[]): fc.Arbitrary<SmallElement> =>
  fc.record({
    tag: fc.constantFrom('p', 'div', 'div', 'section'),
    names: fc.constantFrom(
      '',
      ' class="a"',
      ' class="b"',
      ' class="a c"',
      ' id="one"',
      ' id="two" class="b"',
    ),
    style: fc.constantFrom(...styles),
    isInside: fc.boolean(),
  });

/** Their markup, each inside the one before or behind all so far; `data-k` numbers them. */
export function bodyOf(elements: readonly SmallElement[]): string {
  let body = '';
  let open: string[] = [];
  const close = () =>
    open
      .reverse()
      .map((tag) => `</${tag}>`)
      .join('');
  elements.forEach(({ tag, names, style, isInside }, i) => {
    // A paragraph holds no boxes.
    if (!isInside || open.at(-1) === 'p') {
      body += close();
      open = [];
    }
    body += `<${tag}${names}${style && ` style="${style}"`} data-k="${i}">x`;
    open.push(tag);
  });
  return body + close();
}
