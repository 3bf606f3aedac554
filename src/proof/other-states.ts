import type { Held, Page, StyleBlock } from '../page/index.js';
import { longhandsOf } from '../value/index.js';
import { statesOf } from './states.js';

/** So many other states are looked at for one declaration. */
const mostStates = 16;

/** Rules that name a state, of a page and its draft, by the longhands that they set. */
export class OtherStates {
  #byLonghand?: ReadonlyMap<string, readonly StyleBlock[]>;
  readonly #held = new Map<StyleBlock, readonly Held[]>();

  constructor(private readonly laid: Page) {}

  /**
   * The states under which another rule sets what a declaration sets: what changes nothing as the page stands may
   * matter there. Each set once; [] for most.
   */
  beside(block: StyleBlock, property: string): (readonly Held[])[] {
    this.#byLonghand ??= this.#file();
    const rules = new Set<StyleBlock>();
    for (const longhand of longhandsOf(property))
      for (const rule of this.#byLonghand.get(longhand) ?? [])
        if (rule !== block && rules.size < mostStates) rules.add(rule);
    const sets = new Map<string, readonly Held[]>();
    for (const rule of rules) {
      const held = this.#heldFor(rule);
      if (held.length) sets.set(held.map(({ element, state }) => `${element?.index} ${state}`).join(), held);
    }
    return [...sets.values()];
  }

  #heldFor(rule: StyleBlock): readonly Held[] {
    let held = this.#held.get(rule);
    if (!held) this.#held.set(rule, (held = statesOf(this.laid, rule).held));
    return held;
  }

  #file(): ReadonlyMap<string, readonly StyleBlock[]> {
    const filed = new Map<string, StyleBlock[]>();
    for (const rule of [...this.laid.overlay!.styles.blocks, ...this.laid.styles.blocks]) {
      // A quick look; which states they are is read from the compiled selectors.
      if (!/[:[]|is-|has-|active|open/i.test(rule.fullSelector)) continue;
      for (const longhand of new Set(rule.declarations.flatMap(({ property }) => longhandsOf(property)))) {
        const known = filed.get(longhand);
        if (known) known.push(rule);
        else filed.set(longhand, [rule]);
      }
    }
    return filed;
  }
}
