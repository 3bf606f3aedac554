import { ident, string } from 'css-tree';
import { kinds, skipSpace, tokenText, type Tokens } from '../text/index.js';
import { isDelim, selectorError } from './syntax.js';
import type { AttributeTest } from './types.js';

/** Reads `[name=value]` (Selectors 4 §6), from its opening bracket. */
export function parseAttribute(tokens: Tokens, open: number, to: number): AttributeTest {
  const close = tokens.closes[open];
  if (close >= to) fail(tokens, open, 'the "]" is missing');
  let at = skipSpace(tokens, open + 1, close);
  let anyNamespace = false;
  if (isDelim(tokens, at, '*') && isDelim(tokens, at + 1, '|')) {
    anyNamespace = true;
    at += 2;
  } else if (isDelim(tokens, at, '|')) at += 1;
  if (tokens.types[at] !== kinds.Ident) fail(tokens, at, 'an attribute’s name is missing');
  let name = ident.decode(tokenText(tokens, at));
  if (isDelim(tokens, at + 1, '|') && tokens.types[at + 2] === kinds.Ident) {
    name = `${name}:${ident.decode(tokenText(tokens, at + 2))}`;
    at += 2;
  }
  const base = { name, lowerName: name.toLowerCase(), anyNamespace };
  at = skipSpace(tokens, at + 1, close);
  if (at === close) return { ...base, operator: '', value: '', letterCase: 'auto' };
  let operator = tokenText(tokens, at++);
  if (/^[~|^$*]$/.test(operator) && isDelim(tokens, at, '=')) operator += tokenText(tokens, at++);
  if (!/^[~|^$*]?=$/.test(operator)) fail(tokens, at, `"${operator}" does not compare an attribute`);
  at = skipSpace(tokens, at, close);
  const written = tokenText(tokens, at);
  const type = tokens.types[at];
  if (type !== kinds.String && type !== kinds.Ident) {
    fail(
      tokens,
      at,
      'the attribute’s value is missing or needs quotes',
      `Write ["…"] around it: [${name}="${written}"].`,
    );
  }
  const value = type === kinds.String ? string.decode(written) : ident.decode(written);
  at = skipSpace(tokens, at + 1, close);
  let letterCase: AttributeTest['letterCase'] = 'auto';
  if (at < close) {
    const flag = tokenText(tokens, at).toLowerCase();
    if ((flag !== 'i' && flag !== 's') || skipSpace(tokens, at + 1, close) !== close) {
      fail(tokens, at, `"${flag}" cannot stand behind the value`);
    }
    letterCase = flag as 'i' | 's';
  }
  return { ...base, operator: operator as AttributeTest['operator'], value, letterCase };
}

function fail(tokens: Tokens, at: number, reason: string, remedy = ''): never {
  throw selectorError(tokens, at, reason, remedy);
}
