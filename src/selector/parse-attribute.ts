import { string } from 'css-tree';
import { kinds, skipSpace, tokenText, type Tokens } from '../text/index.js';
import { isDelim, nameText, SelectorFault } from './syntax.js';
import type { AttributeTest } from './types.js';

/** The prefixes that the markup's parser gives to attributes in a namespace (HTML Standard §13.2.6.1). */
const prefixOf: Readonly<Record<string, string>> = {
  'http://www.w3.org/1999/xlink': 'xlink',
  'http://www.w3.org/XML/1998/namespace': 'xml',
  'http://www.w3.org/2000/xmlns/': 'xmlns',
};

/** Reads `[name=value]` (Selectors 4 §6), from its opening bracket. */
export function parseAttribute(
  tokens: Tokens,
  open: number,
  to: number,
  namespaces?: ReadonlyMap<string, string>,
): AttributeTest {
  const close = tokens.closes[open];
  if (close >= to) fail(open, 'the "]" is missing');
  let at = skipSpace(tokens, open + 1, close);
  let namespace = '';
  if (isDelim(tokens, at, '*') && isDelim(tokens, at + 1, '|')) {
    namespace = '*';
    at += 2;
  } else if (isDelim(tokens, at, '|')) at += 1;
  if (tokens.types[at] !== kinds.Ident) fail(at, 'an attribute’s name is missing');
  let name = nameText(tokens, at);
  if (isDelim(tokens, at + 1, '|') && tokens.types[at + 2] === kinds.Ident) {
    const address = namespaces?.get(name);
    if (address === undefined) fail(at, `no @namespace names "${name}"`);
    // Attributes in another namespace are in no page.
    namespace = prefixOf[address] ?? '|';
    name = nameText(tokens, at + 2);
    at += 2;
  }
  const lowerName = name.toLowerCase();
  at = skipSpace(tokens, at + 1, close);
  if (at === close) return { name, lowerName, operator: '', value: '', letterCase: 'auto', namespace };
  let operator = tokenText(tokens, at++);
  if (/^[~|^$*]$/.test(operator) && isDelim(tokens, at, '=')) operator += tokenText(tokens, at++);
  if (!/^[~|^$*]?=$/.test(operator)) fail(at, `"${operator}" does not compare an attribute`);
  at = skipSpace(tokens, at, close);
  const written = tokenText(tokens, at);
  const type = tokens.types[at];
  if (type !== kinds.String && type !== kinds.Ident) {
    fail(
      at,
      'the attribute’s value is missing or needs quotes',
      () => `Write ["…"] around it: [${name}="${written}"].`,
    );
  }
  const value = type === kinds.String ? stringText(written) : nameText(tokens, at);
  at = skipSpace(tokens, at + 1, close);
  let letterCase: AttributeTest['letterCase'] = 'auto';
  if (at < close) {
    const flag = tokenText(tokens, at).toLowerCase();
    if ((flag !== 'i' && flag !== 's') || skipSpace(tokens, at + 1, close) !== close) {
      fail(at, `"${flag}" cannot stand behind the value`);
    }
    // Selectors 4 §6.3 has it, and engines drop the rule.
    if (flag === 's')
      fail(at, 'browsers of some makes do not know the "s" behind the value', () => 'Leave it out.');
    letterCase = 'i';
  }
  return {
    name,
    lowerName,
    operator: operator as AttributeTest['operator'],
    value,
    letterCase,
    namespace,
  };
}

function stringText(written: string): string {
  return written.includes('\\') || written.length < 2 || written.at(-1) !== written[0]
    ? string.decode(written)
    : written.slice(1, -1);
}

function fail(at: number, reason: string, remedy?: () => string): never {
  throw new SelectorFault(at, reason, remedy);
}
