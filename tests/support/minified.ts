// The same pages and drafts as programs write them that make sheets small: without any white space that could be left out,
// with numbers, colours, selectors and media queries in their shortest notation.
import CleanCSS from 'clean-css';
import { parse, tokenize, walk } from 'css-tree';
import { minify as restructured } from 'csso';
import fc from 'fast-check';
import { transform } from 'lightningcss';
import { caseOf, type OrdinaryCase } from './ordinary.js';
import { declarationOf, ruleOf } from './ordinary-rules.js';
import { everyCase } from './richer.js';

const rewriters = {
  'by its rules': (css: string) =>
    transform({
      filename: 'a.css',
      code: Buffer.from(css),
      minify: true,
      errorRecovery: true,
    }).code.toString(),
  'as a tree': (css: string) => restructured(css).css,
  'as texts': (css: string) => new CleanCSS({ level: 1 }).minify(css).styles,
  'without spaces': (css: string) => tight(css),
};
export type Rewriter = keyof typeof rewriters;
export const rewriterNames = Object.keys(rewriters) as Rewriter[];

/** A sheet made small; as it is where a rewriter cannot read it, or what it imports would be read by it. */
export function minified(css: string, by: Rewriter): string {
  if (css.includes('@import')) return tight(css);
  try {
    return rewriters[by](css);
  } catch {
    return css;
  }
}

/** A sheet with its values in the tightest notation. */
function tight(css: string): string {
  const tree = parse(css, { parseValue: false, parseCustomProperty: false, positions: true });
  const values: { start: number; end: number }[] = [];
  walk(tree, (node) => {
    if (node.type !== 'Declaration' || node.property.startsWith('--') || !node.value.loc) return;
    values.push({ start: node.value.loc.start.offset, end: node.value.loc.end.offset });
  });
  return values.reduceRight(
    (text, { start, end }) => text.slice(0, start) + tightValue(text.slice(start, end)) + text.slice(end),
    css,
  );
}

/** A value without the white space between tokens that stay the same tokens; signs of calculations keep theirs. */
export const tightValue = (value: string): string =>
  withoutSpace(value, (before, token) => {
    if (/[-+]$/.test(before) || /^[-+]$/.test(token)) return false;
    const near = before.slice(-30);
    return tokensOf(`${near} ${token}`).join('|') === tokensOf(near + token).join('|');
  });

function withoutSpace(css: string, saysNothing: (before: string, token: string) => boolean): string {
  let text = '';
  let isSpaced = false;
  tokenize(css, (_, start, end) => {
    const token = css.slice(start, end);
    if (token.trim() === '') isSpaced = true;
    else {
      text += isSpaced && text && !saysNothing(text, token) ? ` ${token}` : token;
      isSpaced = false;
    }
  });
  return text;
}

function tokensOf(css: string): string[] {
  const tokens: string[] = [];
  tokenize(css, (_, start, end) => void tokens.push(css.slice(start, end).trim()));
  return tokens.filter(Boolean);
}

/** Shorthands of many parts beside what each part is by itself, so that drafts say again what pages say already. */
const manyParts = caseOf(
  ruleOf(
    declarationOf({
      border: ['1px solid #fff', '1px solid rgb(0 0 0 / 50%)', 'solid red', 'none', '2px dashed red'],
      'border-top': ['1px solid #fff', 'none'],
      'border-top-color': ['white', 'red', '#fff'],
      'border-left-width': ['1px', '2px', '3px', '0'],
      background: ['url("a.png") no-repeat red', '#fff url(a.png) 0 0 / cover', 'linear-gradient(red, blue) 50% no-repeat', 'red', 'url("a b.png") repeat-x, white', 'center / 2em url("a.png")'],
      'background-color': ['red', 'white', 'transparent'],
      'background-repeat': ['no-repeat', 'repeat', 'repeat-x'],
      'background-size': ['cover', 'auto', '2em'],
      'background-position': ['0 0', 'center', '0% 50%'],
      font: ['12px/1.5 "Open Sans"', 'bold 12px serif', 'italic 700 1em/normal "Open Sans", serif', 'oblique 10deg 12px / calc(10px + 8px) serif'],
      'font-size': ['12px', '1em'],
      'line-height': ['1.5', '18px', 'normal'],
      'font-family': ['"Open Sans"', 'serif', 'Open Sans'],
      'font-weight': ['bold', '400', '700'],
      transition: ['opacity .3s', 'all 300ms cubic-bezier(0, 0, 1, 1) .1s', 'color .3s, opacity .5s'],
      'transition-duration': ['.3s', '0s'],
      'transition-delay': ['.1s', '0s'],
      'text-decoration': ['underline #f00', 'underline', 'none'],
      'text-decoration-color': ['red', 'currentcolor'],
      outline: ['1px solid #000', 'none'],
      'outline-color': ['black', 'red'],
      margin: ['5% 0', '0 auto', '-1px -2px', '.5em .5em'],
      'margin-left': ['0', 'auto', '-2px', '0.5em'],
      'box-shadow': ['0 0 1px #fff', 'inset 0 0 1px rgb(1 2 3), 0 0 #fff'],
      transform: ['translate(1px) scale(2)', 'none'],
      filter: ['opacity(.5) blur(1px)', 'none'],
      'grid-template': ['"a b" 1fr / 1fr 2fr', 'none'],
      'grid-template-columns': ['1fr 2fr', '[a] 1fr [b] 2fr', 'repeat(2, 1fr) 10px'],
      'border-radius': ['1px / 2px', '4px 8px'],
      'border-top-left-radius': ['1px 2px', '4px'],
      'list-style': ['square url("a.png")', '"x" inside'],
      flex: ['1 1 0%', '0 0 auto'],
      width: ['calc(100% - (10px + 2px) * 2)', 'calc(10px * 2)', '20px'],
    }),
    fc.constantFrom('.card', '.row', '.item', '.box', 'p', 'div', '.note', '.btn').map((text) => ({ text })),
  ),
); // prettier-ignore

/** Any case with its sheets made small, and what its draft declares in the tightest notation. */
export const minifiedCase: fc.Arbitrary<OrdinaryCase> = fc
  .tuple(
    fc.oneof(everyCase, { arbitrary: manyParts, weight: 3 }),
    fc.constantFrom(...rewriterNames),
    fc.boolean(),
  )
  .map(([one, by, isDraftTight]) => {
    const sheets = one.sheets.map((css) => minified(css, by));
    return isDraftTight ? withTightValues({ ...one, sheets }) : { ...one, sheets };
  });

function withTightValues(one: OrdinaryCase): OrdinaryCase {
  let [draft, from] = ['', 0];
  const starts = new Map<number, number>();
  for (const { start, end } of one.declarations) {
    if (starts.has(start)) continue;
    draft += one.draft.slice(from, start);
    starts.set(start, draft.length);
    draft += tightDeclaration(one.draft.slice(start, end));
    from = end;
  }
  return {
    ...one,
    draft: draft + one.draft.slice(from),
    declarations: one.declarations.map((declared) => ({
      ...declared,
      start: starts.get(declared.start)!,
      end:
        starts.get(declared.start)! + tightDeclaration(one.draft.slice(declared.start, declared.end)).length,
    })),
  };
}

/** White space in a variable is its own. */
const tightDeclaration = (text: string): string =>
  text.startsWith('--')
    ? text
    : text.replace(/^([\w-]+):([^]*)$/, (_, name: string, value: string) => `${name}:${tightValue(value)}`);
