import { attributeRoles, type Grade } from '../facts/index.js';
import { elementOf, type Target } from '../cascade/index.js';
import type { Page, PageElement } from '../page/index.js';
import { partsSeen, rowsCarrying, rowsNamed } from '../selector/index.js';
import { count } from '../text/index.js';
import { counterpart, witnessOf } from './evidence.js';
import {
  attributesInSheets,
  contentsOn,
  escapeName,
  namesInSheets,
  namesOn,
  type FoundName,
} from './names.js';
import { marksOf } from './marks.js';
import { shapeOf, type NameShape } from './shape.js';

/** A name in the markup that a selector can hold on to. */
export interface Hook {
  /** `part`: of something inside a component, which rules from outside reach by it alone. */
  readonly kind: FoundName['kind'] | 'part';
  readonly name: string;
  /** A selector for the name alone. */
  readonly selector: string;
  readonly grade: Grade;
  /** Whole sentences without their full stop, the weightiest first. */
  readonly reasons: readonly string[];
  /** How many elements of the (first) page have the name. */
  readonly reach: number;
  /** The element that carries it, and how many steps it stands above the target; 0 on the target itself. */
  readonly element: PageElement;
  readonly steps: number;
  /** What kind of name it is: component, part, state, utility, position, instance, page, made-up. */
  readonly role: string;
}

const gradeOrder: Readonly<Record<Grade, number>> = { steady: 0, doubtful: 1, fleeting: 2 };
const kindOrder: Readonly<Record<Hook['kind'], number>> = { part: 0, class: 0, attribute: 1, id: 2, tag: 3 };

/**
 * What a selector can hold on to, on the target and its ancestors, best first: by grade, then nearest to
 * the target, then classes before attributes, ids and tags. The element of a pseudo-element is its target.
 * With several pages names are compared with their counterparts: one that differs between loads is fleeting and one that
 * outlived a build is steady, whatever they look like (see `witnessOf`). Inside a component its parts alone are names to the page. Never empty: the tag is
 * always there, of something inside that is no part that of its host.
 */
export function hooks(pages: Page | readonly Page[], target: Target): Hook[] {
  const [page, ...others] = Array.isArray(pages) ? (pages as readonly Page[]) : [pages as Page];
  const found: Hook[] = [];
  let steps = 0;
  for (let at: PageElement | null = elementOf(target); at; at = at.parent) {
    if (at.host) found.push(...partHooks(page, at, steps));
    else
      for (const name of namesOn(at))
        if (name.kind !== 'tag' || steps === 0 || at.shadow) found.push(gradeName(page, others, name, steps));
    steps++;
  }
  return found.sort(compareHooks);
}

/** By which names something inside a component is open to the document. */
function partHooks(page: Page, element: PageElement, steps: number): Hook[] {
  const { tree, elements } = page;
  const seen = partsSeen(tree, element.index).find(({ host }) => tree.root[host] === 0);
  return (seen?.names ?? []).map((name) => {
    const selector = `${escapeName(elements[seen!.host].tag)}::part(${escapeName(name)})`;
    return {
      kind: 'part',
      name,
      selector,
      grade: 'steady',
      reasons: ['the component opens it to rules from outside'],
      reach: page.select(selector).length,
      element,
      steps,
      role: 'part',
    };
  });
}

/** The hooks on one element alone, best first; its tag is always among them. */
export function hooksOn(pages: readonly Page[], element: PageElement): Hook[] {
  const [page, ...others] = pages;
  return namesOn(element)
    .map((name) => gradeName(page, others, name, 0))
    .sort(compareHooks);
}

/** The names on one element of the document, each as far as it hangs on the name alone, in no order. */
export const gradesOn = (page: Page, element: PageElement): readonly Graded[] =>
  namesOn(element).map((name) => gradeOf(page, name));

/** What an element's content says of it in attributes that are no names, best first; [] for none. */
export function contentHooksOn(pages: readonly Page[], element: PageElement): Hook[] {
  const [page, ...others] = pages;
  return contentsOn(element)
    .map((name) => gradeName(page, others, name, 0))
    .sort(compareHooks);
}

function compareHooks(a: Hook, b: Hook): number {
  return (
    gradeOrder[a.grade] - gradeOrder[b.grade] ||
    a.steps - b.steps ||
    Number(isLoose(a)) - Number(isLoose(b)) ||
    kindOrder[a.kind] - kindOrder[b.kind] ||
    a.reach - b.reach
  );
}

/** Names that may last, but of one thing, a place or a look rather than of a kind. */
function isLoose({ role }: Hook): boolean {
  return role === 'instance' || role === 'position' || role === 'state' || role === 'utility';
}

/** Attributes are judged by what their name says they hold, and else by their value. */
function attributeShape(name: string, value: string): NameShape {
  const row = attributeRoles.find(
    (one) => one.pattern.test(name) && (one.value === undefined || one.value.test(value)),
  );
  const shape = shapeOf(value);
  return row && shape.grade !== 'fleeting' ? row : shape;
}

/** A hook as far as it hangs on its name alone, whoever carries it. */
type Graded = Omit<Hook, 'element' | 'steps'>;

/** By the tree, as states that are held may bring names along. */
const gradedIn = new WeakMap<Page['tree'], Map<string, Graded>>();

function gradeName(page: Page, others: readonly Page[], found: FoundName, steps: number): Hook {
  const { element } = found;
  return { ...(others.length ? graded(page, others, found) : gradeOf(page, found)), element, steps };
}

function gradeOf(page: Page, found: FoundName): Graded {
  let known = gradedIn.get(page.tree);
  if (!known) gradedIn.set(page.tree, (known = new Map()));
  const key = `${found.kind} ${found.selector}`;
  let one = known.get(key);
  if (!one) known.set(key, (one = graded(page, [], found)));
  return one;
}

function graded(page: Page, others: readonly Page[], found: FoundName): Graded {
  const { kind, name, value, selector } = found;
  const number = numberOf(page, found);
  const reach =
    number === undefined ? rowsNamed(page.tree, selector).length : rowsCarrying(page.tree, number).length;
  const base = { kind, name: kind === 'attribute' ? `${name}="${value}"` : name, selector, reach };
  if (kind === 'tag') {
    return {
      ...base,
      role: 'tag',
      grade: 'steady',
      reasons: [
        `element names seldom change, but ${count(reach, 'element')} here ${reach === 1 ? 'has' : 'have'} this one`,
      ],
    };
  }
  const shape =
    kind === 'class' ? shapeOf(value, marksOf(page)) : attributeShape(kind === 'id' ? 'id' : name, value);
  const evidence = others.length ? evidenceFor(page, found, others) : undefined;
  const isUsed = isInSheets(page, found);
  const reasons: string[] = [];
  if (evidence?.grade) reasons.push(evidence.reason);
  if (shape.reason) reasons.push(`the name ${shape.reason}`);
  if (evidence && !evidence.grade) reasons.push(evidence.reason);
  reasons.push(useReason(found, isUsed));
  if (reach > 1) reasons.push(`${count(reach, 'element')} here have it`);
  let grade = evidence?.grade ?? shape.grade;
  if (!evidence?.grade && grade === 'steady' && kind === 'class' && !isUsed) grade = 'doubtful';
  return { ...base, role: shape.role, grade, reasons };
}

function isInSheets(page: Page, found: FoundName): boolean {
  const number = numberOf(page, found);
  return number === undefined
    ? attributesInSheets(page).has(found.name.toLowerCase())
    : namesInSheets(page).has(number);
}

/** The number of a class or an id among the names of the page; undefined for other names. */
function numberOf({ tree }: Page, { kind, name }: FoundName): number | undefined {
  if (kind !== 'class' && kind !== 'id') return undefined;
  return tree.names.intern((kind === 'class' ? '.' : '#') + (tree.quirks ? name.toLowerCase() : name));
}

function useReason({ kind }: FoundName, isUsed: boolean): string {
  if (isUsed) return 'the platform’s own sheets style by it';
  return kind === 'class' ? 'no sheet selects by it; only scripts may know it' : 'no sheet selects by it';
}

/**
 * A name that changed between loads or builds is fleeting, one that outlived a build is steady, whatever it looks like. One
 * that is equal in two loads of a release keeps the grade that its looks give it: so is each mark of its build.
 */
function evidenceFor(
  page: Page,
  found: FoundName,
  others: readonly Page[],
): { grade?: Grade; reason: string } | undefined {
  const equal = { load: 0, page: 0, build: 0 };
  for (const other of others) {
    const twin = counterpart(found.element, other);
    if (!twin) continue;
    const { kind } = witnessOf(page, other);
    const has = [...namesOn(twin), ...contentsOn(twin)].some(
      ({ kind, selector }) => kind === found.kind && selector === found.selector,
    );
    if (has) equal[kind]++;
    // Another page may well have other things at the same place.
    else if (kind !== 'page')
      return { grade: 'fleeting', reason: `the same element in ${other.name} does not have it` };
  }
  if (equal.build)
    return {
      grade: 'steady',
      reason: `it outlived ${equal.build === 1 ? 'a build' : `${equal.build} builds`}`,
    };
  const within = equal.load + equal.page;
  return within
    ? {
        reason: `it is the same in ${count(within + 1, 'capture')} of this release`,
      }
    : undefined;
}
