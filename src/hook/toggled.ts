import { ident, string } from 'css-tree';
import { pseudoClasses, toggledAttributes, toggledPseudoClasses } from '../facts/index.js';
import type { Names, Test } from '../selector/index.js';
import { shapeOf } from './shape.js';

/** Whether a pseudo-class is something that a person does, and no script could write. */
export const isHeldState = (test: Test): boolean =>
  test.kind === 'pseudo-class' && pseudoClasses[test.name] === 'held';

/**
 * The state that a test asks for, as it is held: `:hover`, `:checked`, `[open]`, `[aria-expanded="true"]`, with a value that
 * fulfils the test whatever its operator; undefined for what is no state.
 */
export function stateOfTest(test: Test): string | undefined {
  if (test.kind === 'pseudo-class')
    return isHeldState(test) || toggledPseudoClasses.has(test.name) ? `:${test.name}` : undefined;
  if (test.kind !== 'attribute') return undefined;
  const { namespace, lowerName, operator, value } = test.attribute;
  if (namespace !== '' || !toggledAttributes.test(lowerName)) return undefined;
  return operator ? `[${lowerName}=${string.encode(value)}]` : `[${lowerName}]`;
}

/** The state that a class marks, as it is held: `.is-open`; undefined for any other class. */
export function stateOfClass(names: Names, name: number): string | undefined {
  const text = names.textOf(name).slice(1);
  return shapeOf(text).role === 'state' ? `.${ident.encode(text)}` : undefined;
}
