import { computedText, type Surroundings } from './computed-text.js';
import { lexer } from './lexer.js';
import { withoutMath } from './math.js';

const known = new Map<string, boolean>();

/** Whether a value fits the syntax of a registered variable (CSS Properties and Values 1 §5), which stands without quotes. */
export function fitsSyntax(syntax: string, value: string): boolean {
  if (syntax.trim() === '*') return true;
  const key = `${syntax};${value}`;
  let fits = known.get(key);
  if (fits === undefined) {
    known.set(key, (fits = (withoutMath(value) ?? []).some((text) => matchesSyntax(syntax, text))));
  }
  return fits;
}

function matchesSyntax(syntax: string, value: string): boolean {
  try {
    const grammar = syntax.replace(/<transform-list>/g, '<transform-function>+');
    return lexer.match(grammar, value).error === null && isOfOwnCase(syntax, value);
  } catch {
    // A syntax that cannot be read takes anything.
    return true;
  }
}

/** An author's words keep their letter case (CSS Properties and Values 1 §5.1). */
function isOfOwnCase(syntax: string, value: string): boolean {
  if (syntax.includes('<custom-ident>')) return true;
  const words: string[] = syntax.match(/(?<![<\w-])[a-z_-][\w-]*/gi) ?? [];
  const isOther = (said: string) =>
    !words.includes(said) && words.some((word) => word.toLowerCase() === said.toLowerCase());
  return !(value.match(/(?<![\w#-])[a-z_-][\w-]*(?!\()/gi) ?? []).some(isOther);
}

/** Lengths that hang on a font or a container; an initial value has none. */
const relative = /\d(r?(em|ex|ch|cap|ic|lh)|cq(w|h|i|b|min|max))\b/i;
const substituted = /(?<![\w\x80-\uffff-])(var|env|attr|if|inherit)\(/i;
const wide = /^(initial|inherit|unset|revert|revert-layer)$/i;

/** Whether it can be the initial value of a variable of that syntax (CSS Properties and Values 1 §2.3). */
export const canBeInitial = (syntax: string, value: string): boolean =>
  !substituted.test(value) &&
  !wide.test(value.trim()) &&
  (syntax.trim() === '*' || (!relative.test(value) && fitsSyntax(syntax, value)));

const dataTypes =
  /^<(length|number|percentage|length-percentage|color|image|url|integer|angle|time|resolution|transform-function|custom-ident|string)>[+#]?$/;
const word = /^(?!default$)(-?[a-z_]|--)[\w-]*[+#]?$/i;

/** Whether a text, without its quotes, is the syntax of a variable (CSS Properties and Values 1 §5). */
export function isSyntax(text: string): boolean {
  if (text.trim() === '*') return true;
  return text.split('|').every((part) => {
    const one = part.trim();
    if (dataTypes.test(one) || one === '<transform-list>') return true;
    return word.test(one) && !wide.test(one.replace(/[+#]$/, ''));
  });
}

/** A property whose values are of that kind alone. */
const standIns: Readonly<Record<string, string>> = {
  '<length>': 'text-indent',
  '<length-percentage>': 'text-indent',
  '<percentage>': 'text-indent',
  '<color>': 'background-color',
  '<number>': 'flex-grow',
  '<integer>': 'order',
  '<time>': 'transition-delay',
  '<image>': 'border-image-source',
};

/** The computed value of a registered variable as a text that is equal for equal values. */
export function registeredText(syntax: string, value: string, around: Surroundings): string {
  const standIn = standIns[syntax.trim()];
  return standIn ? computedText(standIn, value, around) : value.trim();
}
