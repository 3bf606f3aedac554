import { draftTargets, elementOf } from '../cascade/index.js';
import type { Held, Page, StyleBlock } from '../page/index.js';
import { longhandsOf, physicalNames } from '../value/index.js';
import { statesOf } from './states.js';

/** States in which the browser's own sheet looks different (HTML Standard §15.3). */
const browserStates = [
  { properties: /^outline-/, state: ':focus-visible' },
  { properties: /^color$/, state: ':active' },
];

const focusable = /^(a|area|button|input|select|textarea|summary|iframe)$/;

const usual = physicalNames({ writingMode: 'horizontal-tb', direction: 'ltr' });

/** The longhands of a property, flow-relative ones by what they mostly stand for: here it is only a filter. */
const physicalOf = (property: string) => longhandsOf(property).map((name) => usual.get(name) ?? name);

/** So many other states are looked at for one declaration. */
const mostStates = 16;

/** Rules that name a state, of a page and its draft, by the longhands that they set. */
export class OtherStates {
  #byLonghand?: ReadonlyMap<string, readonly StyleBlock[]>;
  readonly #sets = new Map<StyleBlock, readonly (readonly Held[])[]>();

  constructor(private readonly laid: Page) {}

  /**
   * The states under which another rule sets what a declaration sets: what changes nothing as the page stands may
   * matter there. Each set once; [] for most.
   */
  beside(block: StyleBlock, property: string): (readonly Held[])[] {
    this.#byLonghand ??= this.#file();
    const rules = new Set<StyleBlock>();
    for (const longhand of physicalOf(property))
      for (const rule of this.#byLonghand.get(longhand) ?? [])
        if (rule !== block && rules.size < mostStates) rules.add(rule);
    const sets = new Map<string, readonly Held[]>();
    const own = browserStates.find(({ properties }) => longhandsOf(property).some((one) => properties.test(one)));
    if (own) sets.set(own.state, this.#onTargets(block, own.state));
    for (const rule of rules) {
      for (const held of this.#setsFor(rule))
        sets.set(held.map(({ element, state }) => `${element?.index} ${state}`).join(), held);
    }
    return [...sets.values()];
  }

  #onTargets(block: StyleBlock, state: string): readonly Held[] {
    // Only what can be reached by the keyboard gets the focus.
    return (draftTargets(this.laid).get(block) ?? [])
      .flat()
      .map(elementOf)
      .filter(({ tag, attributes }) => state !== ':focus-visible' || focusable.test(tag) || attributes.has('tabindex'))
      .map((element) => ({ element, state }));
  }

  #setsFor(rule: StyleBlock): readonly (readonly Held[])[] {
    let sets = this.#sets.get(rule);
    if (!sets) this.#sets.set(rule, (sets = statesOf(this.laid, rule, true).sets));
    return sets;
  }

  #file(): ReadonlyMap<string, readonly StyleBlock[]> {
    const filed = new Map<string, StyleBlock[]>();
    for (const rule of [...this.laid.overlay!.styles.blocks, ...this.laid.styles.blocks]) {
      // A quick look; which states they are is read from the compiled selectors.
      if (!/[:[]|is-|has-|active|open/i.test(rule.fullSelector)) continue;
      for (const longhand of new Set(rule.declarations.flatMap(({ property }) => physicalOf(property)))) {
        const known = filed.get(longhand);
        if (known) known.push(rule);
        else filed.set(longhand, [rule]);
      }
    }
    return filed;
  }
}
