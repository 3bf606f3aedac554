/** Of an element that browsers build themselves, what concerns what it hands down. */
interface Built {
  readonly tag: string;
  readonly isOpen: boolean;
}

/**
 * What the box says in which browsers put an element’s contents, by themselves, where another thing than the element stands between
 * (HTML Standard, Rendering): what is not handed down by itself is asked of that box. undefined where there is none, '' where it says nothing.
 */
export function saidByOwnBox(
  { tag, isOpen }: Built,
  isSummary: boolean,
  longhand: string,
): string | undefined {
  switch (tag) {
    case 'details':
      if (isSummary) return longhand === 'display' ? 'contents' : '';
      if (longhand === 'content-visibility' && !isOpen) return 'hidden';
      return longhand === 'display' ? 'block' : '';
    case 'select':
    case 'optgroup':
    case 'object':
    case 'marquee':
      return longhand === 'display' ? 'contents' : '';
    default:
      return undefined;
  }
}
