import { endsNativeLook } from '../facts/index.js';
import { placeInSheet, type Page, type PageElement, type Setting } from '../page/index.js';
import { isSameValue } from '../value/index.js';
import { authoredPlace } from '../sheet/index.js';
import { specificityText } from '../selector/index.js';
import { placeText, shorten } from '../text/index.js';
import { isOfComponent, sourceLabel, standingContest } from './entries.js';
import { longhandValue } from './longhand-value.js';
import { looksNative } from './native-look.js';
import { motionWords } from './motion.js';
import { priceOf } from './standing.js';
import { elementOf, pseudoOf, type Contest, type Declaration, type Entry, type Target } from './types.js';
import { valueOf } from './value.js';
import { withFunctions } from './author-functions.js';
import { namesReadIn } from './substitute.js';

/** A contest in plain words. */
export interface Explanation {
  readonly property: string;
  /** The value that the target has, as far as the text tells it. */
  readonly value: string;
  /** What governs it, as a sentence without its full stop. */
  readonly governs: string;
  /** The variables that feed it, a sentence each. */
  readonly variables: readonly string[];
  /** The declarations that lost, strongest first. */
  readonly rivals: readonly {
    readonly declaration: string;
    readonly from: string;
    readonly reason: string;
  }[];
  /** What it takes to beat it, as a whole sentence. */
  readonly price: string;
  /** The animation or transition that moves the property, each as a sentence. */
  readonly motion: readonly string[];
}

/** Says who governs a contest's property, why the others lost, and what it takes to beat the winner. */
export function explain(page: Page, asked: Contest): Explanation {
  const { property, target, entries, inheritedFrom } = asked;
  const motion = motionWords(page, asked);
  const value = valueOf(page, target, property);
  if (entries.length === 0) {
    const governs = `nobody sets it, so it has its initial value${lookWords(page, asked)}`;
    return {
      property,
      value,
      governs,
      variables: [],
      rivals: [],
      price: 'Any rule that matches sets it.',
      motion,
    };
  }
  const [winner, ...others] = entries;
  const styles = page.overlay?.styles ?? page.styles;
  return {
    property,
    value: value || winner.declaration.value,
    governs:
      governingWords(page, winner, inheritedFrom) +
      inheritWords(page, inheritedFrom ?? target, property, winner) +
      lookWords(page, asked),
    variables: [...new Set(withFunctions(namesReadIn(winner.declaration.value), styles))].map((name) =>
      variableWords(page, inheritedFrom ?? target, name),
    ),
    rivals: others.map((entry) => ({
      declaration: declarationText(entry),
      from: [entryPlace(page, entry), ruleText(entry)].filter(Boolean).join('  '),
      reason: entry.decidedBy ?? '',
    })),
    price: inheritedFrom
      ? 'Any rule that matches the thing itself, as an inherited value gives way to every other.'
      : priceWords(page, target, property, winner),
    motion,
  };
}

/** That a control is drawn in the browser's own way, whatever value it has there; '' for all else. */
const lookWords = (page: Page, { property, target }: Contest): string =>
  endsNativeLook.has(property) && looksNative(page, target)
    ? '; the browser draws the control in its own way, until a rule speaks of its background or border'
    : '';

/** An explicit `inherit` is followed to the declaration that says the value; '' for other values. */
function inheritWords(page: Page, target: Target, property: string, { declaration }: Entry): string {
  if (longhandValue(declaration, property)?.toLowerCase() !== 'inherit') return '';
  const parent = pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
  if (!parent) return '';
  const { entries, inheritedFrom } = standingContest(page, parent, property);
  const [winner] = entries;
  const box = inheritedFrom ?? parent;
  if (winner && longhandValue(winner.declaration, property)?.toLowerCase() === 'inherit')
    return inheritWords(page, box, property, winner);
  const value = valueOf(page, parent, property);
  if (!winner) return `, and the box around it has the initial value ${value}`;
  const place = [entryPlace(page, winner), ruleText(winner)].filter(Boolean).join(' in ');
  return `, and ${describeTarget(box)} has ${value} from ${place || sourceLabel(page, winner.declaration)}`;
}

/**
 * The rule in which a declaration stands, one declaration a line, however it is written in the sheet; '' for what
 * stands in the markup or in the browser's own sheet.
 */
export function writtenRule(page: Page, { sheet, line, column }: Declaration): string {
  if (sheet === undefined || !page.sheets[sheet]) return '';
  const isHere = (start: number) => {
    const place = placeInSheet(page.sheets[sheet], start);
    return place.line === line && place.column === column;
  };
  const block = page.styles.blocks.find(
    (one) => one.sheet === sheet && one.declarations.some(({ start }) => isHere(start)),
  );
  if (!block) return '';
  const lines = block.declarations.map(
    ({ property, value, important }) => `  ${property}: ${value}${important ? ' !important' : ''};`,
  );
  return `${block.selectorText} {\n${lines.join('\n')}\n}`;
}

/** `tag#id.class “its text”`: how a person knows a target again. */
export function describeTarget(target: Target): string {
  const element = 'element' in target ? target.element : target;
  const classes = element.classes.slice(0, 3).map((one) => `.${one}`);
  const text = shorten(element.text, 32);
  return (
    element.tag +
    (element.id ? `#${element.id}` : '') +
    classes.join('') +
    pseudoOf(target) +
    (text ? ` “${text}”` : '')
  );
}

/** Where an entry's declaration stands: `theme.css:12:3`, with the author's own file where a source map tells; or words. */
export function entryPlace(page: Page, { declaration }: Entry): string {
  const { sheet, line, column, origin } = declaration;
  const label = sourceLabel(page, declaration);
  if (origin === 'user-agent') return label;
  if (sheet !== undefined) {
    const authored = authoredPlace(page.sheets[sheet], line, column);
    return placeText({ file: label, line, column }) + (authored ? ` (from ${placeText(authored)})` : '');
  }
  return line > 0 ? `${label} (markup line ${line})` : label;
}

/** The entry's selector and its specificity; '' for what stands in the markup. */
export function ruleText({ selector, specificity }: Entry): string {
  return selector ? `${shorten(selector, 60)} ${specificity ? specificityText(specificity) : ''}`.trim() : '';
}

/** `property: value`, cut to `length` characters. */
export function declarationText({ declaration }: Entry, length = 60): string {
  const { property, value, important } = declaration;
  return shorten(`${property}: ${value}`, length) + (important ? ' !important' : '');
}

function governingWords(page: Page, winner: Entry, inheritedFrom: PageElement | undefined): string {
  const { origin, line, property, value } = winner.declaration;
  const from = inheritedFrom ? `inherited from ${describeTarget(inheritedFrom)}, where ` : '';
  switch (origin) {
    case 'user-agent':
      return `${from}the browser’s own sheet says ${declarationText(winner)}`;
    case 'presentational-hint':
      return `${from}the attribute ${property}="${value}"${line > 0 ? ` in line ${line} of the markup` : ''} says so`;
    case 'style-attribute':
      return `${from}it is set on the element itself (style attribute${line > 0 ? `, markup line ${line}` : ''}), ${inlineSettingWords(page, property, value)}`;
    case 'author': {
      const depends = winner.dependsOn ? `, as long as the container query ${winner.dependsOn} holds` : '';
      return `${from}${entryPlace(page, winner)} says ${declarationText(winner)} in ${ruleText(winner)}${depends}`;
    }
  }
}

/** Which setting feeds a value that stands inline, or where to look for it. */
function inlineSettingWords(page: Page, property: string, value: string): string {
  const found = inlineSetting(page, property, value);
  return found
    ? `fed by the setting ${found.setting}; change it there`
    : 'as values from a setting of the platform are, so look there first';
}

/** The known setting that feeds an inline value; undefined where none is known. */
export function inlineSetting(page: Page, property: string, value: string): Setting | undefined {
  return page.settings.find(
    ({ feeds, value: fed }) =>
      feeds.startsWith(`style="${property.toLowerCase()}:`) && isSameValue(fed, value),
  );
}

function variableWords(page: Page, target: Target, name: string): string {
  const { entries } = standingContest(page, target, name);
  if (!entries.length) return `${name} is set nowhere`;
  const [{ declaration }] = entries;
  const setting = page.settings.find(({ feeds }) => feeds === name);
  const fed = setting ? `fed by the setting ${setting.setting}` : 'which a setting of the platform may feed';
  return `${name} is ${declaration.value}, from ${entryPlace(page, entries[0])}, ${fed}`;
}

function priceWords(page: Page, target: Target, property: string, winner: Entry): string {
  const { important, specificity, hopeless } = priceOf(page, target, property);
  if (hopeless) return `Nothing of yours can beat it: ${hopeless}.`;
  const { host } = elementOf(target);
  if (host)
    return `It stands inside the component ${host.tag}: a rule of yours comes in by a part, a variable or inheritance alone, and then beats what is set there. yelto write finds the way.`;
  if (important && specificity.every((part) => part === 0)) return '!important, in any rule that matches.';
  if (important) return `!important, in a rule of at least ${specificityText(specificity)}.`;
  if (winner.declaration.origin === 'user-agent') return 'Any rule that matches.';
  if (isOfComponent(page, winner.declaration))
    return 'Any rule that matches: the component’s own gives way to what comes from outside.';
  if (winner.layer) return 'Any rule outside layers that matches.';
  return `A rule of at least ${specificityText(specificity)} that is loaded later, or a stronger one anywhere.`;
}
