import {
  draftTargets,
  physicalLonghand,
  requirementFor,
  standingCandidates,
  type Target,
} from '../cascade/index.js';
import { exactSelector } from '../override/index.js';
import type { Page } from '../page/index.js';
import { YeltoError } from '../text/index.js';
import { longhandsOf } from '../value/index.js';
import { noEffectOn } from './box.js';
import type { Drafted } from './judge.js';
import type { Sighting } from './look.js';
import { strengthened } from './strengthen.js';

const idleValue =
  /^(0|0px|auto|none|normal|start|stretch|visible|static|baseline|inherit|initial|unset|revert|revert-layer)$/i;

/** So many remedies are looked for in one proof; a draft of which more falls short is mended step by step. */
const mostRemedies = 30;

/** More things than this have one name only by luck. */
const mostNamed = 40;

/** What to write instead, each tried on the page before it is told. */
export class Remedies {
  #asked = 0;
  readonly #told = new Map<string, string | undefined>();

  /** `most`: so many are looked for; 0 for none. */
  constructor(
    private readonly laid: Page,
    private readonly most = mostRemedies,
  ) {}

  /** Whether another one may be looked for. */
  mayAsk(): boolean {
    return this.#asked++ < this.most;
  }

  /**
   * The declaration in a rule that wins on all that it matches, under the same media queries and states, outside of
   * layers; why nothing can win; or undefined where no such rule was found.
   */
  stronger(drafted: Drafted, awake: readonly Sighting[]): string | undefined {
    const { declaration, block } = drafted;
    const key = `${block.start} ${declaration.property}: ${declaration.value}`;
    const unasked = this.most > 0 ? 'Ask for it alone: yelto write.' : undefined;
    if (!this.#told.has(key)) this.#told.set(key, this.mayAsk() ? this.#stronger(drafted, awake) : unasked);
    return this.#told.get(key);
  }

  #stronger({ declaration, block }: Drafted, awake: readonly Sighting[]): string | undefined {
    if (block.scope) return undefined;
    const place = this.laid.overlay!.place;
    /** The most that is needed against what is not important, and against what is; undefined where there is none. */
    const most: { plain?: number; firm?: number } = {};
    for (const { view } of awake.map(({ look }) => look)) {
      for (const [target] of draftTargets(view, block))
        for (const longhand of longhandsOf(declaration.property)) {
          const need = requirementFor(view.bare, target, longhand, place);
          if (need.hopeless) return `Nothing of the owner’s can win here: ${need.hopeless}.`;
          const kind = need.important ? 'firm' : 'plain';
          most[kind] = Math.max(most[kind] ?? 0, need.strength);
        }
    }
    const important = declaration.important || most.firm !== undefined;
    const strength = most.firm ?? most.plain ?? 0;
    const { property, value } = declaration;
    const selectors = [this.#named(block, property, value, awake), strengthened(this.laid, block, strength)];
    for (const selector of selectors) {
      if (selector === undefined) continue;
      const rule = `${selector} { ${property}: ${value}${important ? ' !important' : ''}; }`;
      const css = this.#around(block).reduceRight((inner, front) => `${front} { ${inner} }`, rule);
      if (this.#wins(css, property, awake))
        return `Write${block.layer > 0 ? ', outside of layers' : ''}: ${css}`;
    }
    return undefined;
  }

  /** A selector of plain names for just what a rule without states matches; undefined where it has states. */
  #named(
    block: Drafted['block'],
    property: string,
    value: string,
    awake: readonly Sighting[],
  ): string | undefined {
    if (awake.some(({ look }) => look.view.conditions.held.length > this.laid.conditions.held.length))
      return undefined;
    const at = draftTargets(this.laid, block).flat();
    if (at.length === 0 || at.length > mostNamed) return undefined;
    try {
      const wish = { at, set: { [property]: value }, panel: { place: this.laid.overlay!.place } };
      return exactSelector(this.laid.bare, wish);
    } catch (error) {
      if (error instanceof YeltoError) return undefined;
      throw error;
    }
  }

  /** The at-rules around a rule, outermost first. */
  #around({ condition, containers }: Drafted['block']): string[] {
    const { conditions } = this.laid.overlay!.styles;
    const fronts: string[] = [];
    for (let at = condition; at > 0; at = conditions[at].parent) fronts.unshift(conditions[at].text);
    return [...fronts, ...containers.map((query) => `@container ${query}`)];
  }

  #wins(css: string, property: string, awake: readonly Sighting[]): boolean {
    const tried = this.laid.bare.withDraft(css, this.laid.overlay!.place);
    const [block] = tried.overlay!.styles.blocks;
    if (!block) return false;
    return awake.slice(0, 12).every(({ look }) => {
      const view = tried.under(look.view.conditions);
      return draftTargets(view, block).every(([target]) =>
        longhandsOf(property).every(
          (longhand) =>
            standingCandidates(view, target, longhand)[0]?.declaration.sheet === tried.overlay!.sheet,
        ),
      );
    });
  }

  /** "Add display: block to the same rule", where the property works with it. */
  adding(
    { end, declaration, block }: Drafted,
    addition: string,
    working: readonly Sighting[],
  ): string | undefined {
    const [, property, value] = /^([\w-]+): (.+)$/.exec(addition) ?? [];
    if (!property) return addition;
    // Nobody needs help to have nothing.
    if (idleValue.test(declaration.value) || !this.mayAsk()) return undefined;
    const mended = this.laid.withDeclaration(block, end, property, value);
    const works = working.some(({ look, counts, same }) => {
      const view = mended.beside(look.view);
      return (counts.length ? counts : same).some(({ targets, longhands }) =>
        targets.some(
          (target) =>
            longhands.some(
              // Of what is said to work anyway the addition changes nothing.
              (longhand) => noEffectOn(look.view, target, longhand) && !noEffectOn(view, target, longhand),
            ) && this.#isSet(view, target, property),
        ),
      );
    });
    return works ? `Add ${addition} to the same rule.` : undefined;
  }

  #isSet(view: Page, target: Target, property: string): boolean {
    return longhandsOf(property).every((longhand) => {
      const name = physicalLonghand(view, target, longhand);
      return standingCandidates(view, target, name)[0]?.declaration.sheet === view.overlay!.sheet;
    });
  }
}
