import { parseMedia, type MediaQuery } from '../sheet/index.js';
import type { RuleCondition } from './style-set.js';

/** The conditions around the rules of sheets, and those that choose among values, each with a number. */
export class NumberedConditions {
  readonly all: RuleCondition[];
  readonly #queries = new Map<string, MediaQuery>();

  /** Goes on behind those that are there. */
  constructor(base: readonly RuleCondition[]) {
    this.all = [...base];
    for (const { media } of base) if (media) this.#queries.set(media.text, media);
  }

  add(condition: RuleCondition): number {
    this.all.push(condition);
    return this.all.length - 1;
  }

  /** The parent’s own number where nothing is asked. */
  ofMedia(media: string, parent: number): number {
    return media === '' ? parent : this.add({ parent, media: this.#query(media), text: `@media ${media}` });
  }

  /** One that chooses among the values of a declaration. */
  ofValue(media: string, parent: number): number {
    return this.add({ parent, media: this.#query(media), text: `@media ${media}`, isOfValue: true });
  }

  /** Equal queries are one object, so that each is answered once. */
  #query(text: string): MediaQuery {
    let query = this.#queries.get(text);
    if (!query) this.#queries.set(text, (query = parseMedia(text)));
    return query;
  }
}
