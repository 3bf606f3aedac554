import { resolveHref } from '../sheet/index.js';
import { Grammar } from '../value/index.js';
import { Gatherer, type SheetToAdd } from './gather.js';
import { markupOf, parseMarkup, type Markup, type SheetMention } from './markup.js';
import { Page } from './page.js';
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
  const gatherer = new Gatherer(markup.tree.names, markup.tree.quirks, grammar, (href) => {
    const found = library.take(href);
    return found && { css: found.css, status: found.status ?? 200, map: found.map };
  });
  if (source.styles) for (const style of source.styles) gatherer.add(liveSheet(style, markup));
  else addMentioned(gatherer, markup, library);
  const styles = gatherer.result;
  const shared = {
    name: source.name,
    html: source.html,
    elements: markup.elements,
    bareTree: markup.tree,
    styles,
    grammar,
    markupFaults: markup.faults,
    settings: source.settings ?? [],
  };
  return new Page(shared, { ...usualConditions, ...source.conditions });
}

/** The sheets that markup names, in order; of titled ones the first set alone is on (CSSOM 1 §6.2). */
function addMentioned(gatherer: Gatherer, markup: Markup, library: SheetLibrary): void {
  let preferred: string | undefined;
  let embedded = 0;
  for (const mention of markup.mentions) {
    const title = mention.element.attributes.get('title')?.trim() ?? '';
    const isAlternate = /(^|\s)alternate(\s|$)/i.test(mention.element.attributes.get('rel') ?? '');
    if (title !== '' && !isAlternate) preferred ??= title;
    const isOff = isAlternate ? title !== '' : title !== '' && title !== preferred;
    if (mention.href === undefined) embedded++;
    gatherer.add(sheetOf(mention, library, embedded, isOff));
  }
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
