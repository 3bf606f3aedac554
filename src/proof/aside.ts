import type { Page, StyleBlock, StyleSet } from '../page/index.js';
import { filed, isSameSelector, partsOf, type Part } from './pasted.js';

/** A page without the text that was pasted into it, and where that stood; the page itself where there is none. */
export interface SetAside {
  readonly page: Page;
  /** The name of the sheet that held it; undefined for none. */
  readonly from?: string;
}

/** Of a draft so much must stand in one sheet as it is written, to be taken for what was pasted. */
const enough = 0.8;

/**
 * Takes out of a page what was pasted of a draft before: beside its own copy each line would seem needless. A sheet counts
 * as the pasted one where it says nearly all of the draft: more than one rule of it, or one and nothing else, word for
 * word. A rule of the platform's that happens to say the same as one of the draft's stays.
 */
export function setAside(page: Page, draft: string): SetAside {
  if (page.overlay) return { page };
  const laid = page.withDraft(draft);
  const names = namesOf(laid.overlay!.styles.blocks.map(({ fullSelector }) => bare(fullSelector)));
  if (names.texts.size === 0) return { page };
  const pieces = namesOf([...names.texts].flatMap(piecesIn));
  let wanted: readonly Part[] | undefined;
  for (const index of page.sheets.keys()) {
    const blocks = blocksOf(page, index);
    // Most sheets have next to nothing of it, which is cheap to see; a list may be split, so that half will do.
    const like = blocks.filter((block) => isNamed(bareOf(block), names));
    if (like.length * 2 < names.texts.size) continue;
    wanted ??= partsOf(laid);
    const own = partsOf(page, index, (block) => piecesIn(bareOf(block)).some((one) => isNamed(one, pieces)));
    const pasted = pastedBlocks(own, wanted);
    const rules = new Set([...pasted].map(({ fullSelector }) => fullSelector)).size;
    if (rules > 1 || (rules === 1 && isWordForWord(partsOf(page, index), wanted)))
      return { page: page.withoutBlocks(pasted), from: page.sheets[index].label };
  }
  return { page };
}

const isWordForWord = (own: readonly Part[], wanted: readonly Part[]) =>
  own.length === wanted.length &&
  own.every(({ property, value }, i) => property === wanted[i].property && value === wanted[i].value);

const bare = (selector: string) => selector.replace(/\s+/g, '').toLowerCase();

const bareOnes = new WeakMap<StyleBlock, string>();

/** A page's own are asked for at each key press in a draft. */
function bareOf(block: StyleBlock): string {
  let found = bareOnes.get(block);
  if (found === undefined) bareOnes.set(block, (found = bare(block.fullSelector)));
  return found;
}

/** What stands between the commas of a list, those in brackets too. */
const piecesIn = (selector: string) => (selector.includes(',') ? selector.split(',') : [selector]);

const blocksBySheet = new WeakMap<StyleSet, StyleBlock[][]>();

function blocksOf({ styles }: Page, sheet: number): readonly StyleBlock[] {
  let bySheet = blocksBySheet.get(styles);
  if (!bySheet) {
    blocksBySheet.set(styles, (bySheet = styles.sheets.map(() => [])));
    for (const block of styles.blocks) bySheet[block.sheet].push(block);
  }
  return bySheet[sheet];
}

/** Selectors, and how long they are: a long draft has more of them than of these. */
interface Names {
  readonly texts: ReadonlySet<string>;
  readonly lengths: readonly number[];
}

const namesOf = (texts: Iterable<string>): Names => {
  const all = new Set(texts);
  return { texts: all, lengths: [...new Set([...all].map(({ length }) => length))] };
};

/** Panels may put something in front. */
const isNamed = (selector: string, { texts, lengths }: Names) =>
  lengths.some((length) => length <= selector.length && texts.has(selector.slice(-length)));

/** The blocks that say what is wanted; none where too little of it is there. */
function pastedBlocks(own: readonly Part[], wanted: readonly Part[]): Set<StyleBlock> {
  const byLonghand = filed(own);
  const blocks = new Set<StyleBlock>();
  let found = 0;
  for (const { key, longhand, important } of wanted) {
    const same = (byLonghand.get(longhand) ?? []).filter(
      (one) =>
        isSameSelector(one, key.selector) &&
        one.key.value === key.value &&
        one.key.around === key.around &&
        one.important === important,
    );
    if (same.length) found++;
    for (const { block } of same) blocks.add(block);
  }
  return found >= wanted.length * enough ? blocks : new Set();
}
