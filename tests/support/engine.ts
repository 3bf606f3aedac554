// Asks a real engine which declaration wins, and compares with our contests. Every declaration that the
// engine accepts is rewritten into an uninherited registered custom property that holds its number, one for
// each longhand that the engine sets; reading that property names the engine's winner.
import { chromium, type Browser, type Page as Tab } from 'playwright-core';
import { contest, type Page, type PageElement, type Target } from 'yelto';
import { launchOptions } from '../../scripts/browser.mjs';
// The rewriting needs the places of all declarations, those in rules that we drop included.
import {
  parseSheet,
  parseStyleAttribute,
  type Content,
  type WrittenDeclaration,
} from '../../dist/sheet/index.js';

export function startEngine(): Promise<Browser> {
  return chromium.launch(launchOptions);
}

interface Numbered {
  /** sheet:offset, or style:element:offset. */
  readonly key: string;
  readonly longhands: readonly string[];
}

function allDeclarations(contents: readonly Content[]): WrittenDeclaration[] {
  return contents.flatMap((content) => {
    if (content.kind === 'declarations') return [...content.declarations];
    if (
      content.kind === 'at-rule' &&
      /^(font-face|property|counter-style|page|(-\w+-)?keyframes)$/.test(content.name)
    )
      return [];
    return allDeclarations(content.contents ?? []);
  });
}

/** What the engine makes of each declaration: the longhands it sets, [] for one that it refuses. */
async function askLonghands(
  tab: Tab,
  declarations: readonly { property: string; value: string }[],
): Promise<Map<string, string[]>> {
  const distinct = [...new Map(declarations.map((one) => [`${one.property}:${one.value}`, one])).entries()];
  const answers = await answerIn(
    tab,
    (list) =>
      list.map(([, { property, value }]) => {
        const box = document.createElement('div');
        // An empty value would take the property away; in a sheet it is one (CSS Variables 1 §2).
        box.style.setProperty(property, value === '' && property.startsWith('--') ? ' ' : value);
        return [...box.style];
      }),
    distinct,
  );
  return new Map(distinct.map(([key], i) => [key, answers[i]]));
}

const varName = (longhand: string) => `--y-${longhand}`;

/** Numbers one text's declarations and rewrites it. */
function rewrite(
  text: string,
  declarations: readonly WrittenDeclaration[],
  longhands: ReadonlyMap<string, string[]>,
  keyOf: (one: WrittenDeclaration) => string,
  numbered: Numbered[],
): string {
  const pieces: string[] = [];
  let at = 0;
  for (const one of [...declarations].sort((a, b) => a.start - b.start)) {
    const names = longhands.get(`${one.property}:${one.value}`) ?? [];
    const number = numbered.push({ key: keyOf(one), longhands: names }) - 1;
    const mark = one.important ? ' !important' : '';
    const written = names.map((name) => `${varName(name)}: ${number}${mark}`).join('; ');
    pieces.push(text.slice(at, one.start), written || '--y-refused: 0');
    at = one.end;
  }
  return pieces.join('') + text.slice(at);
}

/**
 * What a function makes of its argument in a tab. Both go over as one text each: the driver takes them apart value by value, and
 * of a hundred thousand values that takes longer than to find them.
 */
export async function answerIn<Asked, Answer>(
  tab: Tab,
  work: (asked: Asked) => Answer | Promise<Answer>,
  asked: Asked,
): Promise<Answer> {
  const text = await tab.evaluate(
    async ({ source, asked }) => JSON.stringify(await (0, eval)(`(${source})`)(JSON.parse(asked))),
    { source: work.toString(), asked: JSON.stringify(asked) },
  );
  return JSON.parse(text) as Answer;
}

export interface Comparison {
  readonly compared: number;
  readonly differences: readonly string[];
}

/** Compares every element, given pseudo-element and longhand of a page at one width. */
export async function compareWithEngine(
  browser: Browser,
  page: Page,
  pseudos: readonly string[] = ['::before', '::after'],
): Promise<Comparison> {
  const tab = await tabOf(browser);
  await tab.setViewportSize(page.conditions);
  try {
    const texts = page.sheets.map(({ css }) => allDeclarations(parseSheet(css).contents));
    const inline = page.elements.flatMap((element) => {
      const style = element.attributes.get('style');
      return style === undefined
        ? []
        : [{ element, style, declarations: parseStyleAttribute(style).declarations }];
    });
    await tab.setContent('<!DOCTYPE html>');
    const longhands = await askLonghands(tab, [
      ...texts.flat(),
      ...inline.flatMap(({ declarations }) => declarations),
    ]);
    const numbered: Numbered[] = [];
    const sheets = page.sheets.map(({ css }, i) =>
      rewrite(css, texts[i], longhands, ({ start }) => `${firstOf(page, i)}:${start}`, numbered),
    );
    const attributes = inline.map(({ element, style, declarations }) => ({
      index: element.index,
      style: rewrite(style, declarations, longhands, ({ property }) => `style:${property}`, numbered),
    }));
    const names = [...new Set(numbered.flatMap((one) => one.longhands))];
    await loadRewritten(tab, page, sheets, attributes, names);
    const engine = await readWinners(tab, names, ['', ...pseudos]);
    return compare(page, engine, numbered, names, ['', ...pseudos]);
  } finally {
    await tab.unroute('**/*');
  }
}

const tabs = new WeakMap<Browser, Promise<Tab>>();

/** One tab for all comparisons, one after the other: to open one takes longer than most of them. */
function tabOf(browser: Browser): Promise<Tab> {
  let tab = tabs.get(browser);
  if (!tab) tabs.set(browser, (tab = browser.newPage()));
  return tab;
}

async function loadRewritten(
  tab: Tab,
  page: Page,
  sheets: readonly string[],
  attributes: readonly { index: number; style: string }[],
  names: readonly string[],
): Promise<void> {
  const base = 'http://page.test/a/b/c/';
  const byAddress = new Map<string, string>();
  page.sheets.forEach(({ href, status }, i) => {
    if (href !== undefined && status === 'loaded' && firstOf(page, i) === i)
      byAddress.set(new URL(href, base).href, sheets[i]);
  });
  await tab.route('**/*', (route) => {
    const url = route.request().url();
    if (url === base) return route.fulfill({ contentType: 'text/html; charset=utf-8', body: page.html });
    const css = byAddress.get(url);
    return css === undefined
      ? route.fulfill({ status: 404, body: '' })
      : route.fulfill({ contentType: 'text/css; charset=utf-8', body: css });
  });
  await tab.goto(base, { waitUntil: 'load' });
  const embedded = page.sheets.flatMap(({ how }, i) =>
    how === 'embedded' ? [{ own: page.sheets[i].css, css: sheets[i] }] : [],
  );
  const added = page.sheets.flatMap(({ how }, i) => (how === 'added' ? [sheets[i]] : []));
  await answerIn(
    tab,
    ({ embedded, added, attributes, names }) => {
      const roots: (Document | ShadowRoot)[] = [document];
      const elements = [...document.querySelectorAll('*')];
      for (let i = 0; i < elements.length; i++) {
        const { shadowRoot } = elements[i];
        if (!shadowRoot) continue;
        roots.push(shadowRoot);
        elements.push(...shadowRoot.querySelectorAll('*'));
      }
      for (const { index, style } of attributes) elements[index].setAttribute('style', style);
      for (const name of names) CSS.registerProperty({ name: `--y-${name}`, syntax: '*', inherits: false });
      const styles = [...document.querySelectorAll('style')].filter((style) =>
        /^(|text\/css)$/i.test(style.type),
      );
      styles.forEach((style, i) => (style.textContent = embedded[i].css));
      // Equal sheets of several shadow trees are one to us.
      const inside = new Map(embedded.slice(styles.length).map(({ own, css }) => [own, css]));
      for (const root of roots.slice(1))
        for (const style of root.querySelectorAll('style'))
          style.textContent = inside.get(style.textContent ?? '') ?? '';
      for (const css of added) {
        const sheet = new CSSStyleSheet();
        sheet.replaceSync(css);
        document.adoptedStyleSheets.push(sheet);
      }
      return true;
    },
    { embedded, added, attributes, names },
  );
}

/** For each element, pseudo-element and longhand the number that won, '' for none: [element][pseudo] → {longhand: number}. */
function readWinners(
  tab: Tab,
  names: readonly string[],
  pseudos: readonly string[],
): Promise<(Record<string, string> | null)[][]> {
  return answerIn(
    tab,
    ({ names, pseudos }) => {
      const elements = [...document.querySelectorAll('*')];
      for (let i = 0; i < elements.length; i++)
        elements.push(...(elements[i].shadowRoot?.querySelectorAll('*') ?? []));
      // What no slot shows has no style.
      const isDrawn = (element: Element): boolean => {
        const { parentElement: parent, assignedSlot } = element;
        if (assignedSlot) return isDrawn(assignedSlot);
        if (parent?.shadowRoot) return false;
        if (parent instanceof HTMLSlotElement && parent.assignedNodes().length) return false;
        const root = element.getRootNode();
        return parent ? isDrawn(parent) : root instanceof ShadowRoot ? isDrawn(root.host) : true;
      };
      return elements.map((element) =>
        pseudos.map((pseudo) => {
          const style = getComputedStyle(element, pseudo || null);
          const won: Record<string, string> = {};
          if (!isDrawn(element)) return null;
          for (const name of names) {
            const number = style.getPropertyValue(`--y-${name}`);
            if (number !== '') won[name] = number.trim();
          }
          return won;
        }),
      );
    },
    { names, pseudos },
  );
}

function compare(
  page: Page,
  engine: (Record<string, string> | null)[][],
  numbered: readonly Numbered[],
  names: readonly string[],
  pseudos: readonly string[],
): Comparison {
  const differences: string[] = [];
  let compared = 0;
  if (engine.length !== page.elements.length)
    differences.push(`the engine has ${engine.length} elements, we ${page.elements.length}`);
  const longhandsByKey = new Map(numbered.map(({ key, longhands }) => [key, new Set(longhands)]));
  page.elements.forEach((element, row) => {
    pseudos.forEach((pseudo, p) => {
      if (engine[row] && !engine[row][p]) return;
      for (const name of names) {
        compared++;
        const number = engine[row]?.[p]?.[name];
        const theirs = number === undefined ? '' : numbered[Number(number)].key;
        const ours = ourWinners(page, element, pseudo, name, longhandsByKey);
        if (ours.includes(theirs)) continue;
        const where = `${element.tag}[${row}].${element.classes.join('.')}${pseudo} ${name}`;
        if (differences.length < 40)
          differences.push(`${where}: engine ${tell(page, theirs)}, we ${tell(page, ours[0])}`);
      }
    });
  });
  return { compared, differences };
}

/**
 * Our winners: the first entry that the engine, too, counts to this very longhand (flow-relative ones compete
 * only with us), and the next one where a container query that markup cannot answer decides between them.
 */
function ourWinners(
  page: Page,
  element: PageElement,
  pseudo: string,
  name: string,
  longhandsByKey: ReadonlyMap<string, ReadonlySet<string>>,
): string[] {
  const target: Target = pseudo ? { element, pseudo } : element;
  const found = contest(page, target, name);
  if (found.inheritedFrom) return [''];
  const keys: string[] = [];
  for (const { declaration, dependsOn } of found.entries) {
    const { origin, property, sheet, line, column } = declaration;
    const key =
      origin === 'style-attribute'
        ? `style:${property}`
        : sheet === undefined
          ? ''
          : `${firstOf(page, sheet)}:${offsetOf(page, sheet, line, column)}`;
    if (key === '') continue;
    // A declaration that the engine refuses must not be among ours; one that it counts to another longhand may.
    const theirs = longhandsByKey.get(key);
    if (theirs && theirs.size > 0 && !theirs.has(name)) continue;
    keys.push(key);
    if (!dependsOn) return keys;
  }
  return [...keys, ''];
}

/** A sheet that is loaded twice is the same text to the engine; its first place stands for all. */
function firstOf(page: Page, sheet: number): number {
  const { href } = page.sheets[sheet];
  return href === undefined ? sheet : page.sheets.findIndex((other) => other.href === href);
}

const starts = new WeakMap<object, number[]>();

function offsetOf(page: Page, sheet: number, line: number, column: number): number {
  const { css } = page.sheets[sheet];
  let lines = starts.get(page.sheets[sheet]);
  if (!lines) {
    lines = [0];
    for (const found of css.matchAll(/\r\n|[\n\r\f]/g)) lines.push(found.index + found[0].length);
    starts.set(page.sheets[sheet], lines);
  }
  return lines[line - 1] + column - 1;
}

function tell(page: Page, key: string): string {
  if (key === '' || key.startsWith('style:')) return key || 'none';
  const [sheet, offset] = key.split(':').map(Number);
  return `${page.sheets[sheet].label}@${offset} "${page.sheets[sheet].css.slice(offset, offset + 40).replace(/\s+/g, ' ')}"`;
}
