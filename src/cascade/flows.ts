import type { Page } from '../page/index.js';
import type { Flow } from '../value/index.js';
import type { Capture } from './capture.js';
import type { Contested } from './contested.js';
import { listSetsFlow, setsOwnFlow, stylesSetFlow, usualFlow } from './flow.js';
import type { Matcher } from './match-list.js';
import type { Candidate } from './rank.js';
import { matchedFor } from './worked-out.js';

/** Who matches what on a page. */
interface Matched {
  readonly matching: Matcher;
  readonly draft?: Matcher;
  /** The order of the layers, in words. */
  readonly ranks: string;
}

/** The writing modes and directions of a page's elements: each its own, or its nearest ancestor's (CSS Writing Modes 4 §2). */
export class Flows {
  /** Whether any element may have another flow than left to right and down; most pages have none. */
  readonly mayDiffer: boolean;
  readonly #flows = new Map<number, Flow>();
  /** By which it is told what may turn the flow. */
  readonly #matching: Matcher;
  readonly #draft?: Matcher;
  /** The same where it is known beforehand. */
  readonly #turned?: Uint8Array;
  readonly #sources: (number | undefined)[];

  constructor(
    private readonly page: Page,
    private readonly capture: Capture,
    { matching, draft, ranks }: Matched,
    /** What is claimed for the direction and the writing mode of the element in a row. */
    private readonly claimsOf: (row: number) => Contested,
  ) {
    this.#matching = matching.flowsAs ?? matching;
    this.#draft = draft;
    this.#turned = capture.turned(page.tree);
    const draftTurns = page.overlay !== undefined && stylesSetFlow(page.overlay.styles);
    this.mayDiffer = capture.mayFlowDiffer || draftTurns;
    this.#sources = matchedFor(draftTurns ? (draft ?? matching) : this.#matching, ranks).flowSources;
  }

  /** The nearest box up from here, itself included, that may turn the flow; −1 for none. */
  sourceOf(row: number): number {
    if (!this.mayDiffer) return -1;
    const sources = this.#sources;
    const own = sources[row];
    if (own !== undefined) return own;
    const path: number[] = [];
    let source = -1;
    for (let at = row; at >= 0; at = this.page.tree.flatParent[at]) {
      const known = sources[at];
      if (known !== undefined) {
        source = known;
        break;
      }
      path.push(at);
      if (this.#mayTurn(at)) {
        source = at;
        break;
      }
    }
    for (const at of path) sources[at] = source;
    return source;
  }

  #mayTurn(row: number): boolean {
    const isTurned = this.#turned ? this.#turned[row] === 1 : listSetsFlow(this.#matching.list(row, ''));
    return (
      isTurned ||
      (this.#draft !== undefined && listSetsFlow(this.#draft.list(row, ''))) ||
      setsOwnFlow(this.page.elements[row])
    );
  }

  of(row: number): Flow {
    const path: number[] = [];
    let source = this.sourceOf(row);
    for (; source >= 0 && !this.#flows.has(source);) {
      path.push(source);
      const above = this.page.tree.flatParent[source];
      source = above < 0 ? -1 : this.sourceOf(above);
    }
    let flow = source >= 0 ? this.#flows.get(source)! : usualFlow;
    while (path.length) {
      const next = path.pop()!;
      const claims = this.claimsOf(next);
      const writingMode = keyword(claims.get('writing-mode'), 'horizontal-tb') ?? flow.writingMode;
      const direction = keyword(claims.get('direction'), 'ltr') ?? flow.direction;
      flow = this.capture.flow(writingMode, direction);
      this.#flows.set(next, flow);
    }
    return flow;
  }
}

/** The winner's own keyword; undefined where it is inherited or not plain. */
function keyword(candidates: readonly Candidate[] | undefined, initial: string): string | undefined {
  const value = candidates?.[0].declaration.value.toLowerCase();
  if (value === undefined || /^(inherit|unset|revert|revert-layer)$/.test(value) || value.includes('('))
    return undefined;
  return value === 'initial' ? initial : value;
}
