import { browserSheet, quirksSheet } from '../facts/index.js';
import { Gatherer, type Page, type StyleBlock } from '../page/index.js';
import { rowsMatched, type HeldChange, type Tree } from '../selector/index.js';
import type { Flow } from '../value/index.js';
import { FlowNames } from './contested.js';
import { flowKey, setsFlow, setsOwnFlow, usualFlow } from './flow.js';
import { Expander } from './expand.js';
import { HeldMatching, ToldApart, type Told } from './held-matching.js';
import { type Matcher, type RuleOwner } from './match-list.js';
import { Matching } from './matching.js';
import { RuleIndex } from './rule-index.js';
import { TreeMatching } from './tree-matching.js';

/** What all pages of one capture share: the rules of browser and platform, filed, and who matches them. */
export class Capture {
  readonly expander: Expander;
  /** Whether any element may have another flow than left to right and down; most pages have none. */
  readonly mayFlowDiffer: boolean;
  readonly #indexes;
  readonly #matchings = new WeakMap<Tree, Matcher>();
  readonly #blocks: readonly { readonly owner: RuleOwner; readonly blocks: readonly StyleBlock[] }[];
  #toldApart?: ToldApart;
  readonly #turned = new WeakMap<Tree, Uint8Array | null>();
  readonly #browser: RuleIndex;
  readonly #components: readonly RuleIndex[];
  readonly #componentOf: (tree: number) => number;
  readonly #flows = new Map<string, Flow>();
  readonly #flowNames = new Map<Flow, FlowNames>();

  constructor(page: Page) {
    const gatherer = new Gatherer(page.tree.names, page.tree.quirks, page.grammar);
    gatherer.add({
      label: 'the browser’s own sheet',
      css: page.tree.quirks ? browserSheet + quirksSheet : browserSheet,
      status: 'loaded',
      how: 'added',
      media: '',
    });
    this.#browser = new RuleIndex(gatherer.result.blocks, 'browser');
    this.#blocks = [
      { owner: 'browser', blocks: gatherer.result.blocks },
      { owner: 'platform', blocks: page.styles.blocks },
    ];
    this.#components = page.components.map(({ blocks }) => new RuleIndex(blocks, 'platform'));
    this.#componentOf = (tree) => page.componentOf(tree);
    this.#indexes = [this.#browser, new RuleIndex(page.styles.blocks, 'platform')] as const;
    this.expander = new Expander(page.grammar);
    this.#flows.set(flowKey(usualFlow), usualFlow);
    this.mayFlowDiffer =
      [page.styles, ...page.components].some(({ blocks }) => blocks.some(setsFlow)) ||
      page.elements.some(setsOwnFlow);
  }

  /** One matching a tree: the same for all widths, another where other states are held. */
  matching(tree: Tree): Matcher {
    let matching = this.#matchings.get(tree);
    if (!matching) this.#matchings.set(tree, (matching = this.#match(tree)));
    return matching;
  }

  #match(tree: Tree): Matcher {
    if (tree.bare && tree.roots.length === 1)
      return new HeldMatching(tree, this.matching(tree.bare.tree), this.told(tree.bare.change));
    const document = new Matching(tree, this.#indexes);
    if (tree.roots.length === 1) return document;
    const bare = new Matching(tree, [this.#browser]);
    const components = this.#components.map((index) => new Matching(tree, [this.#browser, index]));
    return new TreeMatching(tree, (number) =>
      number === 0 ? document : (components[this.#componentOf(number)] ?? bare),
    );
  }

  /** The rules by which a held state is told. */
  told(change: HeldChange): Told {
    return (this.#toldApart ??= new ToldApart(this.#blocks)).by(change);
  }

  /**
   * For each row whether any rule that may turn the flow matches it: few do, so that these are asked for what they match, and not each
   * box for all that matches it. undefined where that does not tell.
   */
  turned(tree: Tree): Uint8Array | undefined {
    if (tree.roots.length > 1) return undefined;
    if (tree.bare) return this.told(tree.bare.change).setsFlow ? undefined : this.turned(tree.bare.tree);
    let turned = this.#turned.get(tree);
    if (turned === undefined) this.#turned.set(tree, (turned = this.#findTurned(tree)));
    return turned ?? undefined;
  }

  #findTurned(tree: Tree): Uint8Array | null {
    const blocks = this.#blocks.flatMap((one) => one.blocks.filter(setsFlow));
    // What a scope begins at is not told by the selector.
    if (blocks.some(({ scope }) => scope !== undefined)) return null;
    const turned = new Uint8Array(tree.size);
    for (const selector of blocks.flatMap(({ selectors }) => selectors))
      if (selector.pseudo === '') for (const row of rowsMatched(tree, [selector])) turned[row] = 1;
    return turned;
  }

  namesFor(flow: Flow): FlowNames {
    let names = this.#flowNames.get(flow);
    if (!names) this.#flowNames.set(flow, (names = new FlowNames(flow)));
    return names;
  }

  /** The one object for that flow. */
  flow(writingMode: string, direction: string): Flow {
    const key = `${writingMode} ${direction}`;
    let flow = this.#flows.get(key);
    if (!flow) this.#flows.set(key, (flow = { writingMode, direction }));
    return flow;
  }
}
