// From a point, or words, to the boxes that may be meant.
import { describeTarget, elementOf, hooks, ladder, pseudoOf, type Page, type PageElement } from 'yelto';
import { opened, type Spot } from './opened.js';

export interface Rung extends Spot {
  readonly label: string;
  /** The names that will last, or what is special about the rung. */
  readonly note: string;
}

/** A page in a frame, where that is what was pointed at. */
export interface Framed {
  /** Its whole address; '' for one that is written into the page. */
  readonly address: string;
  /** Whether it is one of the site's own. */
  readonly isOwn: boolean;
}

export const pointing = {
  /** Boxes under a point that are not around each other: what lies beneath an overlay. */
  beneath(indices: readonly number[]): Rung[] {
    const [top, ...others] = indices.map((index) => opened().elements[index]).filter(Boolean);
    const isAround = (box: typeof top) => {
      for (let up = top; up; up = up.parent!) if (up === box) return true;
      return false;
    };
    return others
      .filter((element) => !isAround(element) && element.tag !== 'html' && element.tag !== 'body')
      .slice(0, 4)
      .map((element) => rungOf(element, 'beneath it'));
  },

  /** The smallest boxes that show the words. */
  withWords(words: string): Rung[] {
    const wanted = words.replace(/\s+/g, ' ').trim().toLowerCase();
    if (wanted.length < 2) return [];
    const shows = (element: Page['elements'][number]) =>
      element.text.toLowerCase().includes(wanted) && !/^(script|style|head|title)$/.test(element.tag);
    return opened()
      .elements.filter((element) => shows(element) && !element.children.some(shows))
      .slice(0, 6)
      .map((element) => rungOf(element, 'shows these words'));
  },

  /** Empty for a number of another reading. */
  ladder(index: number): Rung[] {
    const hit = opened().elements[index];
    if (!hit) return [];
    return ladder(opened(), hit).map((target) => {
      const element = elementOf(target);
      const pseudo = pseudoOf(target);
      const lasting = hooks(opened(), element).filter(
        ({ steps, grade, kind }) => steps === 0 && grade === 'steady' && kind !== 'tag',
      );
      const inside = pseudo ? '' : insideOf(element);
      const within = element.host ? `inside the component ${element.host.tag}; ` : '';
      const note = pseudo
        ? `a mark drawn by ${pseudo}`
        : inside
          ? inside
          : lasting.length
            ? `${within}holds on by ${lasting[0].name}`
            : `${within}no lasting name of its own`;
      return {
        index: element.index,
        pseudo,
        label: pseudo ? `${pseudo} of ${describeTarget(element)}` : describeTarget(target),
        note,
      };
    });
  },

  /** The box around one, or back towards what was hit. */
  climb(index: number, by: 1 | -1): { index: number; label: string } {
    const element = opened().elements[index];
    const next = (by > 0 ? element?.parent : (element?.shadow?.[0] ?? element?.children[0])) ?? element;
    return next ? { index: next.index, label: describeTarget(next) } : { index, label: '' };
  },

  /** What a frame shows; undefined for all that is none. */
  framed(index: number): Framed | undefined {
    const page = opened();
    const element = page.elements[index];
    if (!element || !/^(iframe|frame)$/.test(element.tag)) return undefined;
    const src = element.attributes.get('src') ?? '';
    const base = baseOf(page);
    if (element.attributes.has('srcdoc') || !URL.canParse(src, base)) return { address: '', isOwn: false };
    const { href, origin, protocol } = new URL(src, base);
    if (!/^https?:/.test(protocol)) return { address: '', isOwn: false };
    return { address: href, isOwn: origin === new URL(page.name).origin };
  },
};

const baseOf = ({ name, elements }: Page): string => {
  const href = elements.find(({ tag }) => tag === 'base')?.attributes.get('href') ?? '';
  return URL.canParse(href, name) ? new URL(href, name).href : name;
};

const rungOf = (element: PageElement, note: string): Rung => ({
  index: element.index,
  pseudo: '',
  label: describeTarget(element),
  note,
});

/** What lies inside an element and no page's sheet is read for. */
function insideOf({ tag, shadow, children, text }: PageElement): string {
  if (shadow) return 'a component: what it shows stands in a tree of its own';
  if (tag.includes('-') && children.length === 0 && text === '')
    return 'a component that is empty or closed: what it shows cannot be read from here; yelto survey reads it';
  return /^(iframe|frame)$/.test(tag) ? 'a frame: what is inside is another page' : '';
}
