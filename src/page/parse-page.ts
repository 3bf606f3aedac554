import { resolveHref } from '../sheet/index.js';
import { Grammar } from '../value/index.js';
import { gatherComponents, type TreeSheets } from './components.js';
import { Gatherer } from './gather.js';
import type { FindImport, SheetToAdd } from './to-gather.js';
import { markupOf, parseMarkup, type Markup, type SheetMention } from './markup.js';
import type { PageElement } from './element.js';
import { Page } from './page.js';
import { withStanding } from './standing.js';
import {
  usualConditions,
  type PageSource,
  type SheetSource,
  type SheetStatus,
  type StyleSource,
} from './types.js';

/**
 * Makes a page from markup and the texts of its sheets. Never throws for what the markup or a sheet holds:
 * what is wrong is listed in `page.faults` and the rest is used. An empty text is a page with `html`,
 * `head` and `body`. A linked sheet without a text is listed as missing.
 * @throws YeltoError when `conditions` name a state or selector that cannot be read.
 */
export function parsePage(source: PageSource): Page {
  return pageFrom(source.tree ? markupOf(source.tree) : parseMarkup(source.name, source.html), source);
}

/** The same from markup that was read already. */
export function pageFrom(markup: Markup, source: PageSource): Page {
  const base = resolveHref(source.address ?? source.name, markup.base ?? '');
  const library = new SheetLibrary(source.sheets ?? [], base);
  const grammar = new Grammar();
  const find: FindImport = (href) => {
    const found = library.take(href);
    return found && { css: found.css, status: found.status ?? 200, map: found.map };
  };
  const gatherer = new Gatherer(markup.tree.names, markup.tree.quirks, grammar, find);
  const inside = new Set(source.shadowStyles?.flatMap((one) => one.styles));
  if (source.styles)
    source.styles.forEach((style, i) => inside.has(i) || gatherer.add(liveSheet(style, markup)));
  else addMentioned(gatherer, markup, library);
  const inTrees = source.styles ? liveComponents(source, markup) : mentionedComponents(markup, library);
  if (!source.styles) addUnnamed(gatherer, library);
  const { styles, components, componentOf } = gatherComponents(
    markup,
    inTrees,
    gatherer.result,
    (base, number) => new Gatherer(markup.tree.names, markup.tree.quirks, grammar, find, base, false, number),
  );
  const shared = {
    name: source.name,
    html: source.html,
    elements: markup.elements,
    bareTree: withStanding(markup.tree, source.standing),
    styles,
    components,
    componentOf,
    grammar,
    markupFaults: markup.faults,
    settings: source.settings ?? [],
  };
  return new Page(shared, { ...usualConditions, ...source.conditions });
}

/** The sheets that markup names, in order; of titled ones the first set alone is on (CSSOM 1 §6.2). */
function addMentioned(gatherer: Gatherer, markup: Markup, library: SheetLibrary): void {
  let preferred = defaultStyle(markup);
  let embedded = 0;
  for (const mention of markup.mentions) {
    if (mention.element.host) continue;
    const title = mention.element.attributes.get('title')?.trim() ?? '';
    const isAlternate = /(^|\s)alternate(\s|$)/i.test(mention.element.attributes.get('rel') ?? '');
    if (title !== '' && !isAlternate) preferred ??= title;
    const isOff = isAlternate ? title === '' || title !== preferred : title !== '' && title !== preferred;
    if (mention.href === undefined) embedded++;
    gatherer.add(sheetOf(mention, library, embedded, isOff));
  }
}

/** The set of titled sheets that a `<meta>` prefers (HTML Standard §4.2.5.3); undefined for none. */
const defaultStyle = ({ elements }: Markup): string | undefined =>
  elements
    .find(
      ({ tag, attributes }) =>
        tag === 'meta' && attributes.get('http-equiv')?.toLowerCase() === 'default-style',
    )
    ?.attributes.get('content') || undefined;

/** What nothing names is loaded last. */
function addUnnamed(gatherer: Gatherer, library: SheetLibrary): void {
  for (const { href, css, media = '', status, map } of library.untaken)
    gatherer.add({
      href,
      label: labelOf(href),
      css,
      map,
      status: statusFor(status),
      httpStatus: status,
      how: 'added',
      media,
    });
}

/** The sheets that markup names inside shadow trees. */
function mentionedComponents({ mentions }: Markup, library: SheetLibrary): TreeSheets[] {
  const byHost = new Map<PageElement, SheetToAdd[]>();
  for (const mention of mentions) {
    const { host } = mention.element;
    if (!host) continue;
    const known = byHost.get(host) ?? [];
    byHost.set(host, known);
    const embedded = known.filter(({ how }) => how === 'embedded').length + 1;
    known.push(sheetOf(mention, library, embedded, false));
  }
  return [...byHost].map(([host, sheets]) => ({ host, sheets: sheets.map((one) => labelled(one, host)) }));
}

/** The sheets that a live document has inside shadow trees; one that trees share is one object. */
function liveComponents({ styles = [], shadowStyles = [] }: PageSource, markup: Markup): TreeSheets[] {
  const made = new Map<number, SheetToAdd>();
  return shadowStyles.flatMap(({ host: number, styles: numbers }) => {
    const host = markup.elements[number] as PageElement | undefined;
    if (!host) return [];
    const sheets = numbers.flatMap((i) => {
      if (!styles[i]) return [];
      if (!made.has(i)) made.set(i, labelled(liveSheet(styles[i], markup), host));
      return [made.get(i)!];
    });
    return [{ host, sheets }];
  });
}

/** What has no address is named by the component that it stands in. */
const labelled = (sheet: SheetToAdd, { tag }: PageElement): SheetToAdd =>
  sheet.href === undefined ? { ...sheet, label: `${sheet.label} in ${tag}` } : sheet;

/** By the answer of HTTP; 0 stands for none. */
export function statusFor(answer = 200): SheetStatus {
  if (answer === 0) return 'unread';
  return answer < 400 ? 'loaded' : 'missing';
}

function liveSheet(
  { owner, href, css, map, label, media = '', status, isByScript }: StyleSource,
  markup: Markup,
): SheetToAdd {
  const element = owner === undefined ? undefined : markup.elements[owner];
  const how = isByScript ? 'script' : href === undefined ? 'embedded' : 'linked';
  return { href, label: label ?? labelOf(href ?? ''), css, map, status, how, media, owner: element };
}

function labelOf(href: string): string {
  return href.split(/[?#]/)[0].split('/').filter(Boolean).pop() ?? href;
}

function sheetOf(mention: SheetMention, library: SheetLibrary, embedded: number, isOff: boolean): SheetToAdd {
  const { element, href } = mention;
  const place = { line: element.place?.line, column: element.place?.column };
  const ownMedia = element.attributes.get('media')?.trim() ?? '';
  if (href === undefined) {
    return {
      label: `<style> ${embedded}`,
      css: mention.css,
      status: isOff ? 'alternative' : 'loaded',
      how: 'embedded',
      media: ownMedia,
      owner: element,
      ...place,
    };
  }
  const found = library.take(href);
  const status: SheetStatus = element.attributes.has('disabled')
    ? 'disabled'
    : isOff
      ? 'alternative'
      : found
        ? statusFor(found.status)
        : 'missing';
  return {
    href,
    label: labelOf(href),
    css: found?.css ?? '',
    map: found?.map,
    status,
    httpStatus: found?.status,
    how: 'linked',
    media: ownMedia,
    alsoMedia: found?.media,
    owner: element,
    ...place,
  };
}

/** The sheets' texts by address, noting which were asked for. */
class SheetLibrary {
  readonly #byHref = new Map<string, SheetSource>();
  readonly #taken = new Set<SheetSource>();

  constructor(
    private readonly sheets: readonly SheetSource[],
    private readonly base: string,
  ) {
    for (const sheet of sheets) {
      for (const key of [sheet.href, this.#key(sheet.href)])
        if (!this.#byHref.has(key)) this.#byHref.set(key, sheet);
    }
  }

  #key(href: string): string {
    return resolveHref(this.base, href).replace(/^\.\//, '');
  }

  take(href: string): SheetSource | undefined {
    const found = this.#byHref.get(href) ?? this.#byHref.get(this.#key(href));
    if (found) this.#taken.add(found);
    return found;
  }

  get untaken(): SheetSource[] {
    return this.sheets.filter((sheet) => !this.#taken.has(sheet));
  }
}
