import {
  askedByText,
  longhandValue,
  Remembered,
  standingCandidates,
  type Candidate,
  type Declaration,
  type Target,
} from '../cascade/index.js';
import type { Page } from '../page/index.js';
import { hangsOnScheme, initialValue, isInherited } from '../value/index.js';

/** On what it hangs, beside conditions, what becomes of a longhand: on each also what stands before it. */
export enum Hanging {
  Rules,
  Sizes,
  Context,
}

/** What does not fit a registered variable's syntax gives way to the parent's value (CSS Properties and Values 1 §2.4). */
const isRegistered = ({ overlay }: Page, longhand: string): boolean =>
  longhand.startsWith('--') && overlay!.styles.registered.some(({ name }) => name === longhand);

/** On what it hangs, beside the rules that meet, what becomes of a longhand of a declaration. */
export function hangingOf(
  view: Page,
  target: Target,
  longhand: string,
  candidates: readonly Candidate[],
  declaration: Declaration,
): Hanging {
  const own = candidates.findIndex((one) => isSame(one.declaration, declaration));
  // What does not compete changes nothing, and what the draft itself undoes neither.
  if (own < 0 || (own > 0 && isDrafts(view, candidates[0]) && !isRolledBack(candidates[0])))
    return Hanging.Rules;
  if (candidates.some(({ dependsOn }) => dependsOn !== '')) return Hanging.Context;
  const isMoved =
    view.overlay!.styles.keyframes.length > 0 &&
    standingCandidates(view, target, 'animation-name').length > 0;
  const { isAdjusted, beside, isFromOutside, isOfText } = traitsOf(longhand);
  if (isMoved || isAdjusted || isRegistered(view, longhand)) return Hanging.Context;
  const others = beside ? standingCandidates(view, target, beside) : [];
  if (others.length && kindOf(others[0], beside!) !== Hanging.Rules) return Hanging.Context;
  const meant = candidates.slice(0, own + 2);
  // The text's colour, whatever it is, on each.
  if (isOfText && meant.every((one) => isTextColour(one, longhand))) return Hanging.Rules;
  if (candidates.length < 2 && isFromOutside) return Hanging.Context;
  const hangsOn = Math.max(...meant.map((one) => kindOf(one, longhand)));
  // Its own shares are of the parent's size.
  return hangsOn === Hanging.Sizes && longhand === 'font-size' ? Hanging.Context : hangsOn;
}

/** Values that hang on the element, its parent or the window. */
const relative =
  /[\d.](em|ex|ch|cap|ic|lh|rem|rlh|%|[sld]?v(w|h|i|b|min|max)|cq\w+)|\(|inherit|unset|revert|currentcolor|bolder|lighter|larger|smaller|match-parent/i;
/** Longhands whose computed value takes something from a parent or from other properties. */
const adjustedOnes =
  /^(display|float|writing-mode|min-(width|height)|overflow-[xy]|text-align|justify-items)$/;
const lineWidth = /^(border-(top|right|bottom|left)|outline|column-rule)-width$/;
/** One for each image. */
const layered =
  /^((-webkit-)?mask|background)-(position-[xy]|size|repeat|attachment|origin|clip|blend-mode|composite|mode)$/;

/** What a longhand's value hangs on whatever is written. */
interface Traits {
  readonly isAdjusted: boolean;
  /** What else has a say: of a line's width, which is nothing without it, its style; of layers their images. Each may be the parent's. */
  readonly beside?: string;
  /** Whether it comes from around the box where nobody sets it. */
  readonly isFromOutside: boolean;
  /** Whether it is the text's colour where nobody sets it. */
  readonly isOfText: boolean;
}

const traits = new Map<string, Traits>();

function traitsOf(longhand: string): Traits {
  let found = traits.get(longhand);
  if (!found) {
    const isOfText = initialValue(longhand) === 'currentcolor';
    found = {
      isAdjusted: adjustedOnes.test(longhand),
      beside: besideOf(longhand),
      isFromOutside: isInherited(longhand) || isOfText,
      isOfText: isOfText && !isInherited(longhand),
    };
    traits.set(longhand, found);
  }
  return found;
}

function besideOf(longhand: string): string | undefined {
  if (lineWidth.test(longhand)) return longhand.replace('width', 'style');
  return layered.test(longhand)
    ? longhand.startsWith('background')
      ? 'background-image'
      : 'mask-image'
    : undefined;
}

/** What a share of is one of another size; elsewhere it stays a share (CSS Values 4 §5.3). */
const takesShares = /^(font|font-size|line-height|all)$|^--/i;
/** Functions of numbers alone, and addresses. */
const fixed =
  /(?<![\w-])(?:(?:rgb|hsl)a?|hwb|lab|lch|oklab|oklch)\([-+\d\s.,%/]*(?:deg|turn|rad)?[-+\d\s.,%/]*\)|url\([^()]*\)|(?<![\w-])steps\(\d+(?:,[a-z\s-]*)?\)|cubic-bezier\([-+\d\s.,]*\)/gi;
/** Shares of the sizes of fonts. */
const ofSizes = /(?<![\w.-])[-+]?(\d*\.)?\d+r?em(?![\w%])/gi;
const windowUnits = /\d[sld]?v(w|h|i|b|min|max)\b/i;
/** What a word for a size comes to hangs on the family, which may be the parent's. */
const sizeWord = /^[a-z]/i;

const isRelative = (text: string, property: string): boolean => {
  const value = text.replace(fixed, '0');
  const written = takesShares.test(property) ? value : value.replaceAll('%', '');
  return relative.test(written) || hangsOnScheme(written);
};

/** By longhand. Declarations are shared by all targets and looks; each text is read once. */
const kinds = new Remembered<Map<string, Hanging>>(() => new Map());

/** What a declaration's text says of how its value of one longhand is found. */
function kindOf(candidate: Candidate, longhand: string): Hanging {
  const byLonghand = kinds.of(candidate.declaration);
  const name = candidate.flowRelative ?? longhand;
  let kind = byLonghand.get(name);
  if (kind === undefined) byLonghand.set(name, (kind = kindOfText(candidate, longhand, name)));
  return kind;
}

function kindOfText(candidate: Candidate, longhand: string, name: string): Hanging {
  const { declaration } = candidate;
  const text = longhandValue(declaration, name) || declaration.value;
  if (name === 'font-size' && sizeWord.test(text)) return Hanging.Context;
  if (/^initial$/i.test(text) && traitsOf(name).isOfText) return Hanging.Context;
  const isOfSizesAtMost = !isRelative(text.replace(ofSizes, '0'), name);
  // A colour may be left out of a shadow.
  const asked = name === 'font-size' ? undefined : askedByText(candidate, longhand);
  if (asked === 'nothing' || (!asked && !isRelative(text, name))) return Hanging.Rules;
  return asked !== 'more' && isOfSizesAtMost ? Hanging.Sizes : Hanging.Context;
}

const isTextColour = ({ declaration, flowRelative }: Candidate, longhand: string): boolean =>
  /^(currentcolor|initial|unset)$/i.test(longhandValue(declaration, flowRelative ?? longhand) ?? '');

/** Whether a candidate's value is measured by the window. */
export const isOfWindow = ({ declaration: { value } }: Candidate): boolean => windowUnits.test(value);

/** Whether a candidate steps back for what stands below it (CSS Cascade 5 §7.3.4). */
export const isRolledBack = ({ declaration: { value } }: Candidate): boolean => /^revert/i.test(value);

/** Whether a candidate is the owner's own, of the draft or of a sheet that it imports. */
export function isDrafts(view: Page, { declaration: { sheet } }: Candidate): boolean {
  return sheet !== undefined && sheet >= view.styles.sheets.length;
}

/** Whether two are the same one, in the same place. */
export function isSame(a: Declaration, b: Declaration): boolean {
  return a.sheet === b.sheet && a.line === b.line && a.column === b.column;
}
