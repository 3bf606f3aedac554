import { ident } from 'css-tree';
import { tokenText, type Tokens } from '../text/index.js';
import { add, greatest, type CompoundDraft } from './compound-draft.js';
import { ofKeyword, readNth } from './nth.js';
import { isName } from './pseudo-argument.js';
import { nearPseudoClass, SelectorFault } from './syntax.js';
import type { Selector } from './types.js';

/** What may stand in a list: in `compounds` nothing that looks around or inside. */
export type Mode = 'plain' | 'in-pseudo' | 'in-has' | 'compounds';

/** What reads the lists in the brackets. */
interface Reader {
  readonly tokens: Tokens;
  list(from: number, to: number, depth: number, mode: Mode): Selector[];
  forgivingList(from: number, to: number, depth: number, mode: Mode): Selector[];
  oneCompound(colon: number, name: string, args: readonly [number, number], depth: number): Selector[];
}

interface Into {
  readonly draft: CompoundDraft;
  readonly depth: number;
  readonly mode: Mode;
}

/** Reads a pseudo-class with brackets, whose content stands from one token up to another; throws `SelectorFault`. */
export function readFunctional(
  reader: Reader,
  colon: number,
  name: string,
  [from, to]: readonly [number, number],
  into: Into,
): void {
  const { draft, depth, mode } = into;
  const inner: Mode = 'in-pseudo';
  switch (name) {
    case 'is':
    case 'where':
    case '-webkit-any': {
      const list =
        name === '-webkit-any'
          ? reader.list(from, to, depth + 1, 'compounds')
          : reader.forgivingList(from, to, depth + 1, inner);
      draft.addTest({ kind: 'any', list });
      // The old name counts as any pseudo-class does, whatever it lists.
      if (name !== 'where') add(draft.specificity, name === 'is' ? greatest(list) : [0, 1, 0]);
      return;
    }
    case 'not': {
      const list = reader.list(from, to, depth + 1, inner);
      draft.addTest({ kind: 'none', list });
      add(draft.specificity, greatest(list));
      return;
    }
    case 'has': {
      if (mode === 'in-has') fail(colon, ':has() cannot stand inside :has()');
      if (mode === 'compounds') fail(colon, ':has() cannot stand here');
      const list = reader.list(from, to, depth + 1, 'in-has');
      const sideways = list.some(({ combinators }) => combinators[0] === '+' || combinators[0] === '~');
      draft.addTest({ kind: 'has', list, sideways });
      add(draft.specificity, greatest(list));
      return;
    }
    case 'nth-child':
    case 'nth-last-child':
    case 'nth-of-type':
    case 'nth-last-of-type':
      readCounting(reader, colon, name, [from, to], into);
      return;
    case 'lang': {
      // The standard allows lists and strings; engines so far take one name and drop the rule otherwise.
      const range = tokenText(reader.tokens, from, to).trim();
      if (!isName(range)) fail(colon, `:lang(${range}) does not name one language`);
      draft.addTest({ kind: 'lang', ranges: [ident.decode(range)] });
      break;
    }
    case 'dir': {
      const direction = textIn(reader, from, to).toLowerCase();
      if (!isName(direction)) fail(colon, ':dir() takes ltr or rtl');
      draft.addTest({ kind: 'dir', direction });
      break;
    }
    case 'host':
    case 'host-context': {
      const list = reader.oneCompound(colon, `:${name}`, [from, to], depth);
      draft.addTest({ kind: 'host', list, above: name === 'host-context' });
      add(draft.specificity, greatest(list));
      break;
    }
    case 'state':
      if (!isName(textIn(reader, from, to))) fail(colon, ':state() takes one name');
      draft.addTest({ kind: 'pseudo-class', name: `state(${textIn(reader, from, to)})` });
      break;
    case 'active-view-transition-type':
      if (
        !textIn(reader, from, to)
          .split(',')
          .every((one) => isName(one.trim()))
      )
        fail(colon, `:${name}() takes names with commas between`);
      draft.addTest({ kind: 'pseudo-class', name: 'current' });
      break;
    default:
      fail(colon, `there is no pseudo-class ":${name}()"`, () => nearPseudoClass(name));
  }
  draft.specificity[1]++;
}

const textIn = ({ tokens }: Reader, from: number, to: number) => tokenText(tokens, from, to).trim();

/** Selectors 4 §13.3–13.4. */
function readCounting(
  reader: Reader,
  colon: number,
  name: string,
  [from, to]: [number, number],
  into: Into,
): void {
  const formulaEnd = ofKeyword(reader.tokens, from, to);
  const sameType = name.endsWith('of-type');
  const written = tokenText(reader.tokens, from, formulaEnd);
  const formula = readNth(written);
  if (!formula || (sameType && formulaEnd < to)) {
    fail(
      colon,
      `":${name}(${written})" is not a counting rule`,
      () => 'Write odd, even, a number, or a rule such as 3n + 1.',
    );
  }
  const of = formulaEnd < to ? reader.list(formulaEnd + 1, to, into.depth + 1, 'in-pseudo') : undefined;
  into.draft.addTest({ kind: 'nth', ...formula, fromEnd: name.includes('last'), sameType, of });
  into.draft.specificity[1]++;
  if (of) add(into.draft.specificity, greatest(of));
}

function fail(at: number, reason: string, remedy?: () => string): never {
  throw new SelectorFault(at, reason, remedy);
}
