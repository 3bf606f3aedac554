import { ident } from 'css-tree';
import {
  isKnownPseudoElement,
  isPseudoElement,
  pseudoClasses,
  pseudoElementFacts,
  pseudoElementName,
  pseudoElements,
  type PseudoElementFacts,
} from '../facts/index.js';
import { kinds, skipSpace, tokenText, type Tokens } from '../text/index.js';
import { readFunctional, type Mode } from './parse-functional.js';
import type { Names } from './tree.js';
import { add, CompoundDraft, draftWith, greatest, none } from './compound-draft.js';
import { parseAttribute } from './parse-attribute.js';
import { isArgument, namesIn } from './pseudo-argument.js';
import { parseType } from './parse-type.js';
import { commaParts, isDelim, nameText, nearPseudoClass, SelectorFault, behindComments } from './syntax.js';
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
  /** Asked by `@supports selector()`: nothing is forgiven, and no name stands for what an engine does not have (CSS Conditional 4 §4.2). */
  readonly strict?: boolean;
}

const maxDepth = 120;

/** Behind an element that stands in another tree nothing is asked of its place there. */
const isOfElement = (name: string) =>
  /^(lang|dir|state|active-view-transition-type)$/.test(name) ||
  (Object.hasOwn(pseudoClasses, name) && pseudoClasses[name] !== 'tree' && !ofElsewhere.test(name));
/** Parts of scrollbars, and what is said of texts. */
const ofElsewhere =
  /^(current|horizontal|vertical|decrement|increment|start|end|double-button|single-button|no-button|corner-present)$/;

/** Reads selectors out of tokens; throws `SelectorFault`. */
export class SelectorParser {
  /** Whether the selector being read has `&` in it, or `:scope`. */
  #usesParent = false;
  #usesScope = false;
  /** The pseudo-element behind which, in brackets, the selectors stand that are being read. */
  #behind: PseudoElementFacts | undefined;

  constructor(
    readonly tokens: Tokens,
    private readonly scope: SelectorScope,
  ) {}

  list(from: number, to: number, depth: number, mode: Mode = 'plain'): Selector[] {
    return commaParts(this.tokens, from, to).map(([start, end]) => this.#complex(start, end, depth, mode));
  }

  /** Items that do not parse are left out (Selectors 4 §3.9). */
  forgivingList(from: number, to: number, depth: number, mode: Mode): Selector[] {
    if (this.scope.strict) return this.list(from, to, depth, mode);
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
      if (mode === 'compounds') this.#fail(at, 'only what is said of one element can stand here');
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
    const compounds = drafts.map((draft) => draft.compound);
    return {
      text: made.text,
      compounds,
      combinators: combinators.length ? combinators : none,
      pseudo: last.pseudo,
      through: last.through,
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
    const draft = new CompoundDraft(this.#behind);
    let at = parseType(this.tokens, [from, to], {
      draft,
      depth,
      namespaces: this.scope.namespaces,
      names: this.scope.names,
    });
    const isUniversal = at > from && draft.tag < 0;
    if (at > from && draft.behind) this.#fail(from, 'a type cannot stand behind a pseudo-element');
    const first = at;
    at = behindComments(this.tokens, at, to);
    for (let next = at; next < to; at = next) {
      next = this.#simple(at, to, draft, depth, mode);
      if (next === at) break;
      next = behindComments(this.tokens, next, to);
    }
    if (at === first && first === from) {
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
      draft.addTest({ kind: 'attribute', attribute: parseAttribute(tokens, at, to, this.scope.namespaces) });
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

  #notBehindPseudo(at: number, { behind, ending }: CompoundDraft, what: string): void {
    if (behind) this.#fail(at, `${what} cannot follow ${ending || 'a pseudo-element'}`);
  }

  /** Which pseudo-classes may stand behind a pseudo-element hangs on it. */
  #mayFollow(at: number, { behind, ending }: CompoundDraft, name: string): void {
    if (!behind) return;
    const isList = /^(is|where|not)$/.test(name) && !behind.isLast;
    const may = isList || (behind.states === 'element' ? isOfElement(name) : behind.states?.includes(name));
    if (may) return;
    // Of the element it can be asked all the same, unless that is another than the one meant.
    const isMeant = ending && !behind.isLast && behind.states !== 'element';
    const isAsked = Object.hasOwn(pseudoClasses, name) && !ofElsewhere.test(name);
    const remedy = () => (isMeant && isAsked ? `Write :${name} before ${ending}.` : '');
    this.#fail(at, `:${name} cannot follow ${ending || 'that pseudo-element'}`, remedy);
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
      this.#mayFollow(colon, draft, name);
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
    if (!(this.scope.strict ? isKnownPseudoElement : isPseudoElement)(name))
      this.#fail(colon, `there is no pseudo-element "::${name}"`);
    if (mode !== 'plain') this.#fail(colon, `::${name} cannot stand inside :is(), :not() or :has()`);
    const facts = pseudoElementFacts(name);
    const { behind, ending } = draft;
    const holds = behind?.holds === 'any' ? !/^(part|slotted)$/.test(name) : behind?.holds?.includes(name);
    if (behind && !holds) this.#fail(colon, `::${name} cannot follow ${ending || 'that pseudo-element'}`);
    const inner = args
      ? tokenText(this.tokens, ...args)
          .trim()
          .replace(/\s+/g, ' ')
      : '';
    if (!facts.mayTakeList) this.#checkArgument(colon, name, facts, args && inner);
    draft.specificity[2]++;
    if (args && name === 'slotted') {
      const list = this.oneCompound(colon, '::slotted', args, depth);
      draft.through = { kind: 'slotted', list };
      add(draft.specificity, greatest(list));
    } else if (args && name === 'part') draft.through = { kind: 'part', names: namesIn(inner)! };
    else {
      if (args && facts.mayTakeList) this.#within(behind, () => this.list(...args, depth + 1, 'compounds'));
      draft.pseudo += `::${pseudoElementName(name)}${args ? `(${inner})` : ''}`;
    }
    draft.behind = args && facts.mayTakeList ? pseudoElements.marker : facts;
  }

  #checkArgument(
    colon: number,
    name: string,
    { takes }: PseudoElementFacts,
    inner: string | undefined,
  ): void {
    if (!!takes !== (inner !== undefined))
      this.#fail(colon, takes ? `::${name}() needs a name in brackets` : `::${name} takes no brackets`);
    if (takes && !isArgument(takes, inner!))
      this.#fail(colon, `"${inner}" cannot stand in the brackets of ::${name}()`);
  }

  /** A list of one selector, of one compound. */
  oneCompound(colon: number, name: string, args: readonly [number, number], depth: number): Selector[] {
    const list = this.list(...args, depth + 1, 'compounds');
    if (list.length !== 1) this.#fail(colon, `${name}() takes one selector`);
    return list;
  }

  #functional(
    colon: number,
    name: string,
    [from, to]: [number, number],
    into: { draft: CompoundDraft; depth: number; mode: Mode },
  ): void {
    const { draft } = into;
    this.#mayFollow(colon, draft, name);
    // In the brackets stands what could stand in their place.
    this.#within(draft.behind, () => readFunctional(this, colon, name, [from, to], into));
  }

  /** Reads what stands behind a pseudo-element. */
  #within(behind: PseudoElementFacts | undefined, read: () => void): void {
    const around = this.#behind;
    this.#behind = behind;
    try {
      read();
    } finally {
      this.#behind = around;
    }
  }

  #fail(at: number, reason: string, remedy?: () => string): never {
    throw new SelectorFault(at, reason, remedy);
  }
}
