import type { Page } from '../page/index.js';
import { countedAmong, enumeratedAmong } from './counts.js';
import { makingOf } from './made-up.js';

/** What the names of a page, looked at together, tell of how each of them was made. */
export interface Marks {
  /** Bits in favour of chance that names of the same form bring along for what closes a name; 0 for none. */
  likely(name: string): number;
  /** The signs that a build drew for the beginning of a name or for all of it; undefined where none did. */
  openingMark(name: string): string | undefined;
  /** Whether what stands before the first hyphen is a prefix that many names have: a project's own. */
  isPrefix(opening: string): boolean;
  /** Completes "the name …" where a count made it; undefined for none. */
  countReason(name: string): string | undefined;
}

/** Enough to tell how a page's names are made. */
const mostNames = 800;
/** Fewer names of one form may be alike by accident. */
const fewest = 6;
/** So many names that begin alike have a prefix. */
const fewestWithPrefix = 8;

const known = new WeakMap<object, Marks>();

/** The marks of a page's classes: those of a build have one form and many values, each of them without a meaning. */
export function marksOf(page: Page): Marks {
  const found = known.get(page.identity);
  if (found) return found;
  const names = new Set<string>();
  for (const { classes } of page.elements) {
    for (const name of classes) names.add(name);
    if (names.size >= mostNames) break;
  }
  const marks = marksAmong([...names]);
  known.set(page.identity, marks);
  return marks;
}

function marksAmong(names: readonly string[]): Marks {
  const likelihood = likelihoodsAmong(names);
  const isCounted = countedAmong(names);
  const isEnumerated = enumeratedAmong(names);
  return {
    likely: (name) => Math.max(0, ...closingForms(name).map(likelihood)),
    openingMark(name) {
      const isMark = (form: Form) =>
        likelihood(form) > 0 && makingOf(form.part, likelihood(form)) === 'made-up';
      return openingForms(name).find(isMark)?.part;
    },
    isPrefix: prefixesAmong(names),
    countReason: (name) =>
      isEnumerated(name)
        ? 'is one of many of a few signs, which a build counts through'
        : isCounted(name)
          ? 'ends in a number that no other name here has, counted up by a script or a build'
          : undefined,
  };
}

/** A part of a name and where it stands in it: names whose parts have one key are of one form. */
interface Form {
  readonly part: string;
  readonly key: string;
}

/** For each form how many bits speak for chance, by how many of its parts are no words; 0 for less than half of them. */
function likelihoodsAmong(names: readonly string[]): (form: Form) => number {
  const forms = new Map<string, { all: Set<string>; madeUp: number }>();
  for (const { part, key } of names.flatMap((name) => [...closingForms(name), ...openingForms(name)])) {
    let form = forms.get(key);
    if (!form) forms.set(key, (form = { all: new Set(), madeUp: 0 }));
    if (form.all.has(part)) continue;
    form.all.add(part);
    if (makingOf(part) === 'made-up') form.madeUp++;
  }
  return ({ key }) => {
    const form = forms.get(key);
    if (!form || form.all.size < fewest) return 0;
    const share = form.madeUp / form.all.size;
    return share < 0.5 ? 0 : 5 + Math.log2(share / Math.max(1 - share, 0.05));
  };
}

/** What stands behind the last sign that parts a name, a number behind it left out. */
function closingForms(name: string): Form[] {
  const [, lead, sign, part] = /^(?:(.*?)([-_]+))?([^-_]+?)(?:[-_]+\d*)?$/.exec(name) ?? [];
  if (part === undefined) return [];
  const keys =
    sign === undefined
      ? [`${part[0]} ${part.length}`, ` ${part.length}`]
      : [`${sign} ${part.length}`, `${lead}${sign}`];
  return keys.map((key) => ({ part, key }));
}

/** What stands before the last underscore; or all of it, where its signs may be some that a build drew. */
function openingForms(name: string): Form[] {
  const [, opening] = /^_?([\w-]{4,})_[a-z]+$/i.exec(name) ?? [];
  const forms: Form[] = [];
  if (opening !== undefined)
    forms.push({ part: opening.replace(/[-_]/g, ''), key: `${opening.length} opens` });
  if (/^(?=.*([a-z\d][A-Z]|\d[A-Za-z]))(?!.*[a-z]{4})[\w-]{5,}$/.test(name))
    forms.push({ part: name.replace(/[-_]/g, ''), key: `${name.length} in all` });
  return forms;
}

function prefixesAmong(names: readonly string[]): (opening: string) => boolean {
  const amounts = new Map<string, number>();
  for (const name of names) {
    const [, opening] = /^([^-_]+)-./.exec(name) ?? [];
    if (opening) amounts.set(opening, (amounts.get(opening) ?? 0) + 1);
  }
  return (opening) => (amounts.get(opening) ?? 0) >= fewestWithPrefix;
}
