import { string } from 'css-tree';
import type { AtRule } from '../sheet/index.js';
import { kinds, plainlySpelled, readTokens, skipSpace, tokenText } from '../text/index.js';
import { canBeInitial, isSyntax } from '../value/index.js';
import type { RegisteredProperty } from './style-set.js';

/** Reads an `@property` (CSS Properties and Values 1 §2); undefined where a browser drops it. */
export function parseRegistered(rule: AtRule, condition: number): RegisteredProperty | undefined {
  const descriptors = new Map<string, string>();
  for (const content of rule.contents ?? [])
    if (content.kind === 'declarations')
      for (const { property, value, important } of content.declarations)
        if (!important && isValid(property.toLowerCase(), value))
          descriptors.set(property.toLowerCase(), value.trim());
  const name = onlyToken(rule.prelude, kinds.Ident);
  const syntax = onlyToken(descriptors.get('syntax') ?? '', kinds.String);
  const inherits = descriptors.get('inherits')?.toLowerCase();
  const initial = descriptors.get('initial-value');
  if (!name || !/^--./.test(name) || syntax === undefined || inherits === undefined) return undefined;
  // Only the universal syntax does without an initial value.
  if (initial === undefined ? syntax.trim() !== '*' : !canBeInitial(syntax, initial)) return undefined;
  return { name, syntax, inherits: inherits === 'true', initial, condition };
}

/** Of descriptors that are written more than once the last valid one counts. */
function isValid(name: string, value: string): boolean {
  if (name === 'syntax') return isSyntax(onlyToken(value, kinds.String) ?? '');
  return name !== 'inherits' || /^(true|false)$/i.test(value.trim());
}

/** The name or the string that a text is; undefined for anything else. */
function onlyToken(text: string, type: number): string | undefined {
  const tokens = readTokens(text);
  const at = skipSpace(tokens, 0);
  if (at >= tokens.count || tokens.types[at] !== type || skipSpace(tokens, at + 1) < tokens.count)
    return undefined;
  const written = tokenText(tokens, at);
  return type === kinds.String ? string.decode(written) : plainlySpelled(written);
}
