import { kinds, plainlySpelled, tokenText, type Tokens } from '../text/index.js';

/** The An+B of `:nth-child()` and its kin (CSS Syntax 3 §6), or undefined when it is none. */
export function readNth(text: string): { step: number; offset: number } | undefined {
  const plain = text.trim().toLowerCase();
  if (plain === 'even') return { step: 2, offset: 0 };
  if (plain === 'odd') return { step: 2, offset: 1 };
  if (/^[+-]?\d+$/.test(plain)) return { step: 0, offset: Number(plain) };
  const found = /^([+-]?\d*)n(?:\s*([+-])\s*(\d+))?$/.exec(plain);
  if (!found) return undefined;
  const [, step, sign, offset] = found;
  return {
    step: step === '' || step === '+' ? 1 : step === '-' ? -1 : Number(step),
    offset: offset === undefined ? 0 : Number(sign + offset),
  };
}

/** The token of `of` in `:nth-child(An+B of S)`, or `to` where there is none. */
export function ofKeyword(tokens: Tokens, from: number, to: number): number {
  for (let at = from; at < to; at++) {
    if (tokens.types[at] === kinds.Ident && /^of$/i.test(plainlySpelled(tokenText(tokens, at)))) return at;
  }
  return to;
}
