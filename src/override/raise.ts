import { packSpecificity, type Specificity } from '../selector/index.js';
import { plus, type Candidate } from './compounds.js';

/** What stands above or beside everything, from the weakest: it adds strength and changes nothing else. */
const raises: readonly (readonly [before: string, behind: string, adds: Specificity])[] = [
  ['body ', '', [0, 0, 1]],
  ['html body ', '', [0, 0, 2]],
  [':root ', '', [0, 1, 0]],
  [':root body ', '', [0, 1, 1]],
  [':root:root ', '', [0, 2, 0]],
  [':root:root body ', '', [0, 2, 1]],
  [':root:root:root ', '', [0, 3, 0]],
  ['', ':not(#_)', [1, 0, 0]],
  [':root:root ', ':not(#_)', [1, 2, 0]],
  ['', ':not(#_):not(#_)', [2, 0, 0]],
  ['', ':not(#_):not(#_):not(#_)', [3, 0, 0]],
];

/** The last way to strength, where there is no name to repeat and no id above. */
export function raised(candidate: Candidate, strength: number): Candidate {
  const isOutermost = /^(html|body|head)\b/.test(candidate.text);
  const found = raises.find(
    ([before, , adds]) =>
      !(before && isOutermost) && packSpecificity(plus(candidate.specificity, adds)) >= strength,
  );
  if (!found) return candidate;
  const [before, behind, adds] = found;
  const text = `${before}${candidate.text}${behind}`;
  return {
    ...candidate,
    text,
    specificity: plus(candidate.specificity, adds),
    compounds: candidate.compounds + 1,
  };
}

/** Repeats a class or id until the selector is strong enough; undefined where there is none to repeat. */
export function repeatName(candidate: Candidate, strength: number): Candidate | undefined {
  let { text, specificity } = candidate;
  const last = candidate.hooks[candidate.hooks.length - 1];
  const repeatable =
    candidate.hooks.findLast(({ kind }) => kind === 'class' || kind === 'attribute') ??
    candidate.hooks.find(({ kind }) => kind === 'id');
  if (!last || !repeatable) return undefined;
  const idsWanted = Math.floor(strength / 0x100000000);
  // No number of classes reaches an id's strength.
  const isIdNeeded = idsWanted > specificity[0];
  const repeated = isIdNeeded ? candidate.hooks.find(({ kind }) => kind === 'id') : repeatable;
  if (!repeated) return undefined;
  for (let times = 0; times < 12 && packSpecificity(specificity) < strength; times++) {
    const at = text.lastIndexOf(repeated.selector) + repeated.selector.length;
    text = text.slice(0, at) + repeated.selector + text.slice(at);
    specificity = plus(specificity, repeated.kind === 'id' ? [1, 0, 0] : [0, 1, 0]);
  }
  // A repeated name is a trick: one more compound in the cost, so that a plain upstream name is preferred.
  return packSpecificity(specificity) >= strength
    ? { ...candidate, text, specificity, compounds: candidate.compounds + 1 }
    : undefined;
}
