import { string } from 'css-tree';
import type { Page, PageElement } from '../page/index.js';
import type { Selector } from '../selector/index.js';

/** Something in the markup that a selector can hold on to, not graded yet. */
export interface FoundName {
  readonly kind: 'class' | 'id' | 'attribute' | 'tag';
  /** As a person would say it: the class, the id, `data-kind`, the tag. */
  readonly name: string;
  readonly value: string;
  readonly selector: string;
  readonly element: PageElement;
}

/** Attributes whose values say what a thing is; others say how it is at the moment, or hold its content. */
const tellingAttributes =
  /^(data-(?!v-|reactid|react|testid$|index$|id$|key$).*|role|aria-label|name|type|itemprop|itemtype|for|rel)$/;

/** The names on one element: classes, id, telling attributes, the beginning of an address, the tag. */
export function namesOn(element: PageElement): FoundName[] {
  const found: FoundName[] = element.classes.map((name) => ({
    kind: 'class',
    name,
    value: name,
    selector: `.${escapeName(name)}`,
    element,
  }));
  if (element.id)
    found.push({
      kind: 'id',
      name: element.id,
      value: element.id,
      selector: `#${escapeName(element.id)}`,
      element,
    });
  for (const [name, value] of element.attributes) {
    if (!tellingAttributes.test(name) || value.length > 40) continue;
    found.push({ kind: 'attribute', name, value, selector: attributeSelector(name, value), element });
  }
  const path = /^(\/[\w-]+\/)/.exec(element.attributes.get('href') ?? '')?.[1];
  if (path)
    found.push({ kind: 'attribute', name: 'href', value: path, selector: `[href^="${path}"]`, element });
  found.push({
    kind: 'tag',
    name: element.tag,
    value: element.tag,
    selector: escapeName(element.tag),
    element,
  });
  return found;
}

/** A selector for an attribute, whatever letters its name and its value are of. */
const attributeSelector = (name: string, value: string): string =>
  value === '' ? `[${escapeName(name)}]` : `[${escapeName(name)}=${string.encode(value)}]`;

/** Attributes that say how a thing is at the moment or how it is drawn, or that hold code. */
const untelling =
  /^(class|id|style|tabindex|hidden|dir|lang|width|height|disabled|checked|selected|open|required|readonly|multiple|autofocus|draggable|contenteditable|spellcheck|autocomplete|colspan|rowspan|slot|part|exportparts|is|nonce|integrity|crossorigin|srcset|sizes|align|valign|bgcolor|border|cellpadding|cellspacing|color|face|size|loading|decoding|fetchpriority|d|fill.*|stroke.*|enable-background|points|transform|viewbox|xmlns|focusable|version|x|y|[xy][12]|c[xy]|r[xy]?|on.*|aria-(?!label$).*|.*:.*|data-v-.*|data-react.*)$/i;

/**
 * What an element's further attributes say of its content: where it leads, which record or field it is. They tell
 * a thing from others of its kind where its names do not. [] for none.
 */
export function contentsOn(element: PageElement): FoundName[] {
  const found: FoundName[] = [];
  for (const [name, value] of element.attributes) {
    if (untelling.test(name) || tellingAttributes.test(name) || value === '' || value.length > 40) continue;
    if (/[\n\r\f]/.test(value)) continue;
    found.push({ kind: 'attribute', name, value, selector: attributeSelector(name, value), element });
  }
  return found;
}

/** A name as it is written in a selector (CSSOM §2.1 "serialize an identifier"). */
export function escapeName(name: string): string {
  if (/^-?[a-z_][\w-]*$/i.test(name)) return name;
  return [...name]
    .map((letter, i) => {
      const code = letter.codePointAt(0)!;
      if (code === 0) return '\ufffd';
      const leadingDigit = /\d/.test(letter) && (i === 0 || (i === 1 && name[0] === '-'));
      if (code < 0x20 || code === 0x7f || leadingDigit) return `\\${code.toString(16)} `;
      if (letter === '-' && name.length === 1) return '\\-';
      return code >= 0x80 || /[\w-]/.test(letter) ? letter : `\\${letter}`;
    })
    .join('');
}

const usedNames = new WeakMap<object, ReadonlySet<number>>();

/** Numbers of the class names and ids that the platform's own sheets select by. */
export function namesInSheets(page: Page): ReadonlySet<number> {
  const known = usedNames.get(page.identity);
  if (known) return known;
  const used = new Set<number>();
  const collect = ({ compounds }: Selector): void => {
    for (const { ids, classes, tests } of compounds) {
      for (const name of [...ids, ...classes]) used.add(name);
      for (const test of tests) if ('list' in test) test.list?.forEach(collect);
    }
  };
  for (const { selectors } of page.styles.blocks) selectors.forEach(collect);
  usedNames.set(page.identity, used);
  return used;
}

const usedAttributes = new WeakMap<object, ReadonlySet<string>>();

/** The attributes, in lower case, that the platform's own sheets select by. */
export function attributesInSheets(page: Page): ReadonlySet<string> {
  const known = usedAttributes.get(page.identity);
  if (known) return known;
  const names = new Set<string>();
  for (const { selectors } of page.styles.blocks) {
    for (const { compounds } of selectors) {
      for (const { tests } of compounds)
        for (const test of tests) if (test.kind === 'attribute') names.add(test.attribute.lowerName);
    }
  }
  usedAttributes.set(page.identity, names);
  return names;
}
