import { kinds, type Tokens } from '../text/index.js';
import type { CompoundDraft } from './compound-draft.js';
import { isDelim, nameText, SelectorFault } from './syntax.js';
import type { Names } from './tree.js';

interface Into {
  readonly draft: CompoundDraft;
  /** 0 outside all brackets. */
  readonly depth: number;
  readonly names: Names;
  readonly namespaces?: ReadonlyMap<string, string>;
}

/**
 * Reads a type selector or `*`, with or without a namespace (Selectors 4 §5), from the beginning of a compound.
 * Returns the token behind it, `from` where there is none.
 */
export function parseType(
  tokens: Tokens,
  [from, to]: readonly [number, number],
  { draft, depth, names, namespaces }: Into,
): number {
  const name = (at: number) => {
    if (at >= to) return undefined;
    if (tokens.types[at] === kinds.Ident) return nameText(tokens, at);
    return isDelim(tokens, at, '*') ? '*' : undefined;
  };
  let at = from;
  let local = name(at);
  let prefix: string | undefined;
  if (isDelim(tokens, at, '|') && name(at + 1) !== undefined) {
    prefix = '';
    local = name(at + 1);
    at += 1;
  } else if (local !== undefined && isDelim(tokens, at + 1, '|') && name(at + 2) !== undefined) {
    prefix = local;
    local = name(at + 2);
    at += 2;
  }
  if (local === undefined) {
    // A compound without a type takes the default namespace as well.
    const byDefault = namespaces?.get('');
    if (byDefault !== undefined && depth === 0) draft.addTest({ kind: 'namespace', namespace: byDefault });
    return from;
  }
  const namespace = namespaceFor(prefix, from, namespaces);
  if (namespace !== undefined) draft.addTest({ kind: 'namespace', namespace });
  if (local !== '*') {
    draft.tag = names.intern(local.toLowerCase());
    draft.specificity[2]++;
  }
  return at + 1;
}

/** The namespace that is asked for; undefined for any. */
function namespaceFor(
  prefix: string | undefined,
  at: number,
  namespaces: ReadonlyMap<string, string> | undefined,
): string | undefined {
  if (prefix === '*') return undefined;
  if (prefix === '') return '';
  const known = namespaces?.get(prefix ?? '');
  if (prefix !== undefined && known === undefined)
    throw new SelectorFault(at, `no @namespace names "${prefix}"`);
  return known;
}
