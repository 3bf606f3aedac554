import type { Selector, Test } from './types.js';

const places = /^(root|empty|(first|last|only)-(child|of-type))$/;

/**
 * Whether a selector matches the same elements whatever state is held: it asks for names and places alone. Scripts add classes to
 * mark a state, and take none away that the markup has; attributes they change.
 */
export function isSteady({ compounds, through, pseudoStates }: Selector): boolean {
  return !through && pseudoStates.length === 0 && compounds.every(({ tests }) => tests.every(isSteadyTest));
}

function isSteadyTest(test: Test): boolean {
  switch (test.kind) {
    case 'any':
    case 'none':
      return test.list.every(isSteady);
    case 'nth':
      return test.of === undefined;
    case 'pseudo-class':
      return places.test(test.name);
    case 'attribute':
    case 'has':
    case 'lang':
    case 'dir':
    case 'namespace':
    case 'anchor':
    case 'host':
      return false;
  }
}
