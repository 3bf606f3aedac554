import type { Page, StyleBlock, StyleSet } from '../page/index.js';
import { longhandsOf } from '../value/index.js';
import { FiledParts } from './filed-parts.js';
import { blocksOf, partsOf, type Part } from './parts.js';

/** A page without the text that was pasted into it, and where that stood; the page itself where there is none. */
export interface SetAside {
  readonly page: Page;
  /** The name of the sheet that held it; undefined for none. */
  readonly from?: string;
}

/** Of a draft so much must stand in one sheet as it is written, to be taken for what was pasted. */
const enough = 0.8;

/** A sheet of no more rules than the draft has, times this, is read whole: a panel may write each selector in its own way. */
const small = 4;

/**
 * Takes out of a page what was pasted of a draft before: beside its own copy each line would seem needless. A sheet counts
 * as the pasted one where it says nearly all of the draft: more than one rule of it, or one and nothing else, word for
 * word. A rule of the platform's that happens to say the same as one of the draft's stays.
 */
export function setAside(page: Page, draft: string): SetAside {
  if (page.overlay) return { page };
  const laid = page.withDraft(draft);
  const names = new Set(laid.overlay!.styles.blocks.map(({ fullSelector }) => bare(fullSelector)));
  if (names.size === 0) return { page };
  const pieces = new Set([...names].flatMap(piecesIn));
  let wanted: readonly Part[] | undefined;
  for (const index of page.sheets.keys()) {
    const blocks = blocksOf(page, index);
    const isSmall = blocks.length <= names.size * small;
    const written = endingsIn(page, index);
    // Most sheets have next to nothing of it, which is cheap to see; a list may be split, so that half will do.
    if (!isSmall && named(written.whole, names).size * 2 < names.size) continue;
    wanted ??= partsOf(laid);
    const longhands = new Set(wanted.map(({ longhand }) => longhand));
    const near = isSmall ? blocks : [...named(written.parts, pieces)];
    const like = near.filter((block) => setsAny(block, longhands));
    const own = partsOf(
      page,
      index,
      like.sort((one, other) => one.order - other.order),
    );
    const pasted = pastedBlocks(own, wanted);
    const rules = new Set([...pasted].map(({ fullSelector }) => fullSelector)).size;
    if (rules > 1 || (rules === 1 && isWordForWord(page, index, wanted)))
      return { page: page.withoutBlocks(pasted), from: page.sheets[index].label };
  }
  return { page };
}

const setsAny = ({ declarations }: StyleBlock, longhands: ReadonlySet<string>): boolean =>
  declarations.some(({ property }) => longhandsOf(property).some((one) => longhands.has(one)));

/** Whether a sheet says just what is wanted, word for word; a large one is not read to its end. */
function isWordForWord(page: Page, sheet: number, wanted: readonly Part[]): boolean {
  let at = 0;
  for (const block of blocksOf(page, sheet))
    for (const { property, value } of partsOf(page, sheet, [block])) {
      const other = wanted[at++];
      if (property !== other?.property || value !== other.value) return false;
    }
  return at === wanted.length;
}

/** Without what browsers and panels write in one way or another: spaces, quotes, a `*` or a second colon that says nothing. */
const bare = (selector: string) => selector.replace(/[\s"']+|\*(?=[.:#[])|:(?=:)/g, '').toLowerCase();

/** What stands between the commas of a list, those in brackets too. */
const piecesIn = (selector: string) => (selector.includes(',') ? selector.split(',') : [selector]);

/** So many signs of a selector's end lead to those that may end with a name. */
const endLength = 3;

/** A block, and what its selector, or one of those in its list, is written as without spaces. */
interface Written {
  readonly text: string;
  readonly block: StyleBlock;
}

/** All that is written in a sheet, and the same by its end. */
interface Endings {
  readonly all: readonly Written[];
  readonly byEnd: ReadonlyMap<string, readonly Written[]>;
}

/** A page's own selectors are asked for at each key press in a draft. */
class SheetEndings {
  #whole?: Endings;
  #parts?: Endings;

  constructor(private readonly blocks: readonly StyleBlock[]) {}

  get whole(): Endings {
    return (this.#whole ??= endingsOf(
      this.blocks.map((block) => ({ text: bare(block.fullSelector), block })),
    ));
  }

  /** Of lists each selector by itself. */
  get parts(): Endings {
    return (this.#parts ??= endingsOf(
      this.whole.all.flatMap(({ text, block }) => piecesIn(text).map((piece) => ({ text: piece, block }))),
    ));
  }
}

const endings = new WeakMap<StyleSet, SheetEndings[]>();

function endingsIn(page: Page, sheet: number): SheetEndings {
  let bySheet = endings.get(page.styles);
  if (!bySheet) endings.set(page.styles, (bySheet = []));
  return (bySheet[sheet] ??= new SheetEndings(blocksOf(page, sheet)));
}

function endingsOf(all: readonly Written[]): Endings {
  const byEnd = new Map<string, Written[]>();
  for (const one of all) {
    const end = one.text.slice(-endLength);
    const known = byEnd.get(end);
    if (known) known.push(one);
    else byEnd.set(end, [one]);
  }
  return { all, byEnd };
}

/** Blocks that end with one of these names: panels may put something in front. */
function named({ all, byEnd }: Endings, names: ReadonlySet<string>): Set<StyleBlock> {
  const found = new Set<StyleBlock>();
  for (const name of names) {
    const near = name.length < endLength ? all : (byEnd.get(name.slice(-endLength)) ?? []);
    for (const { text, block } of near) if (text.endsWith(name)) found.add(block);
  }
  return found;
}

/** The blocks that say what is wanted; none where too little of it is there. */
function pastedBlocks(own: readonly Part[], wanted: readonly Part[]): Set<StyleBlock> {
  const filed = new FiledParts(own);
  const blocks = new Set<StyleBlock>();
  let found = 0;
  for (const part of wanted) {
    const same = filed.sayingThere(part);
    if (same.length) found++;
    for (const { block } of same) blocks.add(block);
  }
  return found >= wanted.length * enough ? blocks : new Set();
}
