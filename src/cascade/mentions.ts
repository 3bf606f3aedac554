import { toldByAttribute, toldByState } from '../facts/index.js';
import type { StyleBlock } from '../page/index.js';
import { listIn, type HeldChange, type Selector, type Test } from '../selector/index.js';

/** Some attributes are behind many pseudo-classes (`type`, `disabled`): all rules that name one are asked again. */
const anyPseudoClass = '::any';

/** Whether a pseudo-class, `lang` or `dir` may hang on any of these attributes. */
function hangsOn(name: string, attributes: ReadonlySet<string>): boolean {
  for (const attribute of attributes) {
    const told = behind(attribute);
    if (told === 'any' || told.includes(name)) return true;
  }
  return false;
}

/** Whether a pseudo-class may hang on any of these states beside itself, of whatever element. */
export function hangsOnStates(name: string, states: ReadonlySet<string>): boolean {
  for (const state of states) if (besides(state).includes(name)) return true;
  return false;
}

const besides = (state: string): readonly string[] =>
  Object.hasOwn(toldByState, state) ? toldByState[state] : [];

const behind = (attribute: string): readonly string[] | 'any' =>
  Object.hasOwn(toldByAttribute, attribute) ? toldByAttribute[attribute] : [];

/** Whether a test of its own, not of a list in it, asks for what has changed. */
export function asksFor(test: Test, { attributes, states }: HeldChange): boolean {
  switch (test.kind) {
    case 'attribute':
      return attributes.has(test.attribute.lowerName);
    case 'pseudo-class':
      return states.has(test.name) || hangsOnStates(test.name, states) || hangsOn(test.name, attributes);
    case 'lang':
    case 'dir':
      return hangsOn(test.kind, attributes);
    default:
      return false;
  }
}

/** Which rules can tell that a class, an attribute or a state came to an element: those that name it anywhere. */
export class Mentions {
  readonly #blocks = new Map<number | string, Set<StyleBlock>>();
  /** What a scope begins and ends at is named outside of the selectors. */
  readonly #scoped: StyleBlock[] = [];

  constructor(blocks: readonly StyleBlock[]) {
    for (const block of blocks) {
      if (block.scope) this.#scoped.push(block);
      for (const selector of block.selectors) this.#visit(selector, block);
    }
  }

  /** The blocks that may match other elements once this has changed. */
  of({ classes, attributes, states }: HeldChange): Set<StyleBlock> {
    const found = new Set<StyleBlock>(this.#scoped);
    const keys = [
      ...classes,
      ...[...attributes].map((name) => `[${name}`),
      ...[...states].flatMap((name) => [name, ...besides(name)]).map((name) => `:${name}`),
    ];
    for (const attribute of attributes) {
      const told = behind(attribute);
      if (told === 'any') keys.push(anyPseudoClass);
      else keys.push(...told.map((name) => `:${name}`));
    }
    for (const key of keys) for (const block of this.#blocks.get(key) ?? []) found.add(block);
    return found;
  }

  #visit(selector: Selector, block: StyleBlock): void {
    for (const { classes, tests } of selector.compounds) {
      for (const name of classes) this.#note(name, block);
      for (const test of tests) this.#visitTest(test, block);
    }
    for (const test of selector.pseudoStates) this.#visitTest(test, block);
  }

  #visitTest(test: Test, block: StyleBlock): void {
    if (test.kind === 'attribute') this.#note(`[${test.attribute.lowerName}`, block);
    const name =
      test.kind === 'pseudo-class' ? test.name : test.kind === 'lang' || test.kind === 'dir' ? test.kind : '';
    if (name) for (const key of [`:${name}`, anyPseudoClass]) this.#note(key, block);
    for (const one of listIn(test)) this.#visit(one, block);
  }

  #note(key: number | string, block: StyleBlock): void {
    const known = this.#blocks.get(key);
    if (known) known.add(block);
    else this.#blocks.set(key, new Set([block]));
  }
}
