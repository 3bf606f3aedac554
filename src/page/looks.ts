import { askedSettings, holds, type MediaQuery, type MediaSetting } from '../sheet/index.js';
import type { Page } from './page.js';
import { extraLooks } from './extra-looks.js';
import type { StyleSet } from './style-set.js';
import type { Conditions, Held } from './types.js';

/** One set of conditions under which a page is looked at; media queries hold alike all over its stretch of widths. */
export interface Look {
  readonly view: Page;
  /** The least and the greatest width tried, CSS px. */
  readonly from: number;
  readonly to: number;
  /** What is not as on the page itself beside the width, `in print`; '' for nothing. */
  readonly words: string;
  /** It is there for what is measured by the window, or for colours of the person's choice; for all else another shows the same. */
  readonly extra?: 'size' | 'scheme';
}

/** More looks than this take longer than anyone waits; widths come first. */
const mostLooks = 240;
/** So many conditions are tried to bring two queries to hold together or one without the other, in all. */
const mostMeetings = 10_000;
/** Ways in which the features of one nest of media queries, or of two, are tried together. */
const mostMixes = 2000;

/**
 * Looks at a page, with its draft where it has one: each side of every feature that a media query of site or draft asks about, at a
 * width in each stretch; and for each nest of queries that holds in none of these, one in which it does, if there is
 * any. Looks under which all queries answer alike are one, but for those behind them (`extraLooks`). The page's own conditions come first.
 */
export function looksAt(laid: Page, widths?: readonly number[]): Look[] {
  const looks = looksByQueries(laid, widths);
  return widths ? looks : [...looks, ...extraLooks(laid)];
}

/**
 * Further looks at a page that asks about more than is looked at in all: in which two of some conditions hold together, or one
 * without the other, where none of the `looks` has them so. [] where these are all that there are.
 */
export function looksBetween(laid: Page, looks: readonly Look[], numbers: ReadonlySet<number>): Look[] {
  const plain = looks.filter(({ extra }) => !extra);
  if (plain.length < mostLooks) return [];
  const found = new Map(plain.map((look) => [look.view.activity, look]));
  const nests = distinctNests(laid.overlay?.styles ?? laid.styles, numbers);
  const further: Look[] = [];
  for (const { conditions, words } of meetings(laid, found, nests, () => false)) {
    const view = laid.under(conditions);
    const { width } = conditions;
    const look: Look = { view, from: width, to: width, words: words.join(' and ') };
    further.push(look);
    found.set(view.activity, look);
  }
  return further;
}

function looksByQueries(laid: Page, widths: readonly number[] | undefined): Look[] {
  const { overlay, bare, styles } = laid;
  // A draft that asks about nothing is looked at as the page is; that is found out once, not at each key press.
  if (overlay && overlay.styles.conditions.length > styles.conditions.length) return everyLook(laid, widths);
  const key = widths?.join() ?? 'all';
  let ofPage = knownLooks.get(bare);
  if (!ofPage) knownLooks.set(bare, (ofPage = new Map()));
  let looks = ofPage.get(key);
  if (!looks) ofPage.set(key, (looks = everyLook(bare, widths)));
  return overlay ? looks.map((look) => ({ ...look, view: laid.beside(look.view) })) : looks;
}

const knownLooks = new WeakMap<Page, Map<string, Look[]>>();

function everyLook(laid: Page, widths?: readonly number[]): Look[] {
  const styles = laid.overlay?.styles ?? laid.styles;
  const settings = distinctSettings(styles);
  const found = new Map<string, Look>();
  const add = (conditions: Conditions, words: string) => {
    const { width } = conditions;
    if (found.size >= mostLooks) return;
    const view = laid.under(conditions);
    const known = found.get(view.activity) ?? { view, from: width, to: width, words };
    const { from, to } = known;
    // What is another shape of the window too tells nothing of widths.
    if (known.words === '' && words !== '') return;
    found.set(view.activity, { ...known, from: Math.min(from, width), to: Math.max(to, width) });
  };
  const tried = [laid.conditions.width, ...(widths ?? widthsOf(laid, settings))];
  const unlikeWidths = settings.filter(({ isWidth }) => !isWidth);
  for (const width of tried) add({ ...laid.conditions, width }, '');
  for (const { apply, words } of unlikeWidths) add(apply(laid.conditions), words);
  if (!widths) for (const { conditions, words } of mixes(laid, [...found.values()])) add(conditions, words);
  // What the draft asks for together with what the site asks for.
  const others = [...found.values()].filter(({ words }) => words !== '');
  const own = ownLooks(laid, [...found.values()]);
  for (const { view, words } of own) {
    for (const { apply, words: more } of settings)
      add(apply(view.conditions), [words, more].filter(Boolean).join(' and '));
    for (const other of others)
      add(together(view.conditions, other.view.conditions, laid.conditions), joinedWords(words, other.words));
  }
  // Last, as there may be more than are looked at.
  for (const { apply, words } of unlikeWidths)
    for (const width of tried) add(apply({ ...laid.conditions, width }), words);
  for (const { view, words } of others) for (const width of tried) add({ ...view.conditions, width }, words);
  // A low window is upright only where it is narrow too.
  for (const { view, words } of own)
    for (const { apply, words: more } of unlikeWidths)
      for (const width of tried)
        add({ ...apply(view.conditions), width }, [words, more].filter(Boolean).join(' and '));
  for (const { conditions, words } of meetings(laid, found, distinctNests(styles), isSeenAnyway))
    add(conditions, words.join(' and '));
  const [asItStands, ...rest] = found.values();
  // What hangs on less is told first.
  const amountOf = ({ words }: Look) => (words === '' ? 0 : words.split(' and ').length);
  return [asItStands, ...rest.sort((a, b) => amountOf(a) - amountOf(b) || a.from - b.from)];
}

/** Looks at a page while states are held: each made when it is asked for, in the order of the plain ones. */
export class HeldLooks {
  readonly #made: (Look | undefined)[] = [];
  #view?: Page;

  /** `held` may be empty; then these are the plain looks. */
  constructor(
    private readonly plain: readonly Look[],
    private readonly held: readonly Held[] = [],
  ) {}

  /** One of the views; all of them are of one tree, in which a thing is matched once. */
  get view(): Page {
    if (this.#view) return this.#view;
    const [{ view }] = this.plain;
    const held = [...view.conditions.held, ...this.held];
    return (this.#view = this.held.length ? view.under({ held }) : view);
  }

  /** A plain look, whichever, while these states are held. */
  during(look: Look): Look {
    return this.held.length ? { ...look, view: this.view.heldUnder(look.view) } : look;
  }

  at(position: number): Look {
    if (this.held.length === 0) return this.plain[position];
    const look = this.plain[position];
    return (this.#made[position] ??= { ...look, view: this.view.heldUnder(look.view) });
  }
}

/** Conditions with what others change of the page's own. */
function together(one: Conditions, other: Conditions, own: Conditions): Conditions {
  return {
    ...one,
    width: other.width === own.width ? one.width : other.width,
    height: other.height === own.height ? one.height : other.height,
    medium: other.medium === own.medium ? one.medium : other.medium,
    preferences: { ...one.preferences, ...other.preferences },
  };
}

const joinedWords = (...words: readonly string[]) =>
  [...new Set(words.flatMap((one) => one.split(' and ')))].filter(Boolean).join(' and ');

/** For each media query of the draft one look, beside the width alone, in which it holds. */
function ownLooks(laid: Page, looks: readonly Look[]): Look[] {
  const { conditions } = laid.overlay?.styles ?? laid.styles;
  const own = new Set<Look>();
  for (let at = laid.styles.conditions.length; at < conditions.length; at++) {
    if (looks.some(({ view, words }) => words === '' && view.isActive(at))) continue;
    const look = looks.find(({ view }) => view.isActive(at));
    if (look) own.add(look);
  }
  return [...own];
}

/** The settings that the media queries of a set of rules ask about, each once. */
export function distinctSettings({ conditions }: StyleSet): MediaSetting[] {
  const queries = new Set(conditions.flatMap(({ media }) => (media ? [media] : [])));
  const settings = new Map<string, MediaSetting>();
  for (const query of queries)
    for (const setting of askedSettings(query)) {
      settings.set(`${setting.words} ${keyOf({ ...probe, ...setting.apply(probe) })}`, setting);
    }
  return [...settings.values()];
}

/** Like no window that anyone asks about, and large: the sides of a shape come to the same in a tiny one. */
const probe: Conditions = { width: 987.5, height: 432.25, medium: 'screen', preferences: {}, held: [] };

/** What some settings change beside the width: the window's height, the medium, a preference. */
function featuresOf(settings: readonly MediaSetting[]): string[] {
  const all = settings.flatMap(({ apply }) => {
    const { height, medium, preferences } = apply(probe);
    return [
      ...Object.keys(preferences),
      ...(height === probe.height ? [] : ['height']),
      ...(medium === probe.medium ? [] : ['medium']),
    ];
  });
  return [...new Set(all)];
}

function widthsOf(laid: Page, settings: readonly MediaSetting[]): number[] {
  const widths = settings.filter(({ isWidth }) => isWidth).map(({ apply }) => apply(laid.conditions).width);
  return [...new Set(widths)].sort((a, b) => a - b);
}

/** For each nest of media queries that held nowhere, or everywhere, conditions under which it does the other, where there are any. */
function mixes(laid: Page, looks: readonly Look[]): { conditions: Conditions; words: string }[] {
  const styles = laid.overlay?.styles ?? laid.styles;
  return styles.conditions.flatMap(({ media }, at) => {
    if (!media) return [];
    const amount = looks.filter(({ view }) => view.isActive(at)).length;
    if (amount > 0 && amount < looks.length) return [];
    const nest = nestOf(styles, at);
    const queries = queriesOf(styles, nest);
    const find = (isMeant: (isHeld: boolean) => boolean) =>
      meeting(laid.conditions, queries, (one) => isMeant(queries.every((query) => holds(query, one)))).hit;
    const hit =
      amount > 0
        ? find((isHeld) => !isHeld)
        : // What is brought to hold further in may undo what was further out.
          (holding(laid, nest, { conditions: laid.conditions, words: [] }) ?? find((isHeld) => isHeld));
    return hit ? [{ conditions: hit.conditions, words: hit.words.join(' and ') }] : [];
  });
}

/**
 * For each two nests of media queries conditions under which both hold, one alone, or neither, where no look has them so;
 * those of the draft first.
 */
function* meetings(
  laid: Page,
  looks: ReadonlyMap<string, Look>,
  nests: readonly Nest[],
  isSeen: (features: readonly string[]) => boolean,
): Generator<Mix> {
  const columns = new Columns(nests);
  let left = mostMeetings;
  for (let one = 0; one < nests.length; one++) {
    for (let other = one + 1; other < nests.length; other++) {
      if (isSeen([...nests[one].features, ...nests[other].features])) continue;
      columns.goOn(looks);
      for (const [first, second] of columns.unmet(one, other)) {
        const { hit, tried } = meeting(
          laid.conditions,
          [...nests[one].queries, ...nests[other].queries],
          (conditions) =>
            holdsAll(nests[one], conditions) === first && holdsAll(nests[other], conditions) === second,
        );
        if (hit) yield hit;
        left -= tried;
        if (left < 0) return;
      }
    }
  }
}

/** Each side of one preference is looked at in each stretch of widths; heights and shapes hang on each other. */
const isSeenAnyway = (features: readonly string[]): boolean =>
  new Set(features).size < 2 && !features.includes('height');

const holdsAll = ({ queries }: Nest, conditions: Conditions): boolean =>
  queries.every((query) => holds(query, conditions));

/** A media query with those around it. */
interface Nest {
  readonly number: number;
  readonly queries: readonly MediaQuery[];
  /** What beside widths it asks about. */
  readonly features: readonly string[];
}

/** Those that may hold or not, all or those with these numbers, each once, the draft's first. */
function distinctNests(styles: StyleSet, meant?: ReadonlySet<number>): Nest[] {
  const nests = new Map<string, Nest>();
  for (let number = styles.conditions.length - 1; number > 0; number--) {
    if (meant && !meant.has(number)) continue;
    const numbers = nestOf(styles, number);
    const nest = numbers.map((at) => styles.conditions[at]);
    const queries = queriesOf(styles, numbers);
    if (!styles.conditions[number].media || nest.some(({ constant }) => constant === false)) continue;
    const key = queries.map(({ text }) => text).join(' and ');
    if (nests.has(key)) continue;
    nests.set(key, { number, queries, features: featuresOf(queries.flatMap(askedSettings)) });
  }
  return [...nests.values()];
}

/** In which looks each of some nests holds: a bit for each look. */
class Columns {
  readonly #columns: bigint[];
  #counted = 0;

  constructor(private readonly nests: readonly Nest[]) {
    this.#columns = nests.map(() => 0n);
  }

  /** Takes in the looks that were added since. */
  goOn(looks: ReadonlyMap<string, Look>): void {
    if (looks.size === this.#counted) return;
    for (const { view } of [...looks.values()].slice(this.#counted)) {
      const bit = 1n << BigInt(this.#counted++);
      this.nests.forEach(({ number }, at) => {
        if (view.isActive(number)) this.#columns[at] |= bit;
      });
    }
  }

  /** Whether the first and the second of two nests hold, in each way in which no look has them. */
  unmet(one: number, other: number): (readonly [first: boolean, second: boolean])[] {
    const [a, b] = [this.#columns[one], this.#columns[other]];
    const all = (1n << BigInt(this.#counted)) - 1n;
    // One that holds in all looks or in none can do nothing else.
    if ([a, b].some((column) => column === 0n || column === all)) return [];
    const ways: [boolean, boolean][] = [];
    if ((a & b) === 0n) ways.push([true, true]);
    if ((a & ~b) === 0n) ways.push([true, false]);
    if ((~a & b) === 0n) ways.push([false, true]);
    if ((a | b) === all) ways.push([false, false]);
    return ways;
  }
}

/** Conditions that are meant, by each side of every feature that some queries ask about. */
function meeting(
  own: Conditions,
  queries: readonly MediaQuery[],
  isMeant: (conditions: Conditions) => boolean,
): { hit?: Mix; tried: number } {
  let tried = 0;
  const settings = [...new Set(queries)].flatMap(askedSettings);
  for (const mix of mixed({ conditions: own, words: [] }, settings)) {
    if (isMeant(mix.conditions)) return { hit: mix, tried };
    tried++;
  }
  return { tried };
}

interface Mix {
  readonly conditions: Conditions;
  readonly words: readonly string[];
}

/** Brings one query of a nest after the other to hold, outermost first, and goes back where a later one cannot. */
function holding(laid: Page, nest: readonly number[], from: Mix): Mix | undefined {
  const [at, ...inner] = nest;
  if (at === undefined) return from;
  const { media } = (laid.overlay?.styles ?? laid.styles).conditions[at];
  for (const mix of media ? mixed(from, askedSettings(media)) : [from]) {
    if (!laid.under(mix.conditions).isActive(at)) continue;
    const found = holding(laid, inner, mix);
    if (found) return found;
  }
  return undefined;
}

/** Every mix of some settings upon others, each once. */
function* mixed(from: Mix, settings: readonly MediaSetting[]): Generator<Mix> {
  const mixes = new Map([[keyOf(from.conditions), from]]);
  yield from;
  // What is wide comes first, and what is upright is found from the width, or from the height.
  const rankOf = ({ isWidth, isShape }: MediaSetting) => (isWidth ? 0 : isShape ? 2 : 1);
  let unshaped: readonly Mix[] | undefined;
  for (const { apply, words, isWidth, isShape } of settings.toSorted((a, b) => rankOf(a) - rankOf(b))) {
    // One shape takes the place of another.
    if (isShape) unshaped ??= [...mixes.values()];
    for (const one of unshaped ?? [...mixes.values()]) {
      if (mixes.size >= mostMixes) return;
      const conditions = apply(one.conditions);
      const key = keyOf(conditions);
      if (mixes.has(key)) continue;
      const isSilent = isWidth || one.words.includes(words);
      const mix = { conditions, words: isSilent ? one.words : [...one.words, words] };
      mixes.set(key, mix);
      yield mix;
    }
  }
}

const keyOf = ({ width, height, medium, preferences }: Conditions) =>
  `${width} ${height} ${medium} ${JSON.stringify(preferences)}`;

const queriesOf = ({ conditions }: StyleSet, nest: readonly number[]): MediaQuery[] =>
  nest.flatMap((at) => conditions[at].media ?? []);

/** The numbers of the conditions around one, outermost first, itself last. */
function nestOf({ conditions }: StyleSet, innermost: number): number[] {
  const nest: number[] = [];
  for (let at = innermost; at > 0; at = conditions[at].parent) nest.unshift(at);
  return nest;
}
