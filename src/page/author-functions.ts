import { supports, type Abilities, type AtRule, type Content } from '../sheet/index.js';
import { after, kinds, readTokens, skipSpace, tokenText, type Tokens } from '../text/index.js';
import { isSyntax } from '../value/index.js';
import type { AuthorFunction, FunctionParameter } from './style-set.js';

/** Where a function stands, and how conditions in it get their numbers. */
interface FunctionPlace {
  readonly condition: number;
  readonly layer: number;
  readonly abilities: Abilities;
  readonly underMedia: (media: string, parent: number) => number;
}

type Said = AuthorFunction['said'][number];

/** Reads an `@function` (CSS Functions and Mixins 1 §2); undefined where a browser drops it. */
export function parseFunction(rule: AtRule, place: FunctionPlace): AuthorFunction | undefined {
  const head = readFunctionHead(rule.prelude);
  if (!head) return undefined;
  const said = saidIn(rule.contents ?? [], { condition: place.condition, containers: [] }, place);
  return { ...head, said, condition: place.condition, layer: place.layer };
}

/** The name of a function, what it takes and what it gives; undefined where it is not written as one. */
export function readFunctionHead(
  prelude: string,
): Pick<AuthorFunction, 'name' | 'parameters' | 'returns'> | undefined {
  const tokens = readTokens(prelude);
  const open = skipSpace(tokens, 0);
  if (open >= tokens.count || tokens.types[open] !== kinds.Function) return undefined;
  const name = tokenText(tokens, open).slice(0, -1);
  const parameters = readParameters(tokens, open);
  const returns = readReturned(tokens, after(tokens, open));
  if (!/^--./.test(name) || !parameters || returns === undefined) return undefined;
  return { name, parameters, returns };
}

function readParameters(tokens: Tokens, open: number): FunctionParameter[] | undefined {
  const close = Math.min(tokens.closes[open], tokens.count);
  const parameters: FunctionParameter[] = [];
  const names = new Set<string>();
  if (skipSpace(tokens, open + 1, close) >= close) return parameters;
  let start = open + 1;
  for (let at = start; at <= close; at = at < close ? after(tokens, at) : at + 1) {
    if (at < close && tokens.types[at] !== kinds.Comma) continue;
    const one = readParameter(tokens, start, at);
    if (!one || names.has(one.name)) return undefined;
    names.add(one.name);
    parameters.push(one);
    start = at + 1;
  }
  return parameters;
}

function readParameter(tokens: Tokens, from: number, to: number): FunctionParameter | undefined {
  const first = skipSpace(tokens, from, to);
  const name = tokenText(tokens, first);
  if (first >= to || tokens.types[first] !== kinds.Ident || !/^--./.test(name)) return undefined;
  let colon = first + 1;
  while (colon < to && tokens.types[colon] !== kinds.Colon) colon = after(tokens, colon);
  const syntax = syntaxIn(tokenText(tokens, first + 1, Math.min(colon, to)));
  if (syntax === undefined) return undefined;
  return { name, syntax, usual: colon < to ? tokenText(tokens, colon + 1, to).trim() : undefined };
}

/** What is said of the result: `*` for anything; undefined where it is not written as a type. */
function readReturned(tokens: Tokens, from: number): string | undefined {
  const at = skipSpace(tokens, from);
  if (at >= tokens.count) return '*';
  if (!/^returns$/i.test(tokenText(tokens, at))) return undefined;
  const text = tokenText(tokens, at + 1, tokens.count);
  return text.trim() ? syntaxIn(text) : undefined;
}

function syntaxIn(written: string): string | undefined {
  const text = written.trim();
  if (text === '') return '*';
  const [, inner] = /^type\(([^]*)\)$/i.exec(text) ?? [];
  // Without type() there is no choice of several.
  if (inner === undefined && (text.includes('|') || text === '*')) return undefined;
  const syntax = (inner ?? text).trim();
  return isSyntax(syntax) ? syntax : undefined;
}

function saidIn(
  contents: readonly Content[],
  under: Pick<Said, 'condition' | 'containers'>,
  place: FunctionPlace,
): Said[] {
  return contents.flatMap((content): Said[] => {
    if (content.kind === 'declarations')
      return content.declarations.flatMap(({ property, value, important }) =>
        !important && /^(result|--.+)$/i.test(property)
          ? [{ ...under, name: property.startsWith('--') ? property : 'result', value }]
          : [],
      );
    if (content.kind !== 'at-rule' || !content.contents) return [];
    const { name, prelude } = content;
    switch (name) {
      case 'media': {
        const condition = place.underMedia(prelude || 'all', under.condition);
        return saidIn(content.contents, { ...under, condition }, place);
      }
      case 'supports':
        return supports(prelude, place.abilities) ? saidIn(content.contents, under, place) : [];
      case 'container': {
        const containers = [...under.containers, prelude];
        return saidIn(content.contents, { ...under, containers }, place);
      }
      default:
        return [];
    }
  });
}
