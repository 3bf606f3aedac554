import { kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';
import type { Page, PageElement } from '../page/index.js';
import { isOfSyntax, registeredProperty } from './registered.js';
import { standingCandidates } from './standing.js';
import { elementOf, pseudoOf, type Target } from './types.js';

/** Characters. Variables that double each other would fill the memory; engines give up too (CSS Variables 1 §3.3). */
const longestValue = 0x10000;
/** Functions inside functions; engines stop before. */
const deepestNesting = 400;

/** CSS Variables 1 §3: `var()` filled in; undefined where a variable is missing or runs in a circle. */
export function fillVariables(page: Page, target: Target, value: string): string | undefined {
  if (!/var\(/i.test(value)) return value;
  const variables = variablesOf(page);
  return substituted(value, (name) => variables.valueOf(target, name));
}

const known = new WeakMap<Page, Variables>();

function variablesOf(page: Page): Variables {
  let variables = known.get(page);
  if (!variables) known.set(page, (variables = new Variables(page)));
  return variables;
}

/** A variable at the place where it is declared. */
interface Declared {
  readonly target: Target;
  readonly name: string;
  readonly key: string;
  /** The winner's, as written. */
  readonly value: string;
}

/** The computed values of a page's variables, each worked out once and without recursion, however long the chain. */
class Variables {
  readonly #values = new Map<string, string | undefined>();
  /** Where the variable of a name comes from, by row of the element; null for nowhere. */
  readonly #sources = new Map<string, (Declared | null | undefined)[]>();

  constructor(private readonly page: Page) {}

  valueOf(target: Target, name: string): string | undefined {
    const first = this.#declared(target, name);
    if (!first) return registeredProperty(this.page, name)?.initial;
    const open: Declared[] = [first];
    // Where each open one stands, as chains may be long.
    const places = new Map([[first.key, 0]]);
    const circular = new Set<string>();
    while (open.length) {
      const top = open[open.length - 1];
      const needs = this.#needs(top).filter(({ key }) => !this.#values.has(key));
      const next = needs.find(({ key }) => !places.has(key));
      const back = needs.find(({ key }) => places.has(key));
      // Every variable of a circle is invalid (CSS Variables 1 §3.3).
      if (back) for (const { key } of open.slice(places.get(back.key))) circular.add(key);
      if (next) {
        places.set(next.key, open.length);
        open.push(next);
      } else {
        this.#values.set(top.key, circular.has(top.key) ? undefined : this.#value(top));
        places.delete(top.key);
        open.pop();
      }
    }
    return this.#values.get(first.key);
  }

  /** Where the variable that counts for a target is declared; undefined for none. */
  #declared(target: Target, name: string): Declared | undefined {
    if (!name.startsWith('--')) return undefined;
    const element = elementOf(target);
    if (!pseudoOf(target)) return this.#sourceOf(element, name) ?? undefined;
    return (
      this.#own(target, name) ??
      (this.#isInherited(name) ? (this.#sourceOf(element, name) ?? undefined) : undefined)
    );
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
    const [winner] = standingCandidates(this.page, target, name);
    if (!winner) return undefined;
    const key = `${elementOf(target).index}${pseudoOf(target)} ${name}`;
    return { target, name, key, value: winner.declaration.value };
  }

  #needs(one: Declared): Declared[] {
    const { value } = one;
    const found = variablesIn(value).map((name) => this.#declared(one.target, name));
    const mayFallBack = registeredProperty(this.page, one.name) !== undefined;
    if (mayFallBack || /^(inherit|unset|revert|revert-layer)$/i.test(value)) found.push(this.#above(one));
    return found.filter((each) => each !== undefined);
  }

  #above({ target, name }: Declared): Declared | undefined {
    const parent = pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
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
      case 'revert':
      case 'revert-layer':
        return this.#unset(one);
    }
    const filled = substituted(value, (other) => {
      const declared = this.#declared(one.target, other);
      return declared ? this.#values.get(declared.key) : registeredProperty(this.page, other)?.initial;
    });
    // Invalid at computed-value time (CSS Properties and Values 1 §2.4).
    const isUnfit = filled === undefined || !isOfSyntax(this.page, name, filled);
    return isUnfit && registeredProperty(this.page, name) ? this.#unset(one) : filled;
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

/** The value with each `var()` replaced; undefined where one has neither a value nor a fallback. */
function substituted(value: string, valueOf: (name: string) => string | undefined): string | undefined {
  if (!/var\(/i.test(value)) return value;
  const tokens = readTokens(value);
  return substitutedIn(tokens, 0, tokens.count, valueOf, 0);
}

function substitutedIn(
  tokens: Tokens,
  from: number,
  to: number,
  valueOf: (name: string) => string | undefined,
  depth: number,
): string | undefined {
  if (depth > deepestNesting) return undefined;
  let text = '';
  for (let at = from; at < to; at++) {
    if (text.length > longestValue) return undefined;
    const isVariable = tokens.types[at] === kinds.Function && /^var\($/i.test(tokenText(tokens, at));
    if (!isVariable) {
      text += tokenText(tokens, at);
      continue;
    }
    const close = Math.min(tokens.closes[at], to);
    const first = skipSpace(tokens, at + 1, close);
    const comma = skipSpace(tokens, first + 1, close);
    const own = valueOf(tokenText(tokens, first));
    const filling =
      own ??
      (comma < close && tokens.types[comma] === kinds.Comma
        ? substitutedIn(tokens, comma + 1, close, valueOf, depth + 1)?.trim()
        : undefined);
    if (filling === undefined) return undefined;
    // What is filled in never joins its neighbours to one token.
    text += /[\w%-]$/.test(text) && /^[\w%.-]/.test(filling) ? ` ${filling}` : filling;
    if (/[\w%-]$/.test(text) && /^[\w%.-]/.test(tokenText(tokens, close + 1)) && close + 1 < to) text += ' ';
    at = close;
  }
  return text.length > longestValue ? undefined : text;
}

/** The names of the variables that a value reads, in order; [] for none. */
export function variablesIn(value: string): string[] {
  if (!/var\(/i.test(value)) return [];
  const tokens = readTokens(value);
  const names: string[] = [];
  for (let at = 0; at < tokens.count; at++) {
    if (tokens.types[at] !== kinds.Function || !/^var\($/i.test(tokenText(tokens, at))) continue;
    const name = tokenText(tokens, skipSpace(tokens, at + 1));
    if (name.startsWith('--')) names.push(name);
  }
  return names;
}
