import { isHighlight } from '../facts/index.js';
import type { Page, PageElement } from '../page/index.js';
import { withPlace } from './places.js';
import { resultOf } from './author-functions.js';
import { choiceHolds } from './style-queries.js';
import { rolledBack } from './rank.js';
import { isOfSyntax, registeredProperty } from './registered.js';
import { standingCandidates } from './standing.js';
import { isSubstituted, mostCalls, substituted, type Fillings } from './substitute.js';
import { elementOf, pseudoOf, type Target } from './types.js';

/** CSS Variables 1 §3, CSS Values 5 §7.7: `var()` and `attr()` filled in; undefined where one has no value or runs in a circle. */
export function fillVariables(page: Page, target: Target, value: string): string | undefined {
  if (!isSubstituted(value)) return value;
  return substituted(value, fillingsOf(page, target));
}

/** What stands on a target for whatever a value reads. */
export const fillingsOf = (page: Page, target: Target): Fillings =>
  fillingsFor(page, target, (name) => variablesOf(page).valueOf(target, name));

/** The same where its variables are found so. */
function fillingsFor(
  page: Page,
  target: Target,
  variable: Fillings['variable'],
  isCircular?: Fillings['isCircular'],
): Fillings {
  const fillings: Fillings = {
    variable,
    isCircular,
    circle: { isMet: false },
    callsLeft: { amount: mostCalls },
    attribute: (name) => elementOf(target).attributes.get(name),
    holds: (asked) => choiceHolds(page, target, asked, fillings),
    result: (call) => resultOf(page, target, call, fillings),
  };
  return fillings;
}

const known = new WeakMap<Page, Variables>();

function variablesOf(page: Page): Variables {
  let variables = known.get(page);
  if (!variables) known.set(page, (variables = new Variables(page)));
  return variables;
}

/** The computed value of a variable; undefined where it has none (CSS Variables 1 §2). */
export const variableOf = (page: Page, target: Target, name: string): string | undefined =>
  variablesOf(page).valueOf(target, name);

/** Whether a variable of the target would read itself with that value, straight or by way of others. */
export const isCircular = (page: Page, target: Target, name: string, value: string): boolean =>
  isSubstituted(value) && variablesOf(page).leadsBack(target, name, value);

/** A variable at the place where it is declared. */
interface Declared {
  readonly target: Target;
  readonly name: string;
  readonly key: string;
  /** The winner's, as written; of what stands below where that one rolls back. */
  readonly value: string;
}

const keyOf = (target: Target, name: string): string =>
  `${elementOf(target).index}${pseudoOf(target)} ${name}`;

/** Thrown where a value cannot be read on before others are known. */
const notYet = new Error('not known yet');

/** How a value asks for what stands below it (CSS Cascade 5 §7.3.4–7.3.5); undefined where it does not. */
const rollback = (value: string): string | undefined =>
  /^(revert|revert-layer)$/i.test(value) ? value.toLowerCase() : undefined;

/** The computed values of a page's variables, each worked out once and without recursion, however long the chain. */
class Variables {
  readonly #values = new Map<string, string | undefined>();
  /** Where the variable of a name comes from, by row of the element; null for nowhere. */
  readonly #sources = new Map<string, (Declared | null | undefined)[]>();

  constructor(private readonly page: Page) {}

  valueOf(target: Target, name: string): string | undefined {
    const first = this.#declared(target, name);
    if (!first) return registeredProperty(this.page, name)?.initial;
    const open: Declared[] = this.#values.has(first.key) ? [] : [first];
    // Where each open one stands, as chains may be long.
    const places = new Map([[first.key, 0]]);
    const circular = new Set<string>();
    while (open.length) {
      const top = open[open.length - 1];
      const needs = this.#needs(
        top,
        (one) => this.#known(one),
        ({ key }) => circular.has(top.key) && circular.has(key),
      ).filter(({ key }) => !this.#values.has(key));
      const next = needs.find(({ key }) => !places.has(key));
      const back = needs.find(({ key }) => places.has(key) && !(circular.has(key) && circular.has(top.key)));
      // Every variable of a circle is invalid (CSS Variables 1 §3.3).
      if (back) {
        for (const { key } of open.slice(places.get(back.key))) circular.add(key);
      } else if (next) {
        places.set(next.key, open.length);
        open.push(next);
      } else {
        this.#values.set(top.key, circular.has(top.key) ? this.#invalid(top) : this.#value(top));
        places.delete(top.key);
        open.pop();
      }
    }
    return this.#values.get(first.key);
  }

  /** null for not yet. What reads nothing is known at once, so that a value which asks about many is not begun anew for each. */
  #known(one: Declared): string | undefined | null {
    const isPlain = !isSubstituted(one.value) && !/^(inherit|unset)$/i.test(one.value);
    if (!this.#values.has(one.key) && isPlain && !registeredProperty(this.page, one.name))
      this.#values.set(one.key, this.#value(one));
    return this.#values.has(one.key) ? this.#values.get(one.key) : null;
  }

  leadsBack(target: Target, name: string, value: string): boolean {
    const own = keyOf(target, name);
    const open: Declared[] = [{ target, name, key: own, value }];
    const seen = new Set<string>();
    for (let one = open.pop(); one; one = open.pop()) {
      for (const next of this.#needs(one, (each) =>
        each.key === own ? null : this.valueOf(each.target, each.name),
      )) {
        if (next.key === own) return true;
        if (!seen.has(next.key)) open.push(next);
        seen.add(next.key);
      }
    }
    return false;
  }

  /** Where the variable that counts for a target is declared; undefined for none. */
  #declared(target: Target, name: string): Declared | undefined {
    if (!name.startsWith('--')) return undefined;
    const element = elementOf(target);
    if (!pseudoOf(target)) return this.#sourceOf(element, name) ?? undefined;
    // Marked text that is told nothing has all that its element has.
    const isHandedOn = isHighlight(pseudoOf(target)) || this.#isInherited(name);
    return this.#own(target, name) ?? (isHandedOn ? (this.#sourceOf(element, name) ?? undefined) : undefined);
  }

  #sourceOf(element: PageElement, name: string): Declared | null {
    let sources = this.#sources.get(name);
    if (!sources) this.#sources.set(name, (sources = []));
    const path: number[] = [];
    const isInherited = this.#isInherited(name);
    let source: Declared | null = null;
    for (let up: PageElement | null = element; up; up = isInherited ? up.drawnIn : null) {
      const known = sources[up.index];
      if (known !== undefined) {
        source = known;
        break;
      }
      path.push(up.index);
      source = this.#own(up, name) ?? null;
      if (source) break;
    }
    for (const row of path) sources[row] = source;
    return source;
  }

  #isInherited(name: string): boolean {
    return registeredProperty(this.page, name)?.inherits ?? true;
  }

  /** What is said on the target itself. */
  #own(target: Target, name: string): Declared | undefined {
    let candidates = standingCandidates(this.page, target, name);
    if (candidates.length === 0) return undefined;
    const key = keyOf(target, name);
    let value = candidates[0].declaration.value;
    for (let how = rollback(value); how; how = rollback(value)) {
      candidates = rolledBack(candidates, how === 'revert');
      value = candidates.length ? candidates[0].declaration.value : 'unset';
    }
    return { target, name, key, value };
  }

  /**
   * The variables that an engine reads on the way to a variable's value, as far as `valueOf` tells theirs (null for not yet): what
   * stands behind a comma, in a branch or behind an `and` it reads only where it comes by. `isCircular` are those known to stand
   * in a circle with it.
   */
  #needs(
    one: Declared,
    valueOf: (of: Declared) => string | undefined | null,
    isCircular: (of: Declared) => boolean = () => false,
  ): Declared[] {
    const { value, target } = one;
    const found: Declared[] = [];
    let isOpen = false;
    let choices = 0;
    const variable = (name: string) => {
      const declared = this.#declared(target, name);
      if (!declared) return registeredProperty(this.page, name)?.initial;
      found.push(declared);
      if (isCircular(declared)) return undefined;
      const known = valueOf(declared);
      isOpen ||= known === null;
      if (isOpen && choices > 0) throw notYet;
      return known ?? (known === null ? '' : undefined);
    };
    /** What hangs on values is asked when all are known. */
    const settled = <T>(ask: () => T): T => {
      if (isOpen) throw notYet;
      choices++;
      const answer = ask();
      choices--;
      return answer;
    };
    const plain = fillingsFor(this.page, target, variable, (name) => {
      const declared = this.#declared(target, name);
      return declared !== undefined && isCircular(declared);
    });
    try {
      substituted(value, {
        ...plain,
        holds: (asked) => settled(() => plain.holds(asked)),
        result: (call) => settled(() => plain.result(call)),
      });
    } catch (error) {
      if (error !== notYet) throw error;
    }
    const mayFallBack = registeredProperty(this.page, one.name) !== undefined;
    const above = mayFallBack || /^(inherit|unset)$/i.test(value) ? this.#above(one) : undefined;
    if (above) found.push(above);
    return found;
  }

  #above({ target, name }: Declared): Declared | undefined {
    const pseudo = pseudoOf(target);
    // To marked text no variable is handed on from other marked text.
    if (isHighlight(pseudo)) return undefined;
    const parent = pseudo ? elementOf(target) : elementOf(target).drawnIn;
    return parent ? this.#declared(parent, name) : undefined;
  }

  #value(one: Declared): string | undefined {
    const { value, name } = one;
    switch (value.toLowerCase()) {
      case 'initial':
        return registeredProperty(this.page, name)?.initial;
      case 'inherit':
        return this.#valueAbove(one);
      case 'unset':
        return this.#unset(one);
    }
    const variable = (other: string) => {
      const declared = this.#declared(one.target, other);
      return declared ? this.#values.get(declared.key) : registeredProperty(this.page, other)?.initial;
    };
    const filled = substituted(value, fillingsFor(this.page, one.target, variable));
    if (filled === undefined) return this.#invalid(one);
    const computed = registeredProperty(this.page, name) ? withPlace(this.page, one.target, filled) : filled;
    return isOfSyntax(this.page, name, computed) ? computed : this.#invalid(one);
  }

  /** CSS Properties and Values 1 §2.4: a registered variable is unset, another has no value at all. */
  #invalid(one: Declared): string | undefined {
    return registeredProperty(this.page, one.name) ? this.#unset(one) : undefined;
  }

  #unset(one: Declared): string | undefined {
    return this.#isInherited(one.name)
      ? this.#valueAbove(one)
      : registeredProperty(this.page, one.name)?.initial;
  }

  #valueAbove(one: Declared): string | undefined {
    const above = this.#above(one);
    return above ? this.#values.get(above.key) : registeredProperty(this.page, one.name)?.initial;
  }
}
