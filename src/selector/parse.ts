import { ident } from 'css-tree';
import { isPseudoElement, pseudoClasses, pseudoElements } from '../facts/index.js';
import { kinds, skipSpace, tokenText, type Tokens } from '../text/index.js';
import { ofKeyword, readNth } from './nth.js';
import type { Names } from './tree.js';
import { add, CompoundDraft, draftWith, greatest, none } from './compound-draft.js';
import { parseAttribute } from './parse-attribute.js';
import { parseType } from './parse-type.js';
import { commaParts, isDelim, nameText, nearPseudoClass, SelectorFault } from './syntax.js';
import type { Combinator, Selector } from './types.js';

/** What surrounds a selector and changes its meaning. */
export interface SelectorScope {
  readonly names: Names;
  readonly quirks: boolean;
  /** Prefixes of `@namespace`; '' is the default namespace. */
  readonly namespaces?: ReadonlyMap<string, string>;
  /** The selectors of the enclosing rule, which `&` stands for (CSS Nesting 1 §3.2). */
  readonly parents?: readonly Selector[];
  /** Whether a selector may begin with a combinator: inside a rule or a scope. */
  readonly relative?: boolean;
  /** Inside `@scope`: a relative selector begins at `:scope` (CSS Cascade 6 §2.5). */
  readonly scoped?: boolean;
  /**
   * Whether only `&` stands for the scope's root, as engines have it in the start of a scope that stands inside
   * a style rule inside a scope: `:scope` is then asked of something below the root, and never holds.
   */
  readonly onlyAmpersand?: boolean;
}

const maxDepth = 120;

type Mode = 'plain' | 'in-pseudo' | 'in-has';

/** Reads selectors out of tokens; throws `SelectorFault`. */
export class SelectorParser {
  /** Whether the selector being read has `&` in it, or `:scope`. */
  #usesParent = false;
  #usesScope = false;

  constructor(
    private readonly tokens: Tokens,
    private readonly scope: SelectorScope,
  ) {}

  list(from: number, to: number, depth: number, mode: Mode = 'plain'): Selector[] {
    return commaParts(this.tokens, from, to).map(([start, end]) => this.#complex(start, end, depth, mode));
  }

  /** Items that do not parse are left out (Selectors 4 §3.9). */
  #forgivingList(from: number, to: number, depth: number, mode: Mode): Selector[] {
    return commaParts(this.tokens, from, to).flatMap(([start, end]) => {
      try {
        return [this.#complex(start, end, depth, mode)];
      } catch (error) {
        if (error instanceof SelectorFault) return [];
        throw error;
      }
    });
  }

  #complex(from: number, to: number, depth: number, mode: Mode): Selector {
    if (depth > maxDepth) this.#fail(from, 'the selector is nested too deeply');
    const start = skipSpace(this.tokens, from, to);
    const text = tokenText(this.tokens, start, to).trim();
    const usedBefore = this.#usesParent;
    this.#usesParent = false;
    if (depth === 0) this.#usesScope = false;
    const drafts: CompoundDraft[] = [];
    const combinators: Combinator[] = [];
    let at = start;
    let leading = this.#combinator(at, to);
    if (leading && leading.combinator !== ' ') {
      if (!this.scope.relative && mode !== 'in-has')
        this.#fail(at, `nothing stands before "${leading.combinator}"`);
      at = leading.next;
    } else leading = undefined;
    while (at < to || drafts.length === combinators.length) {
      const { draft, next } = this.#compound(at, to, depth, mode);
      drafts.push(draft);
      at = next;
      const joint = this.#combinator(at, to);
      if (!joint) break;
      if (draft.ending) this.#fail(at, `nothing can follow ${draft.ending}`);
      combinators.push(joint.combinator);
      at = joint.next;
    }
    at = skipSpace(this.tokens, at, to);
    if (at < to) this.#fail(at, `"${tokenText(this.tokens, at)}" cannot stand here`);
    const usesParent = this.#usesParent;
    this.#usesParent = usedBefore || usesParent;
    return this.#finish({ text, drafts, combinators, leading: leading?.combinator, mode, depth, usesParent });
  }

  #finish(made: {
    text: string;
    drafts: CompoundDraft[];
    combinators: Combinator[];
    leading: Combinator | undefined;
    mode: Mode;
    depth: number;
    usesParent: boolean;
  }): Selector {
    const { drafts, combinators, leading, mode, depth, usesParent } = made;
    const last = drafts[drafts.length - 1];
    if (mode === 'in-has') {
      combinators.unshift(leading ?? ' ');
      drafts.unshift(draftWith({ kind: 'anchor' }));
    } else if (depth === 0 && this.scope.parents && (leading || !usesParent)) {
      combinators.unshift(leading ?? ' ');
      drafts.unshift(this.#parentDraft());
    } else if (depth === 0 && this.scope.scoped && (leading || !this.#usesScope)) {
      combinators.unshift(leading ?? ' ');
      drafts.unshift(draftWith({ kind: 'pseudo-class', name: 'scope' }));
    }
    const specificity: [number, number, number] = [0, 0, 0];
    for (const draft of drafts) add(specificity, draft.specificity);
    const compounds = drafts.map(({ compound }) => compound);
    return {
      text: made.text,
      compounds,
      combinators: combinators.length ? combinators : none,
      pseudo: last.pseudo,
      ...(last.through ? { through: last.through } : {}),
      pseudoStates: last.pseudoStates,
      specificity,
    };
  }

  /** `&` is `:is()` of the enclosing rule's selectors, or `:scope` where there is none (CSS Nesting 1 §3.2). */
  #parentDraft(): CompoundDraft {
    const draft = new CompoundDraft();
    this.#addParent(draft);
    return draft;
  }

  #addParent(draft: CompoundDraft): void {
    this.#usesParent = true;
    this.#usesScope = true;
    if (!this.scope.parents) {
      draft.addTest({ kind: 'pseudo-class', name: 'scope' });
      return;
    }
    // A selector with a pseudo-element stands for nothing in it, and does not make it stronger either.
    const list = this.scope.parents.filter(({ pseudo, through }) => pseudo === '' && !through);
    draft.addTest({ kind: 'any', list });
    add(draft.specificity, greatest(list));
  }

  #combinator(at: number, to: number): { combinator: Combinator; next: number } | undefined {
    const next = skipSpace(this.tokens, at, to);
    if (next >= to) return undefined;
    if (this.tokens.types[next] === kinds.Delim) {
      const text = tokenText(this.tokens, next);
      if (text === '>' || text === '+' || text === '~')
        return { combinator: text, next: skipSpace(this.tokens, next + 1, to) };
    }
    for (let i = at; i < next; i++)
      if (this.tokens.types[i] === kinds.WhiteSpace) return { combinator: ' ', next };
    return undefined;
  }

  #compound(from: number, to: number, depth: number, mode: Mode): { draft: CompoundDraft; next: number } {
    const draft = new CompoundDraft();
    let at = parseType(this.tokens, [from, to], {
      draft,
      depth,
      namespaces: this.scope.namespaces,
      names: this.scope.names,
    });
    const isUniversal = at > from && draft.tag < 0;
    for (let next = at; next < to; at = next) {
      next = this.#simple(at, to, draft, depth, mode);
      if (next === at) break;
    }
    if (at === from) {
      const found = tokenText(this.tokens, at).trim();
      this.#fail(at, at >= to ? 'a selector is missing' : `"${found}" does not begin a selector`);
    }
    // A host has no type either, so that even `*:host` matches nothing.
    if (isUniversal && draft.tests.some(({ kind }) => kind === 'host'))
      draft.addTest({ kind: 'any', list: [] });
    return { draft, next: at };
  }

  /** One simple selector after the type; returns `at` where none follows. */
  #simple(at: number, to: number, draft: CompoundDraft, depth: number, mode: Mode): number {
    const { tokens } = this;
    const type = tokens.types[at];
    if (type === kinds.Hash) {
      this.#notBehindPseudo(at, draft, 'an id');
      const text = tokenText(tokens, at).slice(1);
      if (!/^(-?(?:[a-z_\u0080-\uffff]|\\[^\n])|--)/i.test(text)) {
        this.#fail(
          at,
          `an id cannot begin like "#${text}"`,
          () => `Write [id="${text}"], or escape the first character.`,
        );
      }
      draft.addId(this.#intern(nameText(tokens, at)));
      return at + 1;
    }
    if (isDelim(this.tokens, at, '.')) {
      this.#notBehindPseudo(at, draft, 'a class');
      if (at + 1 >= to || tokens.types[at + 1] !== kinds.Ident) {
        this.#fail(
          at,
          'a class name is missing after the dot',
          () => 'A name that begins with a digit is written with an escape.',
        );
      }
      draft.addClass(this.#intern(nameText(tokens, at, at + 2)));
      return at + 2;
    }
    if (type === kinds.LeftSquareBracket) {
      this.#notBehindPseudo(at, draft, 'an attribute');
      draft.addTest({ kind: 'attribute', attribute: parseAttribute(tokens, at, to) });
      draft.specificity[1]++;
      return tokens.closes[at] + 1;
    }
    if (isDelim(this.tokens, at, '&')) {
      this.#notBehindPseudo(at, draft, 'an &');
      this.#addParent(draft);
      return at + 1;
    }
    if (type === kinds.Colon) return this.#pseudo(at, to, draft, depth, mode);
    return at;
  }

  /** A class or an id with its sign; quirks mode matches them whatever the case. */
  #intern(key: string): number {
    const { names, quirks } = this.scope;
    return names.intern(quirks ? key.toLowerCase() : key);
  }

  #notBehindPseudo(at: number, { ending }: CompoundDraft, what: string): void {
    if (ending) this.#fail(at, `${what} cannot follow ${ending}`);
  }

  #pseudo(colon: number, to: number, draft: CompoundDraft, depth: number, mode: Mode): number {
    const { tokens } = this;
    const isElement = tokens.types[colon + 1] === kinds.Colon;
    const at = isElement ? colon + 2 : colon + 1;
    const type = at < to ? tokens.types[at] : kinds.EOF;
    if (type !== kinds.Ident && type !== kinds.Function)
      this.#fail(colon, 'a name is missing after the colon');
    const written = tokenText(tokens, at);
    const name = ident.decode(type === kinds.Function ? written.slice(0, -1) : written).toLowerCase();
    const close = type === kinds.Function ? tokens.closes[at] : at;
    if (type === kinds.Function && close > to) this.#fail(colon, `the ")" of :${name}() is missing`);
    const next = Math.min(close, to) + 1;
    if (isElement || pseudoElements[name]?.legacy) {
      this.#pseudoElement(colon, name, type === kinds.Function ? [at + 1, Math.min(close, to)] : undefined, {
        draft,
        depth,
        mode,
      });
      return next;
    }
    if (type === kinds.Ident) {
      if (name !== 'host' && !Object.hasOwn(pseudoClasses, name))
        this.#fail(colon, `there is no pseudo-class ":${name}"`, () => nearPseudoClass(name));
      if (name === 'scope' && !this.scope.onlyAmpersand) this.#usesScope = true;
      draft.addTest(name === 'host' ? { kind: 'host', above: false } : { kind: 'pseudo-class', name });
      draft.specificity[1]++;
    } else this.#functional(colon, name, [at + 1, Math.min(close, to)], { draft, depth, mode });
    return next;
  }

  #pseudoElement(
    colon: number,
    name: string,
    args: [number, number] | undefined,
    { draft, depth, mode }: { draft: CompoundDraft; depth: number; mode: Mode },
  ): void {
    if (!isPseudoElement(name)) this.#fail(colon, `there is no pseudo-element "::${name}"`);
    if (mode !== 'plain') this.#fail(colon, `::${name} cannot stand inside :is(), :not() or :has()`);
    const takes = pseudoElements[name]?.takes;
    if (!!takes !== !!args)
      this.#fail(colon, takes ? `::${name}() needs a name in brackets` : `::${name} takes no brackets`);
    if (args && (name === 'part' || name === 'slotted')) {
      if (draft.ending) this.#fail(colon, `::${name}() cannot follow ${draft.ending}`);
      this.#through(colon, name, args, { draft, depth });
      return;
    }
    if (draft.pseudo && !/^::(details-content|before|after|-webkit-)/.test(draft.pseudo)) {
      this.#fail(colon, `::${name} cannot follow ${draft.pseudo}`);
    }
    const inner = args
      ? `(${tokenText(this.tokens, ...args)
          .trim()
          .replace(/\s+/g, ' ')})`
      : '';
    draft.pseudo += `::${name}${inner}`;
    draft.specificity[2]++;
  }

  #through(
    colon: number,
    name: 'part' | 'slotted',
    args: [number, number],
    { draft, depth }: { draft: CompoundDraft; depth: number },
  ): void {
    draft.specificity[2]++;
    if (name === 'part') {
      const names = tokenText(this.tokens, ...args)
        .trim()
        .split(/\s+/);
      if (!names.every((one) => /^-?(?:[\w-]|\\.|[^\0-\x7f])+$/.test(one) && !/^-?\d/.test(one)))
        this.#fail(colon, '::part() takes names of parts, with spaces between');
      draft.through = { kind: 'part', names: names.map((one) => ident.decode(one)) };
      return;
    }
    const list = this.list(...args, depth + 1, 'in-pseudo');
    if (list.length !== 1 || list[0].compounds.length > 1)
      this.#fail(colon, '::slotted() takes one selector without anything around it');
    draft.through = { kind: 'slotted', list };
    add(draft.specificity, greatest(list));
  }

  #functional(
    colon: number,
    name: string,
    [from, to]: [number, number],
    into: { draft: CompoundDraft; depth: number; mode: Mode },
  ): void {
    const { draft, depth, mode } = into;
    const inner: Mode = 'in-pseudo';
    switch (name) {
      case 'is':
      case 'where':
      case '-webkit-any': {
        const forgives = name !== '-webkit-any';
        const list = forgives
          ? this.#forgivingList(from, to, depth + 1, inner)
          : this.list(from, to, depth + 1, inner);
        draft.addTest({ kind: 'any', list });
        if (name !== 'where') add(draft.specificity, greatest(list));
        return;
      }
      case 'not': {
        const list = this.list(from, to, depth + 1, inner);
        draft.addTest({ kind: 'none', list });
        add(draft.specificity, greatest(list));
        return;
      }
      case 'has': {
        if (mode === 'in-has') this.#fail(colon, ':has() cannot stand inside :has()');
        const list = this.list(from, to, depth + 1, 'in-has');
        const sideways = list.some(({ combinators }) => combinators[0] === '+' || combinators[0] === '~');
        draft.addTest({ kind: 'has', list, sideways });
        add(draft.specificity, greatest(list));
        return;
      }
      case 'nth-child':
      case 'nth-last-child':
      case 'nth-of-type':
      case 'nth-last-of-type':
        this.#nth(colon, name, [from, to], into);
        return;
      case 'lang': {
        // The standard allows lists and strings; engines so far take one name and drop the rule otherwise.
        const range = tokenText(this.tokens, from, to).trim();
        if (!/^(?:[\w-]|\\.|[^\0-\x7f])+$/.test(range))
          this.#fail(colon, `:lang(${range}) does not name one language`);
        const ranges = [ident.decode(range)];
        draft.addTest({ kind: 'lang', ranges });
        break;
      }
      case 'dir':
        draft.addTest({ kind: 'dir', direction: tokenText(this.tokens, from, to).trim().toLowerCase() });
        break;
      case 'host':
      case 'host-context': {
        const list = this.list(from, to, depth + 1, inner);
        if (list.length !== 1 || list[0].compounds.length > 1)
          this.#fail(colon, `:${name}() takes one selector without anything around it`);
        draft.addTest({ kind: 'host', list, above: name === 'host-context' });
        add(draft.specificity, greatest(list));
        break;
      }
      case 'state':
        draft.addTest({ kind: 'pseudo-class', name: `state(${tokenText(this.tokens, from, to).trim()})` });
        break;
      case 'active-view-transition-type':
        draft.addTest({ kind: 'pseudo-class', name: 'current' });
        break;
      default:
        this.#fail(colon, `there is no pseudo-class ":${name}()"`, () => nearPseudoClass(name));
    }
    draft.specificity[1]++;
  }

  /** Selectors 4 §13.3–13.4. */
  #nth(
    colon: number,
    name: string,
    [from, to]: [number, number],
    into: { draft: CompoundDraft; depth: number; mode: Mode },
  ): void {
    const formulaEnd = ofKeyword(this.tokens, from, to);
    const sameType = name.endsWith('of-type');
    const written = tokenText(this.tokens, from, formulaEnd);
    const formula = readNth(written);
    if (!formula || (sameType && formulaEnd < to)) {
      this.#fail(
        colon,
        `":${name}(${written})" is not a counting rule`,
        () => 'Write odd, even, a number, or a rule such as 3n + 1.',
      );
    }
    const of = formulaEnd < to ? this.list(formulaEnd + 1, to, into.depth + 1, 'in-pseudo') : undefined;
    into.draft.addTest({ kind: 'nth', ...formula, fromEnd: name.includes('last'), sameType, of });
    into.draft.specificity[1]++;
    if (of) add(into.draft.specificity, greatest(of));
  }

  #fail(at: number, reason: string, remedy?: () => string): never {
    throw new SelectorFault(at, reason, remedy);
  }
}
