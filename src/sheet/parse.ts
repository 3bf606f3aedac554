import {
  after,
  closingOf,
  kinds,
  plainlySpelled,
  plainText,
  readTokens,
  skipSpace,
  tokenText,
  type Tokens,
} from '../text/index.js';
import { blockOf, ignoredIn, Inside, inSheet, inStyle, type Where } from './block-kinds.js';
import { commentFaults } from './comments.js';
import type {
  AtRule,
  Content,
  QualifiedRule,
  SheetSyntax,
  SyntaxFault,
  WrittenDeclaration,
} from './rules.js';

/** Blocks nested deeper than this are passed over, as no person writes them. */
const maxDepth = 256;

/**
 * Reads a sheet's text into rules (CSS Syntax 3 §5.4). Never throws: what a browser would drop is
 * dropped, and reported.
 */
export function parseSheet(text: string): SheetSyntax {
  const tokens = readTokens(text.replaceAll('\0', '\ufffd'));
  const reader = new SheetReader(tokens);
  const contents = reader.contents(0, inSheet, 0).contents;
  return { contents, faults: [...reader.faults, ...commentFaults(tokens)] };
}

/** Reads the declarations of a `style` attribute (CSS Style Attributes §2). */
export function parseStyleAttribute(text: string): {
  declarations: WrittenDeclaration[];
  faults: readonly SyntaxFault[];
} {
  const reader = new SheetReader(readTokens(text), true);
  return { declarations: reader.declarations(), faults: reader.faults };
}

class SheetReader {
  readonly faults: SyntaxFault[] = [];

  constructor(
    private readonly tokens: Tokens,
    private readonly isAttribute = false,
  ) {}

  /** All of a style attribute: no rules stand there, and a `}`, which ends nothing, spoils what it stands in, up to the next `;`. */
  declarations(): WrittenDeclaration[] {
    const { tokens } = this;
    const found: WrittenDeclaration[] = [];
    for (let at = 0; at < tokens.count;) {
      const type = tokens.types[at];
      if (ignoredIn[Inside.Declarations].includes(type)) at++;
      else if (type === kinds.AtKeyword) at = this.#atRule(at, inSheet, 0).next;
      else {
        const { declaration, problem, next } = this.#declaration(at);
        if (declaration) found.push(declaration);
        else this.#fault(problem!.at, problem!.message, problem!.remedy);
        at = declaration ? next : this.#afterBadDeclaration(at);
      }
    }
    return found;
  }

  /**
   * §5.4.1 "consume a stylesheet's contents" and, in blocks, §5.4.4 "consume a block's contents", from token `at` to the `}`
   * that ends the block.
   */
  contents(at: number, where: Where, depth: number): { contents: Content[]; next: number } {
    const { tokens } = this;
    const contents: Content[] = [];
    let run: WrittenDeclaration[] = [];
    const flush = () => {
      if (run.length) contents.push({ kind: 'declarations', declarations: run });
      run = [];
    };
    const nested = where.inside !== Inside.Sheet;
    const ignored = ignoredIn[where.inside];
    while (at < tokens.count) {
      const type = tokens.types[at];
      if (ignored.includes(type)) at++;
      else if (type === kinds.AtKeyword) {
        const { rule, next } = this.#atRule(at, where, depth);
        flush();
        if (rule) contents.push(rule);
        at = next;
      } else if (type === kinds.RightCurlyBracket && nested) break;
      else {
        const declared = where.inside === Inside.Declarations ? this.#declaration(at) : undefined;
        if (declared?.declaration) {
          run.push(declared.declaration);
          at = declared.next;
          continue;
        }
        const { rule, next } = this.#qualifiedRule(at, where, depth, declared?.problem);
        if (rule) {
          flush();
          contents.push(rule);
        }
        at = next;
      }
    }
    flush();
    return { contents, next: at };
  }

  /** §5.4.2 "consume an at-rule". */
  #atRule(start: number, where: Where, depth: number): { rule?: AtRule; next: number } {
    const { tokens } = this;
    const name = plainlySpelled(tokenText(tokens, start).slice(1)).toLowerCase();
    let at = start + 1;
    while (at < tokens.count) {
      const type = tokens.types[at];
      const prelude = () => plainText(tokens, start + 1, at).trim();
      const from = tokens.starts[start];
      if (type === kinds.Semicolon || (type === kinds.RightCurlyBracket && where.inside !== Inside.Sheet)) {
        const rule: AtRule = {
          kind: 'at-rule',
          name,
          prelude: prelude(),
          start: from,
          end: tokens.starts[at],
        };
        return { rule, next: type === kinds.Semicolon ? at + 1 : at };
      }
      if (type === kinds.LeftCurlyBracket) {
        const text = prelude();
        const { contents, next } = this.#block(at, blockOf(name, where), depth);
        return {
          rule: { kind: 'at-rule', name, prelude: text, start: from, end: tokens.starts[next], contents },
          next,
        };
      }
      at = after(tokens, at);
    }
    const rule: AtRule = {
      kind: 'at-rule',
      name,
      prelude: plainText(tokens, start + 1, at).trim(),
      start: tokens.starts[start],
      end: tokens.starts[at],
    };
    return { rule, next: at };
  }

  #block(open: number, where: Where, depth: number): { contents: Content[]; next: number } {
    const { tokens } = this;
    const end = after(tokens, open);
    if (depth > maxDepth) {
      this.#fault(
        open,
        `blocks are nested more than ${maxDepth} deep here; what stands deeper is passed over`,
        '',
      );
      return { contents: [], next: end };
    }
    if (tokens.closes[open] >= tokens.count) {
      this.#fault(
        open,
        'the block that begins here is never closed, so all that follows belongs to it',
        'Put the missing } at its end.',
      );
    }
    const { contents } = this.contents(open + 1, where, depth + 1);
    return { contents, next: end };
  }

  /** §5.4.3 "consume a qualified rule". */
  #qualifiedRule(
    start: number,
    where: Where,
    depth: number,
    problem?: Problem,
  ): { rule?: QualifiedRule; next: number } {
    const { tokens } = this;
    const mayDeclare = where.inside === Inside.Declarations;
    let spoiltAt = -1;
    let at = start;
    for (; at < tokens.count; at = after(tokens, at)) {
      const type = tokens.types[at];
      const isEnd = type === kinds.RightCurlyBracket && where.inside !== Inside.Sheet;
      if (mayDeclare && (type === kinds.Semicolon || isEnd)) {
        this.#fault(problem?.at ?? start, problem?.message ?? this.#stray(start, at), problem?.remedy ?? '');
        return { next: type === kinds.Semicolon ? at + 1 : at };
      }
      if (isEnd) break;
      if (type === kinds.Semicolon && spoiltAt < 0) spoiltAt = at;
      if (type !== kinds.LeftCurlyBracket) continue;
      if (spoiltAt < 0) return this.#ruleBlock(start, at, where, depth);
      this.#outside(start, spoiltAt, ', and the rule behind it is lost with it');
      return { next: after(tokens, at) };
    }
    // Semicolons alone do no harm.
    const rest = tokenText(tokens, start, at).replace(/\/\*[^]*?\*\//g, '');
    if (spoiltAt >= 0 && /\w/.test(rest)) this.#outside(start, spoiltAt, '');
    else if (/[^;\s]/.test(rest)) {
      const remedy = 'Put { } with declarations behind it, or take it out.';
      this.#fault(start, `${this.#stray(start, at)}: no block follows`, remedy);
    }
    return { next: at };
  }

  /** What stands where only rules can, up to a semicolon. */
  #outside(start: number, semicolon: number, andMore: string): void {
    const { tokens } = this;
    const colon = skipSpace(tokens, start + 1);
    if (start === semicolon) this.#fault(start, `";" cannot stand here${andMore}`, 'Take the ; out.');
    else if (tokens.types[start] === kinds.Ident && tokens.types[colon] === kinds.Colon) {
      const message = `"${tokenText(tokens, start)}" stands outside any rule${andMore}`;
      this.#fault(start, message, 'Put it into a rule: selector { … }.');
    } else this.#fault(start, this.#stray(start, semicolon + 1) + andMore, this.#strayRemedy(start));
  }

  #ruleBlock(
    start: number,
    open: number,
    where: Where,
    depth: number,
  ): { rule?: QualifiedRule; next: number } {
    const { tokens } = this;
    const first = skipSpace(tokens, start, open);
    const looksDeclared =
      tokens.types[first] === kinds.Ident &&
      /^--./.test(plainlySpelled(tokenText(tokens, first))) &&
      tokens.types[skipSpace(tokens, first + 1, open)] === kinds.Colon;
    if (looksDeclared) {
      const message = `"${tokenText(tokens, first)}" stands outside any rule, and the block behind it is lost with it`;
      if (where.inside !== Inside.Declarations) {
        this.#fault(first, message, 'Put it into a rule: selector { … }.');
        return { next: after(tokens, open) };
      }
      return { next: this.#afterBadDeclaration(start) };
    }
    const { contents, next } = this.#block(open, inStyle, depth);
    const prelude = tokenText(tokens, start, open).trim();
    return {
      rule: {
        kind: 'rule',
        prelude,
        preludeTokens: { tokens, from: first, to: this.#withoutSpace(first, open) },
        start: tokens.starts[first],
        end: tokens.starts[next],
        contents,
      },
      next,
    };
  }

  /** §5.4.5 "consume the remnants of a bad declaration". */
  #afterBadDeclaration(at: number): number {
    const { tokens } = this;
    while (at < tokens.count) {
      if (tokens.types[at] === kinds.Semicolon) return at + 1;
      if (tokens.types[at] === kinds.RightCurlyBracket && !this.isAttribute) return at;
      at = after(tokens, at);
    }
    return at;
  }

  /** §5.4.6 "consume a declaration"; `problem` says why it is none. */
  #declaration(start: number): { declaration?: WrittenDeclaration; next: number; problem?: Problem } {
    const { tokens } = this;
    const none = (at: number, message: string, remedy: string) => ({
      next: start,
      problem: { at, message, remedy },
    });
    if (tokens.types[start] !== kinds.Ident)
      return none(start, this.#stray(start, start + 1), this.#strayRemedy(start));
    const property = plainlySpelled(tokenText(tokens, start));
    const colon = skipSpace(tokens, start + 1);
    if (tokens.types[colon] !== kinds.Colon) {
      return none(start, `"${property}" has no colon and value`, 'Write a declaration as property: value;');
    }
    const from = skipSpace(tokens, colon + 1);
    let at = from;
    let braced = false;
    let last = from - 1;
    for (; at < tokens.count; at = after(tokens, at)) {
      const type = tokens.types[at];
      if (type === kinds.Semicolon || (type === kinds.RightCurlyBracket && !this.isAttribute)) break;
      if (
        type === kinds.RightCurlyBracket ||
        type === kinds.BadString ||
        type === kinds.BadUrl ||
        type === kinds.RightParenthesis ||
        type === kinds.RightSquareBracket
      ) {
        return none(
          at,
          `the value of "${property}" holds a quote or bracket that does not pair`,
          'Close every quote and bracket.',
        );
      }
      if (type === kinds.LeftCurlyBracket) braced = true;
      if (type !== kinds.WhiteSpace && type !== kinds.Comment) last = after(tokens, at) - 1;
    }
    const isCustom = /^--./.test(property);
    // A block may stand only as the whole value of a custom property.
    if (braced && !isCustom)
      return none(start, `"${property}" is followed by a block where a value should be`, '');
    const { valueEnd, important } = this.#withoutImportant(from, last + 1);
    const written = tokens.text.slice(tokens.starts[from], Math.max(tokens.starts[from], valueEnd));
    // What the text's end leaves open is closed there.
    const closing = last >= from && last >= tokens.count - 1 ? closingOf(tokens, from) : '';
    const value = closing ? written + closing : written.trim();
    const next = tokens.types[at] === kinds.Semicolon ? at + 1 : at;
    const end = Math.max(tokens.starts[Math.min(last + 1, tokens.count)], tokens.starts[from]);
    this.#missingSemicolon(start, from, at, property);
    return { declaration: { property, value, important, start: tokens.starts[start], end }, next };
  }

  /** A value that runs into another `name:` shows a forgotten semicolon; a variable's may hold one, but hardly on a line of its own. */
  #missingSemicolon(start: number, from: number, to: number, property: string): void {
    const { tokens } = this;
    const isCustom = property.startsWith('--');
    let isOnOtherLine = false;
    for (let at = from; at < to; at = after(tokens, at)) {
      if (isCustom) isOnOtherLine ||= isLineBreak(tokens, at);
      const isName = tokens.types[at] === kinds.Colon && tokens.types[at - 1] === kinds.Ident;
      const isBlock = isCustom && tokens.types[at] === kinds.LeftCurlyBracket;
      if (!(isName || isBlock) || (isCustom && !isOnOtherLine)) continue;
      const swallowed = isName ? `"${tokenText(tokens, at - 1)}:"` : 'the block behind it';
      const remedy = `Put the missing ; behind the value of "${property}".`;
      return this.#fault(start, `the value of "${property}" swallows ${swallowed}`, remedy);
    }
  }

  #withoutImportant(from: number, to: number): { valueEnd: number; important: boolean } {
    const { tokens } = this;
    const back = (at: number) => this.#withoutSpace(from, at);
    const word = back(to) - 1;
    const mark = back(word) - 1;
    const important =
      mark >= from &&
      plainlySpelled(tokenText(tokens, word)).toLowerCase() === 'important' &&
      tokenText(tokens, mark) === '!';
    return { valueEnd: tokens.starts[Math.min(important ? mark : to, tokens.count)], important };
  }

  /** `to`, or the end of the last token before it that is neither white space nor a comment. */
  #withoutSpace(from: number, to: number): number {
    const { types } = this.tokens;
    while (to > from && (types[to - 1] === kinds.WhiteSpace || types[to - 1] === kinds.Comment)) to--;
    return to;
  }

  #stray(from: number, to: number): string {
    const text = tokenText(this.tokens, from, to).replace(/\s+/g, ' ').trim();
    return `"${text.length > 40 ? text.slice(0, 39) + '…' : text}" cannot stand here`;
  }

  #strayRemedy(at: number): string {
    const text = tokenText(this.tokens, at, at + 2);
    if (text.startsWith('//')) return 'Comments are written /* like this */.';
    if (text.startsWith('<')) return 'Take the <style> tags out: a sheet holds only CSS.';
    return '';
  }

  #fault(at: number, message: string, remedy: string): void {
    this.faults.push({ offset: this.tokens.starts[Math.min(at, this.tokens.count)], message, remedy });
  }
}

const isLineBreak = (tokens: Tokens, at: number): boolean =>
  tokens.types[at] === kinds.WhiteSpace && tokenText(tokens, at).includes('\n');

interface Problem {
  readonly at: number;
  readonly message: string;
  readonly remedy: string;
}
