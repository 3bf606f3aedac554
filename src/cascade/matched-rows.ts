import type { StyleBlock } from '../page/index.js';
import type { Matcher } from './match-list.js';

/** An element by its row, or one of its pseudo-elements. */
export interface MatchedRow {
  readonly row: number;
  readonly pseudo: string;
}

type ByBlock = ReadonlyMap<StyleBlock, readonly MatchedRow[]>;

const known = new WeakMap<Matcher, ByBlock>();

/** What a block matches in a tree of so many rows, in the order of the tree; [] for nothing. */
export function matchedRows(matcher: Matcher, size: number, block: StyleBlock): readonly MatchedRow[] {
  const { bare } = matcher;
  if (bare && !bare.touched.has(block)) return matchedRows(bare.matcher, size, block);
  // All rules in one go: of a proof's rules most are asked for.
  const asked = bare?.again ?? matcher;
  let byBlock = known.get(asked);
  if (!byBlock) known.set(asked, (byBlock = allMatchedRows(asked, size)));
  return byBlock.get(block) ?? [];
}

function allMatchedRows(matcher: Matcher, size: number): ByBlock {
  const found = new Map<StyleBlock, MatchedRow[]>();
  const pseudos = [...matcher.pseudos];
  for (const row of matcher.rows ?? Array.from({ length: size }, (_, at) => at))
    for (const pseudo of pseudos)
      for (const { block } of matcher.list(row, pseudo).applied) {
        const ofBlock = found.get(block);
        if (ofBlock) ofBlock.push({ row, pseudo });
        else found.set(block, [{ row, pseudo }]);
      }
  return found;
}
