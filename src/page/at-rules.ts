import {
  isSupportsCondition,
  parseContainer,
  parseImport,
  readLayerNames,
  whyNeverHolds,
  type AtRule,
} from '../sheet/index.js';
import { nearest } from '../text/index.js';
import { readFunctionHead } from './author-functions.js';

/** At-rules that engines know (CSS Conditional 3, Cascade 5, Fonts 4, …); `gather.ts` reads those that hold rules. */
const known = [
  ...['charset', 'color-profile', 'container', 'counter-style', 'font-face', 'font-feature-values'],
  ...['font-palette-values', 'function', 'import', 'keyframes', 'layer', 'media', 'namespace', 'page'],
  ...['position-try', 'property', 'scope', 'starting-style', 'supports', 'view-transition'],
];

const statements = /^(charset|import|layer|namespace)$/;

/** Why browsers make no rule of what is written, and what to write. */
export interface AtRuleFault {
  readonly why: string;
  readonly remedy: string;
}

const dropped = 'so a browser drops it with all that it holds';

/**
 * What is wrong with an at-rule's name or with what stands between it and its block; undefined for a valid one, and for
 * another maker's. What hangs on selectors, as in `@scope`, is not looked at.
 */
export function atRuleFault(rule: AtRule): AtRuleFault | undefined {
  const { name, prelude, contents } = rule;
  if (name.startsWith('-')) return undefined;
  if (!known.includes(name)) {
    const near = nearest(name, known);
    return {
      why: `there is no at-rule @${name}, ${dropped}`,
      remedy: near.length ? `Did you mean @${near.join(' or @')}?` : '',
    };
  }
  if (!contents && !statements.test(name))
    return { why: `@${name} has no block, so it does nothing`, remedy: `Write: @${name} … { … }.` };
  const text = `@${name} ${prelude}`.trim();
  switch (name) {
    case 'container':
      if (parseContainer(prelude)) return undefined;
      return {
        why: `"${text}" is not written as a container query, ${dropped}`,
        remedy: `Write: @container ${containerMeant(prelude) ?? 'card (min-width: 400px)'} { … }.`,
      };
    case 'supports':
      if (isSupportsCondition(prelude)) return undefined;
      return {
        why: `"${text}" is not written as a condition, ${dropped}`,
        remedy: `Write: @supports ${supportsMeant(prelude) ?? '(display: grid)'} { … }.`,
      };
    case 'import':
      if (parseImport(rule)) return undefined;
      return {
        why: `"${text}" names no address, so a browser drops it`,
        remedy: 'Write: @import url("more.css");',
      };
    case 'function':
      if (readFunctionHead(prelude)) return undefined;
      return {
        why: `"${text}" is not written as a function, ${dropped}`,
        remedy: 'Write: @function --name(--value) { result: … }, with two dashes before each name.',
      };
    case 'layer':
      return layerFault(text, prelude, contents !== undefined);
    default:
      return undefined;
  }
}

/** The same with the brackets that were left out, around all of it or behind a name; undefined where other things are wrong. */
function containerMeant(prelude: string): string | undefined {
  const [, name, query] = /^(\S+)\s+(.+)$/s.exec(prelude) ?? [];
  return [`(${prelude})`, `${name} (${query})`].find((text) =>
    parseContainer(text)?.every(({ isUnknown }) => !isUnknown),
  );
}

/** The same with the brackets that were left out around a declaration. */
const supportsMeant = (prelude: string): string | undefined =>
  /^[\w-]+\s*:[^();]+$/.test(prelude) ? `(${prelude})` : undefined;

/** What is known to one maker's browsers only, or kept from the others by a slip on purpose. */
const ofOneMaker = /-(ms|moz|o|webkit|khtml)-|\\[09]/i;

/** Why a `@media` rule is never used, in any window and medium; undefined for all other rules. */
export function idleMedia({ name, prelude }: AtRule): AtRuleFault | undefined {
  const fault = name === 'media' && !ofOneMaker.test(prelude) ? whyNeverHolds(prelude) : undefined;
  return fault && { why: `@media ${prelude} never holds: ${fault.why}`, remedy: fault.remedy };
}

function layerFault(text: string, prelude: string, hasBlock: boolean): AtRuleFault | undefined {
  const names = readLayerNames(prelude);
  if (!names || (names.length === 0 && !hasBlock))
    return {
      why: `"${text}" does not name a layer, ${hasBlock ? dropped : 'so a browser drops it'}`,
      remedy: 'A layer’s name is written like a class without its dot: @layer base, or @layer base.links.',
    };
  if (!hasBlock || names.length < 2) return undefined;
  return {
    why: `"${text}" names several layers, and rules can stand in one only, ${dropped}`,
    remedy: 'Write an @layer of its own for each.',
  };
}
