import { after, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';
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
  const contents = reader.contents(0, false, 0).contents;
  return { contents, faults: [...reader.faults, ...openComment(tokens)] };
}

/** A comment that is never closed takes all that follows along (CSS Syntax 3 §4.3.2). */
function openComment(tokens: Tokens): SyntaxFault[] {
  const last = tokens.count - 1;
  if (last < 0 || tokens.types[last] !== kinds.Comment) return [];
  const text = tokenText(tokens, last);
  if (text.length >= 4 && text.endsWith('*/')) return [];
  return [
    {
      offset: tokens.starts[last],
      message: 'the comment that begins here is never closed, so all that follows it is lost',
      remedy: 'Put */ where the comment ends.',
    },
  ];
}

/** Reads the declarations of a `style` attribute (CSS Style Attributes §2). */
export function parseStyleAttribute(text: string): {
  declarations: WrittenDeclaration[];
  faults: readonly SyntaxFault[];
} {
  const reader = new SheetReader(readTokens(text));
  const { contents } = reader.contents(0, true, 0, true);
  const declarations = contents.flatMap((content) =>
    content.kind === 'declarations' ? content.declarations : [],
  );
  return { declarations, faults: reader.faults };
}

class SheetReader {
  readonly faults: SyntaxFault[] = [];

  constructor(private readonly tokens: Tokens) {}

  /**
   * §5.4.1 "consume a stylesheet's contents" and, `nested`, §5.4.4 "consume a block's contents", from
   * token `at` to the `}` that ends the block. A style attribute has no end but the text's.
   */
  contents(
    at: number,
    nested: boolean,
    depth: number,
    isAttribute = false,
  ): { contents: Content[]; next: number } {
    const { tokens } = this;
    const contents: Content[] = [];
    let run: WrittenDeclaration[] = [];
    const flush = () => {
      if (run.length) contents.push({ kind: 'declarations', declarations: run });
      run = [];
    };
    const ignored = nested
      ? [kinds.WhiteSpace, kinds.Comment, kinds.Semicolon]
      : [kinds.WhiteSpace, kinds.Comment, kinds.CDO, kinds.CDC];
    while (at < tokens.count) {
      const type = tokens.types[at];
      if (ignored.includes(type)) at++;
      else if (type === kinds.AtKeyword) {
        const { rule, next } = this.#atRule(at, nested, depth);
        flush();
        if (rule) contents.push(rule);
        at = next;
      } else if (type === kinds.RightCurlyBracket && nested && !isAttribute) break;
      else {
        const declared = nested ? this.#declaration(at) : undefined;
        if (declared?.declaration) {
          run.push(declared.declaration);
          at = declared.next;
          continue;
        }
        const { rule, next } = this.#qualifiedRule(at, nested, depth, declared?.problem);
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
  #atRule(start: number, nested: boolean, depth: number): { rule?: AtRule; next: number } {
    const { tokens } = this;
    const name = tokenText(tokens, start).slice(1).toLowerCase();
    let at = start + 1;
    while (at < tokens.count) {
      const type = tokens.types[at];
      const prelude = () => tokenText(tokens, start + 1, at).trim();
      const from = tokens.starts[start];
      if (type === kinds.Semicolon || (type === kinds.RightCurlyBracket && nested)) {
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
        const { contents, next } = this.#block(at, depth);
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
      prelude: tokenText(tokens, start + 1, at).trim(),
      start: tokens.starts[start],
      end: tokens.starts[at],
    };
    return { rule, next: at };
  }

  #block(open: number, depth: number): { contents: Content[]; next: number } {
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
    const { contents } = this.contents(open + 1, true, depth + 1);
    return { contents, next: end };
  }

  /** §5.4.3 "consume a qualified rule". */
  #qualifiedRule(
    start: number,
    nested: boolean,
    depth: number,
    problem?: Problem,
  ): { rule?: QualifiedRule; next: number } {
    const { tokens } = this;
    let at = start;
    while (at < tokens.count) {
      const type = tokens.types[at];
      if (nested && (type === kinds.Semicolon || type === kinds.RightCurlyBracket)) {
        this.#fault(problem?.at ?? start, problem?.message ?? this.#stray(start, at), problem?.remedy ?? '');
        return { next: type === kinds.Semicolon ? at + 1 : at };
      }
      if (type === kinds.LeftCurlyBracket) return this.#ruleBlock(start, at, nested, depth);
      at = after(tokens, at);
    }
    if (at > start)
      this.#fault(
        start,
        `${this.#stray(start, at)}: no block follows`,
        'Put { } with declarations behind it, or take it out.',
      );
    return { next: at };
  }

  #ruleBlock(
    start: number,
    open: number,
    nested: boolean,
    depth: number,
  ): { rule?: QualifiedRule; next: number } {
    const { tokens } = this;
    const first = skipSpace(tokens, start, open);
    const looksDeclared =
      tokens.types[first] === kinds.Ident &&
      tokenText(tokens, first).startsWith('--') &&
      tokens.types[skipSpace(tokens, first + 1, open)] === kinds.Colon;
    if (looksDeclared) {
      if (nested) return { next: this.#afterBadDeclaration(start) };
      return { next: after(tokens, open) };
    }
    const { contents, next } = this.#block(open, depth);
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
      if (tokens.types[at] === kinds.RightCurlyBracket) return at;
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
    const property = tokenText(tokens, start);
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
      if (type === kinds.Semicolon || type === kinds.RightCurlyBracket) break;
      if (
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
    const isCustom = property.startsWith('--');
    // A block may stand only as the whole value of a custom property.
    if (braced && !isCustom)
      return none(start, `"${property}" is followed by a block where a value should be`, '');
    const { valueEnd, important } = this.#withoutImportant(from, last + 1);
    const value = tokens.text.slice(tokens.starts[from], Math.max(tokens.starts[from], valueEnd)).trim();
    const next = tokens.types[at] === kinds.Semicolon ? at + 1 : at;
    const end = Math.max(tokens.starts[Math.min(last + 1, tokens.count)], tokens.starts[from]);
    this.#missingSemicolon(start, from, at, property);
    return { declaration: { property, value, important, start: tokens.starts[start], end }, next };
  }

  /** A value that runs over a line end into another `name:` shows a forgotten semicolon. */
  #missingSemicolon(start: number, from: number, to: number, property: string): void {
    const { tokens } = this;
    if (property.startsWith('--')) return;
    for (let at = from; at < to; at = after(tokens, at)) {
      if (tokens.types[at] !== kinds.Colon || tokens.types[at - 1] !== kinds.Ident) continue;
      this.#fault(
        start,
        `the value of "${property}" swallows "${tokenText(tokens, at - 1)}:"`,
        `Put the missing ; behind the value of "${property}".`,
      );
      return;
    }
  }

  #withoutImportant(from: number, to: number): { valueEnd: number; important: boolean } {
    const { tokens } = this;
    const back = (at: number) => this.#withoutSpace(from, at);
    const word = back(to) - 1;
    const mark = back(word) - 1;
    const important =
      mark >= from &&
      tokenText(tokens, word).toLowerCase() === 'important' &&
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

interface Problem {
  readonly at: number;
  readonly message: string;
  readonly remedy: string;
}
