import { ident, string } from 'css-tree';
import { pseudoClasses, stateAttributes, topLayerStates } from '../facts/index.js';
import { parseSelectors, selectRows, type HeldChange, type Tree } from '../selector/index.js';
import { after, kinds, readTokens, tokenText, YeltoError } from '../text/index.js';
import type { Held } from './types.js';

/** States that also hold for every ancestor (Selectors 4 §9.1–9.2). */
const climbing = new Set(['hover', 'active', 'focus-within']);

/** So many of a tree are kept: what was matched in them is asked for again and again. */
const mostKept = 200;

const keptTrees = new WeakMap<Tree, Map<string, Tree>>();

/**
 * The tree with states held: pseudo-classes become true on their rows, toggled classes and attributes
 * are added. The given tree stays as it is. The same states give the same tree.
 * @throws YeltoError when a state or a selector cannot be read.
 */
export function holdStates(tree: Tree, held: readonly Held[]): Tree {
  if (held.length === 0) return tree;
  let kept = keptTrees.get(tree);
  if (!kept) keptTrees.set(tree, (kept = new Map()));
  const key = held
    .map(({ selector, element, state }) => `${element?.index ?? selector ?? ''} ${state}`)
    .join();
  let found = kept.get(key);
  if (!found) {
    found = withStates(tree, held);
    if (kept.size >= mostKept) kept.delete(kept.keys().next().value!);
    kept.set(key, found);
  }
  return found;
}

/** The same anew each time. */
export function withStates(tree: Tree, held: readonly Held[]): Tree {
  // A living page may be in some already.
  const states = new Map([...tree.held].map(([name, rows]) => [name, new Set(rows)]));
  const toggledStates = new Set<string>();
  // Copied where something is toggled in them; most states are pseudo-classes.
  let classes: Tree['classes'][number][] | undefined;
  let attributes: Tree['attributes'][number][] | undefined;
  const toggledClasses = new Set<number>();
  const toggledAttributes = new Set<string>();
  const hold = (state: string, row: number) => {
    toggledStates.add(state);
    const rows = states.get(state) ?? new Set();
    states.set(state, rows.add(row));
  };
  const setAttribute = (row: number, name: string, value: string) => {
    toggledAttributes.add(name.toLowerCase());
    attributes ??= [...tree.attributes];
    attributes[row] = new Map(attributes[row]).set(name, value);
  };
  const isOnTop = (row: number) => topLayerStates.some((name) => states.get(name)?.has(row));
  const above = function* (row: number) {
    for (let up = row; !isOnTop(up) && tree.flatParent[up] >= 0;) yield (up = tree.flatParent[up]);
  };
  // What is shown on top is known before anything climbs.
  const climbs = ({ state }: Held) => Number(/^:(hover|active|focus)/i.test(state));
  for (const { selector, element, state } of [...held].sort((a, b) => climbs(a) - climbs(b))) {
    const rows = element ? [element.index] : selectRows(tree, selector ?? ':root');
    const { kind, name, value } = readState(state);
    for (const row of rows) {
      if (kind === 'class') {
        const number = tree.names.intern('.' + name);
        toggledClasses.add(number);
        classes ??= [...tree.classes];
        classes[row] = [...classes[row], number];
      } else if (kind === 'attribute') setAttribute(row, name, value);
      else {
        holdPseudoClass(name, row, hold, above);
        const attribute = attributeOf(name, row, tree);
        if (attribute) setAttribute(row, attribute, tree.attributes[row].get(attribute) ?? '');
      }
    }
  }
  const change = { classes: toggledClasses, attributes: toggledAttributes, states: toggledStates };
  return {
    ...tree,
    classes: classes ?? tree.classes,
    attributes: attributes ?? tree.attributes,
    held: states,
    bare: { tree, change },
  };
}

/** Pseudo-classes that hold wherever another does, on the element or above it (Selectors 4 §9). */
const alsoHeld: Readonly<Record<string, readonly string[]>> = {
  'focus-visible': ['focus', 'focus-within'],
  focus: ['focus-within'],
  'user-valid': ['valid'],
  'user-invalid': ['invalid'],
  'out-of-range': ['invalid'],
};

/** The attribute that bringing a state about writes on an element; undefined for none. */
function attributeOf(name: string, row: number, tree: Tree): string | undefined {
  const known = Object.hasOwn(stateAttributes, name) ? stateAttributes[name] : undefined;
  return known && tree.isHtml[row] && known.on.test(tree.tagOf(row)) ? known.attribute : undefined;
}

const changes = new WeakMap<Tree['names'], Map<string, HeldChange>>();

/**
 * What one held state changes, wherever it is held; one object for each.
 * @throws YeltoError when it cannot be read.
 */
export function changeOf({ names }: Tree, state: string): HeldChange {
  let known = changes.get(names);
  if (!known) changes.set(names, (known = new Map()));
  let change = known.get(state);
  if (!change) known.set(state, (change = readChange(names, state)));
  return change;
}

function readChange(names: Tree['names'], state: string): HeldChange {
  const { kind, name } = readState(state);
  const none: ReadonlySet<never> = new Set();
  switch (kind) {
    case 'class':
      return { classes: new Set([names.intern('.' + name)]), attributes: none, states: none };
    case 'attribute':
      return { classes: none, attributes: new Set([name.toLowerCase()]), states: none };
    case 'pseudo':
      return {
        classes: none,
        attributes: Object.hasOwn(stateAttributes, name) ? new Set([stateAttributes[name].attribute]) : none,
        states: new Set([name, ...(alsoHeld[name] ?? [])]),
      };
  }
}

function holdPseudoClass(
  name: string,
  row: number,
  hold: (state: string, row: number) => void,
  above: (row: number) => Iterable<number>,
): void {
  hold(name, row);
  for (const other of alsoHeld[name] ?? []) hold(other, row);
  const climbs = /^focus/.test(name) ? 'focus-within' : name;
  if (climbing.has(climbs)) for (const up of above(row)) hold(climbs, up);
}

interface HeldState {
  readonly kind: 'pseudo' | 'class' | 'attribute';
  readonly name: string;
  /** Of an attribute; '' otherwise. */
  readonly value: string;
}

/**
 * What a state that is held says: `:hover`, `.is-open`, `[open]`, `[aria-expanded="true"]`.
 * @throws YeltoError when it cannot be read.
 */
export function readState(state: string): HeldState {
  const attribute = /^\[([\w:-]+)(?:=(.*))?\]$/s.exec(state);
  if (attribute) {
    const [, name, value = ''] = attribute;
    return {
      kind: 'attribute',
      name,
      value: /^["']/.test(value) ? string.decode(value) : ident.decode(value),
    };
  }
  const written = /^\.((?:[\w-]|[^\0-\x7f]|\\[\da-f]{1,6}\s?|\\.)+)$/is.exec(state);
  if (written && !/^\.-?\d/.test(state)) return { kind: 'class', name: ident.decode(written[1]), value: '' };
  const custom = /^:?state\(\s*((?:[\w-]|[^\0-\x7f])+)\s*\)$/i.exec(state);
  if (custom) return { kind: 'pseudo', name: `state(${custom[1]})`, value: '' };
  const name = state.replace(/^:/, '').toLowerCase();
  if (!Object.hasOwn(pseudoClasses, name) || /^(tree|never)$/.test(pseudoClasses[name])) {
    throw new YeltoError(`"${state}" is not a state that can be held.`, {
      text: state,
      remedy:
        'Write :hover, :focus, a class such as .is-open, or an attribute such as [aria-expanded="true"].',
    });
  }
  return { kind: 'pseudo', name, value: '' };
}

/**
 * `.row:hover` as `:hover` held on `.row`, `.menu.is-open` as the class held on `.menu`, `[open]` likewise: the last
 * name of the last compound is the state. undefined where there is none.
 */
export function parseHeld(text: string): Held | undefined {
  const tokens = readTokens(text.trim());
  let start = -1;
  for (let at = 0; at < tokens.count; at = after(tokens, at)) {
    const sign = tokenText(tokens, at);
    if (sign === '.' || sign === ':' || tokens.types[at] === kinds.LeftSquareBracket) start = at;
    else if (tokens.types[at - 1] !== kinds.Colon && tokenText(tokens, at - 1) !== '.') start = -1;
  }
  if (start < 0) return undefined;
  const state = tokenText(tokens, start, tokens.count);
  const selector = tokenText(tokens, 0, start).trim();
  if (selector === '' || selector.endsWith(':')) return undefined;
  return {
    selector: /[\s>+~]$/.test(tokenText(tokens, 0, start)) ? `${selector} *`.trim() : selector,
    state,
  };
}

/** The selectors of a list, for callers outside a sheet; throws on a bad one. */
export function compileSelectors(tree: Tree, text: string) {
  return parseSelectors(text, { names: tree.names, quirks: tree.quirks });
}
