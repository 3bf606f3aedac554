import {
  contest,
  describeTarget,
  elementOf,
  fillVariables,
  longhandValue,
  pseudoOf,
  standingCandidates,
  variableReaders,
  type Target,
} from '../cascade/index.js';
import { escapeName, partsOf, variablesReadIn } from '../hook/index.js';
import { looksAt, type DraftPlace, type Page, type PageElement } from '../page/index.js';
import { partsSeen, specificityOf } from '../selector/index.js';
import { count, list } from '../text/index.js';
import { initialValue, isInherited, longhandsOf } from '../value/index.js';
import { elsewhereWarnings } from './elsewhere.js';
import { needsOf } from './needs.js';
import { ruleText } from './rule-text.js';
import type { Alternative, Elsewhere, Override, Wish } from './types.js';

/** A way from a page's sheet to something inside a component. */
interface Door {
  readonly selector: string;
  /** The same without states and pseudo-elements of parts. */
  readonly reaches: string;
  readonly css: string;
  /** What it is, for one who may choose it. */
  readonly about: string;
  readonly changes: readonly string[];
  readonly important: readonly string[];
  readonly matched: readonly PageElement[];
}

/** Gives the shortest selector for elements of the document itself that is of at least this packed specificity. */
export type SelectorFor = (
  hosts: readonly PageElement[],
  strength: number,
) => Pick<Override, 'selector' | 'hooks'>;

/**
 * The rule for something inside a component's shadow tree, by the first door that leads there and is proven to: a part, a
 * variable that the component reads for the value, or inheritance from its host. Without a door there is no rule, and the
 * warnings tell what the component offers.
 */
export function writeThroughDoor({ page, targets, wish, find, ...asked }: ThroughDoor): Override {
  const hosts = [...new Set(targets.map(outermostHost))];
  const place = wish.panel?.place ?? 'unknown';
  const needs = needsOf(page, targets, wish.set, place);
  const found = find(hosts, 0);
  // `::part()` itself weighs as one type.
  const strong = needs.strength > 1 ? find(hosts, needs.strength - 1) : found;
  const { ownState, others } = asked;
  const around: Around = { page, targets, wish, hosts, selector: strong.selector, ownState };
  const onHosts = { ...around, selector: strengthOnHosts(around, find) };
  const tried = asked.isUnsayable
    ? []
    : [
        ...partDoors(around, needs.important),
        // What a part is in, nothing around it can be told by.
        ...(ownState
          ? []
          : [
              ...variableDoor(onHosts),
              ...inheritDoors(onHosts, []),
              ...inheritDoors(onHosts, Object.keys(wish.set)),
            ]),
      ];
  const missedBy = (css: string) =>
    others.map((other) => other.targets.filter((one) => !isProven({ ...other, targets: [one], wish }, css)));
  // The cheapest of those that miss least on other pages.
  const doors = tried
    .filter(({ css }) => isProven(around, css))
    .map((door) => ({ ...door, missed: missedBy(door.css) }))
    .sort((a, b) => a.missed.flat().length - b.missed.flat().length);
  const [door] = doors;
  if (!door) return noDoor(page, targets, hosts, asked.isUnsayable ? unsayable : needs.hopeless);
  // What encloses a target is how the rule comes in.
  const notAround = (matched: readonly PageElement[], some: readonly Target[]) => {
    const enclosing = new Set(some.flatMap((target) => [...upFrom(elementOf(target))]));
    return matched.filter((element) => !enclosing.has(element));
  };
  const spill = notAround(door.matched, targets);
  const elsewhere = others.map((other, i): Elsewhere => {
    const matched = other.page.select(door.reaches);
    const missed = door.missed[i].map(elementOf);
    const isAlike = wish.reach === 'alike';
    return {
      page: other.page.name,
      matched,
      spill: isAlike ? notAround(matched, other.targets) : [],
      missed,
    };
  });
  const alternatives = doors.slice(1).map(({ selector, about }): Alternative => ({
    selector,
    specificity: specificityOf(selector),
    cost: about,
  }));
  return {
    css: door.css,
    selector: door.selector,
    specificity: specificityOf(door.selector),
    important: door.important,
    matched: door.matched,
    spill,
    hooks: found.hooks,
    beats: needs.beats,
    alternatives,
    elsewhere,
    instead: [],
    warnings: [
      ...elsewhere.flatMap((one) => elsewhereWarnings(one, wish)),
      ...door.changes,
      ...(spill.length ? [`It also matches ${count(spill.length, 'element')} that nobody asked for.`] : []),
    ],
  };
}

function* upFrom(element: PageElement): Iterable<PageElement> {
  for (let at: PageElement | null = element; at; at = at.drawnIn) yield at;
}

/** What is set on the hosts themselves must beat what is set on them already. */
function strengthOnHosts({ page, targets, wish, hosts }: Around, find: SelectorFor): string {
  const names = Object.keys(wish.set).flatMap((property) =>
    longhandsOf(property).flatMap((longhand) => [
      property,
      variableFor(page, targets[0], longhand) ?? property,
    ]),
  );
  const set = Object.fromEntries(names.map((name) => [name, '']));
  return find(hosts, needsOf(page, hosts, set, wish.panel?.place ?? 'unknown').strength).selector;
}

const unsayable = [
  'the state is one of something inside the component, of which no rule of a page can speak',
];

/** What is to be changed inside of components, and by whom it is reached. */
interface ThroughDoor {
  /** With the states held. */
  readonly page: Page;
  readonly targets: readonly Target[];
  readonly wish: Wish;
  readonly find: SelectorFor;
  /** The state of the targets themselves, as it stands behind `::part()`; '' for none. */
  readonly ownState: string;
  /** Whether the state is one that no rule of a page can speak of. */
  readonly isUnsayable: boolean;
  /** Further pages, with those of the kind there. */
  readonly others: readonly Tried[];
}

/** Targets on a page. */
interface Tried {
  readonly page: Page;
  readonly targets: readonly Target[];
}

interface Around extends Tried {
  readonly wish: Wish;
  readonly ownState: string;
  /** In the document, around the targets. */
  readonly hosts: readonly PageElement[];
  /** Of the hosts. */
  readonly selector: string;
}

function outermostHost(target: Target): PageElement {
  let host = elementOf(target).host!;
  while (host.host) ({ host } = host as { host: PageElement });
  return host;
}

/** `host::part(name)`, by the name that fewest others have. */
function partDoors(
  { page, targets, wish, selector, ownState }: Around,
  important: readonly string[],
): Door[] {
  const behind = ownState + pseudoOf(targets[0]);
  return partSelectors(page, targets.map(elementOf), selector).map(({ text, matched }) => ({
    selector: text + behind,
    reaches: text,
    css: ruleText(text + behind, wish.set, important, wish.media),
    about: 'by another part name',
    changes: [],
    important,
    matched,
  }));
}

/** Selectors of the parts that these elements are to the document, the narrowest first; [] where they are none. */
function partSelectors(
  page: Page,
  elements: readonly PageElement[],
  selector: string,
): { readonly text: string; readonly matched: readonly PageElement[] }[] {
  const { tree } = page;
  const seen = elements.map(({ index }) => partsSeen(tree, index).find(({ host }) => tree.root[host] === 0));
  const names = (seen[0]?.names ?? [])
    .filter((name) => seen.every((one) => one?.names.includes(name)))
    .map(escapeName);
  return [...names, ...(names.length > 1 ? [names.join(' ')] : [])]
    .map((name) => `${selector}::part(${name})`)
    .map((text) => ({ text, matched: page.select(text) }))
    .sort((a, b) => a.matched.length - b.matched.length || a.text.length - b.text.length);
}

/** Setting the variables that the component reads for these very values. */
function variableDoor({ page, targets, wish, hosts, selector }: Around): Door[] {
  const values: Record<string, string> = {};
  for (const [property, value] of Object.entries(wish.set))
    for (const longhand of longhandsOf(property)) {
      const name = variableFor(page, targets[0], longhand);
      if (name === undefined || (values[name] ?? value) !== value) return [];
      values[name] = value;
    }
  const names = Object.keys(values);
  return [
    {
      selector,
      reaches: selector,
      css: ruleText(selector, values, [], wish.media),
      about: `by the variable ${list(names)}`,
      changes: [readersWords(page, hosts[0], names)],
      important: [],
      matched: hosts,
    },
  ];
}

/** The variable that makes up a longhand's whole value, where the value comes from; undefined where there is none. */
function variableFor(page: Page, target: Target, longhand: string): string | undefined {
  const [winner] = contest(page, target, longhand).entries;
  const value = winner?.declaration.value.trim() ?? '';
  const above = pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
  if (above && isTakenOver(page, target, { value, longhand }) && !value.includes('var('))
    return variableFor(page, above, longhand);
  if (isOfTheText(page, target, longhand)) return variableFor(page, target, 'color');
  return /^var\(\s*(--[\w-]+)\s*(?:,[^]*)?\)$/.exec(value)?.[1];
}

/** Whether a value stands for that of the element around; one whose variable nobody sets does too (CSS Variables 1 §3.1). */
function isTakenOver(
  page: Page,
  target: Target,
  { value, longhand }: { readonly value: string; readonly longhand: string },
): boolean {
  if (/^inherit$/i.test(value)) return true;
  if (!isInherited(longhand)) return false;
  return /^(unset|revert)$/i.test(value) || fillVariables(page, target, value) === undefined;
}

/** Whether a colour is that of the text, as nobody says otherwise (CSS Color 4 §9.2). */
function isOfTheText(page: Page, target: Target, longhand: string): boolean {
  if (initialValue(longhand) !== 'currentcolor') return false;
  const [own] = standingCandidates(page, target, longhand);
  return !own || /^(currentcolor|initial|unset)?$/i.test(longhandValue(own.declaration, longhand) ?? '…');
}

function readersWords(page: Page, host: PageElement, names: readonly string[]): string {
  const readers = page.components.flatMap((styles) =>
    names.flatMap((name) =>
      (variableReaders(styles).get(name) ?? []).map(
        ({ block, declaration }) => `${block.selectorText} { ${declaration.property} }`,
      ),
    ),
  );
  return `The component ${host.tag} reads ${list(names)} in ${list([...new Set(readers)].slice(0, 5))}: all of that changes.`;
}

/** What is inherited comes in from a part around, or from the host, where nothing inside says otherwise. */
function inheritDoors(
  { page, targets, wish, hosts, selector }: Around,
  important: readonly string[],
): Door[] {
  const doors: Door[] = [];
  for (const up of upFrom(elementOf(targets[0]))) {
    if (!up.host || up === elementOf(targets[0])) continue;
    const [part] = partSelectors(page, [up], selector);
    if (part) doors.push(inheritDoor(part.text, describeTarget(up), part.matched, wish, important));
  }
  return [...doors, inheritDoor(selector, hosts[0].tag, hosts, wish, [])];
}

function inheritDoor(
  selector: string,
  from: string,
  matched: readonly PageElement[],
  wish: Wish,
  important: readonly string[],
): Door {
  return {
    selector,
    reaches: selector,
    css: ruleText(selector, wish.set, important, wish.media),
    about: `by inheritance from ${from}`,
    changes: [`It is set on ${from} as a whole: what stands inside and says nothing itself changes too.`],
    important,
    matched,
  };
}

/** Whether every target takes its value from the rule, wherever it is loaded and at every width. */
function isProven({ page, targets, wish }: Tried & { readonly wish: Wish }, css: string): boolean {
  const place = wish.panel?.place ?? 'unknown';
  const places: readonly DraftPlace[] = place === 'unknown' ? ['before', 'after'] : [place];
  const front = wish.draft?.trim() ? `${wish.draft}\n` : '';
  const line = front.split('\n').length;
  return places.every((place) => {
    const tried = page.withDraft(front + css, place);
    const condition = tried.overlay!.styles.blocks.at(-1)?.condition ?? 0;
    return looksAt(tried).every(
      ({ view, words }) =>
        !view.isActive(condition) ||
        (wish.media === undefined && words !== '') ||
        Object.entries(wish.set).every(([property, value]) =>
          targets.every((target) =>
            longhandsOf(property).every((longhand) => comesFrom(view, target, { longhand, value, line })),
          ),
        ),
    );
  });
}

function comesFrom(
  view: Page,
  target: Target,
  { longhand, value, line }: { longhand: string; value: string; line: number },
): boolean {
  const isOurs = (one: { sheet?: number; line: number } | undefined) =>
    one?.sheet === view.overlay!.sheet && one.line >= line;
  const [own] = standingCandidates(view, target, longhand);
  if (own && isOurs(own.declaration)) return true;
  if (isOfTheText(view, target, longhand)) return comesFrom(view, target, { longhand: 'color', value, line });
  const above = pseudoOf(target) ? elementOf(target) : elementOf(target).drawnIn;
  if (own) {
    if (above && isTakenOver(view, target, { value: own.declaration.value, longhand }))
      return comesFrom(view, above, { longhand, value, line });
    const name = variableFor(view, target, longhand);
    if (name === undefined || !isOurs(contest(view, target, name).entries[0]?.declaration)) return false;
    return fillVariables(view, target, `var(${name})`)?.trim() === value.trim();
  }
  // What nobody sets here is that of the box around.
  return above !== null && isInherited(longhand) && comesFrom(view, above, { longhand, value, line });
}

function noDoor(
  page: Page,
  targets: readonly Target[],
  hosts: readonly PageElement[],
  hopeless: readonly string[],
): Override {
  const [host] = hosts;
  const parts = [...new Set(partsOf(page, host))];
  const variables = [...new Set(variablesReadIn(page, elementOf(targets[0]).host!))];
  const offers = [
    parts.length ? `parts: ${parts.join(', ')}` : '',
    variables.length ? `variables: ${variables.join(', ')}` : '',
  ].filter(Boolean);
  const why = hopeless.length ? ` ${hopeless[0][0].toUpperCase()}${hopeless[0].slice(1)}.` : '';
  return {
    css: '',
    selector: '',
    specificity: [0, 0, 0],
    important: [],
    matched: [],
    spill: [],
    hooks: [],
    beats: [],
    alternatives: [],
    elsewhere: [],
    instead: [],
    warnings: [
      `Nothing in a page’s sheet reaches ${describeTarget(targets[0])} inside the component ${host.tag} for this.${why} ${
        offers.length ? `It offers ${offers.join('; ')}.` : 'It offers neither parts nor variables.'
      } Look for a setting of the component’s own.`,
    ],
  };
}
