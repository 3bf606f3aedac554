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
    return lexer.match(syntax.replace(/<transform-list>/g, '<transform-function>+'), value).error === null;
  } catch {
    // A syntax that cannot be read takes anything.
    return true;
  }
}

/** Lengths that hang on something else than themselves; an initial value has none. */
const relative =
  /\d(r?(em|ex|ch|cap|ic|lh)|[sld]?v(w|h|i|b|min|max)|cq(w|h|i|b|min|max))\b|(var|env|attr|if)\(/i;

/** Whether it can be the initial value of a variable of that syntax (CSS Properties and Values 1 §2.3). */
export const canBeInitial = (syntax: string, value: string): boolean =>
  syntax.trim() === '*' || (!relative.test(value) && fitsSyntax(syntax, value));

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
