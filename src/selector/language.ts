import { htmlTag } from './form-control.js';
import type { Tree } from './tree.js';

/** Selectors 4 §7.2: extended filtering of an element's language against each range (RFC 4647 §3.3.2). */
export function matchLanguage(ranges: readonly string[], row: number, tree: Tree): boolean {
  let language = '';
  for (let at = row; at >= 0; at = outside(at, tree)) {
    const own = languageAt(at, tree);
    if (own === undefined) continue;
    language = own;
    break;
  }
  return ranges.some(
    (range) => language !== '' && inRange(range.toLowerCase().split('-'), language.toLowerCase().split('-')),
  );
}

/** What an element stands in; for the topmost of a shadow tree its host, −1 for the document's root. */
const outside = (row: number, tree: Tree) =>
  tree.parent[row] >= 0 ? tree.parent[row] : tree.roots[tree.root[row]].host;

/** HTML Standard §3.2.6.2: formulas have no attribute `lang`, drawings do (SVG 2 §5.10.2). */
function languageAt(row: number, tree: Tree): string | undefined {
  const attributes = tree.attributes[row];
  const isXml = tree.isHtml[row] === 0 && attributes.has('xml:lang');
  if (isXml) return attributes.get('xml:lang');
  return /MathML$/.test(tree.namespaceOf(row)) ? undefined : attributes.get('lang');
}

function inRange(range: readonly string[], tags: readonly string[]): boolean {
  if (range[0] !== '*' && range[0] !== tags[0]) return false;
  let at = 1;
  for (const part of range.slice(1)) {
    if (part === '*') continue;
    while (at < tags.length && tags[at] !== part) {
      if (tags[at].length === 1) return false;
      at++;
    }
    if (at >= tags.length) return false;
    at++;
  }
  return true;
}

const rightToLeft =
  /\p{Script=Hebrew}|\p{Script=Arabic}|\p{Script=Syriac}|\p{Script=Thaana}|\p{Script=Nko}|\u200f/u;
const leftToRight = /\p{L}|\u200e/u;
/** Controls whose own value decides. */
const speaking = /^(|hidden|text|search|tel|url|email|password|submit|reset|button)$/;

/** HTML Standard §3.2.6.4 "The dir attribute": `ltr` or `rtl`. */
export function directionOf(row: number, tree: Tree): string {
  for (let at = row; at >= 0; at = outside(at, tree)) {
    const own = dirOf(at, tree);
    if (own === 'ltr' || own === 'rtl') return own;
    const tag = htmlTag(at, tree);
    if (own === 'auto' || tag === 'bdi') return automaticDirection(at, tag, tree);
    if (tag === 'input' && typeOf(at, tree) === 'tel') return 'ltr';
  }
  return 'ltr';
}

/** The attribute where it says anything; '' where it does not, or stands on what is not HTML. */
function dirOf(row: number, tree: Tree): string {
  const own = tree.isHtml[row] ? (tree.attributes[row].get('dir')?.toLowerCase() ?? '') : '';
  return /^(ltr|rtl|auto)$/.test(own) ? own : '';
}

const typeOf = (row: number, tree: Tree) => tree.attributes[row].get('type')?.toLowerCase() ?? '';

function automaticDirection(row: number, tag: string, tree: Tree): string {
  if (tag === 'textarea' || (tag === 'input' && speaking.test(typeOf(row, tree)))) {
    const value = tag === 'input' ? (tree.attributes[row].get('value') ?? '') : tree.ownTextOf(row);
    return textDirection(value) ?? 'ltr';
  }
  const isApart = new Map<number, boolean>([[row, false]]);
  /** Whether an element, or one around it inside of this one, says its own direction or none. */
  const standsApart = (at: number): boolean => {
    const path: number[] = [];
    let known: boolean | undefined;
    for (let up = at; (known = isApart.get(up)) === undefined; up = tree.parent[up]) {
      path.push(up);
      if (dirOf(up, tree) !== '' || /^(bdi|script|style|textarea)$/.test(htmlTag(up, tree))) {
        known = true;
        break;
      }
    }
    for (const one of path) isApart.set(one, known);
    return known;
  };
  for (const { text, row: at } of tree.textsIn(row)) {
    const found = standsApart(at) ? undefined : textDirection(text);
    if (found) return found;
  }
  return 'ltr';
}

function textDirection(text: string): string | undefined {
  for (const letter of text) {
    if (rightToLeft.test(letter)) return 'rtl';
    if (leftToRight.test(letter)) return 'ltr';
  }
  return undefined;
}
