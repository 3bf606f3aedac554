import type { Page, StyleSet } from '../page/index.js';
import type { Tree } from '../selector/index.js';
import { HeldMatching, ToldApart } from './held-matching.js';
import type { Matcher } from './match-list.js';
import { Matching } from './matching.js';
import { RuleIndex } from './rule-index.js';
import { MendedMatching } from './mended-matching.js';
import { TreeMatching } from './tree-matching.js';

const draftMatchings = new WeakMap<object, WeakMap<Tree, Matcher>>();

/** A draft's rules are matched once for each tree, whatever the width. */
export function draftMatching(page: Page): Matcher | undefined {
  if (!page.overlay) return undefined;
  return matchingIn(page.overlay.styles, page.tree);
}

function matchingIn(styles: StyleSet, tree: Tree): Matcher {
  let byTree = draftMatchings.get(styles);
  if (!byTree) draftMatchings.set(styles, (byTree = new WeakMap()));
  const matched = (tree: Tree): Matcher => {
    let matching = byTree.get(tree);
    if (!matching) byTree.set(tree, (matching = match(tree)));
    return matching;
  };
  // A draft is a sheet of the document, and reaches parts of its components.
  const match = (tree: Tree): Matcher => {
    const { mends } = styles;
    if (mends) return new MendedMatching(matchingIn(mends.styles, tree), mends.block, mends.mended);
    const { bare } = tree;
    if (bare && tree.roots.length === 1)
      return new HeldMatching(tree, matched(bare.tree), toldByDraft(styles).by(bare.change));
    const draft = new Matching(tree, [new RuleIndex(styles.blocks, 'draft')]);
    return tree.roots.length === 1
      ? draft
      : new TreeMatching(tree, (number) => (number === 0 ? draft : undefined));
  };
  return matched(tree);
}

const toldApart = new WeakMap<StyleSet, ToldApart>();

function toldByDraft(styles: StyleSet): ToldApart {
  let told = toldApart.get(styles);
  if (!told) toldApart.set(styles, (told = new ToldApart([{ owner: 'draft', blocks: styles.blocks }])));
  return told;
}
