import { standingStates } from '../facts/index.js';
import type { StandingStates } from '../page/index.js';

const { control, ofControls, ofAll } = standingStates;

/** What each element is in, where an earlier look knows it better than the document, in which something is held. */
export type StatesBefore = ReadonlyMap<Element, readonly string[]>;

/** The states that no markup tells, of elements that carry their place: all form controls, and what else is in one. */
export function readStates(elements: readonly Element[], before?: StatesBefore): StandingStates[] {
  const look = looker();
  return elements.flatMap((element, index) => {
    const states = before?.get(element) ?? look(element);
    return states ? [{ index, states }] : [];
  });
}

/** The same by element, to be kept while something is held. */
export function statesOf(elements: readonly Element[]): StatesBefore {
  const look = looker();
  return new Map(
    elements.flatMap((element) => {
      const states = look(element);
      return states ? [[element, states] as const] : [];
    }),
  );
}

/**
 * The same with the states that components give themselves (HTML Standard §4.13.7.4), as far as any of the sheets' texts
 * asks for them: nothing lists them.
 */
export function withCustomStates(
  standing: readonly StandingStates[],
  elements: readonly Element[],
  texts: readonly string[],
): readonly StandingStates[] {
  const asked = new Set(
    texts.flatMap((css) => [...css.matchAll(/:(state\((?:[\w-]|[^\0-\x7f])+\))/g)].map(([, name]) => name)),
  );
  const names = [...asked].filter(isKnown);
  if (names.length === 0) return standing;
  const known = new Map(standing.map(({ index, states }) => [index, states]));
  for (const [index, element] of elements.entries()) {
    const states = element.localName.includes('-') ? names.filter((name) => element.matches(`:${name}`)) : [];
    if (states.length > 0) known.set(index, [...(known.get(index) ?? []), ...states]);
  }
  return [...known].map(([index, states]) => ({ index, states }));
}

/** The elements that are in a state of any kind, as far as that is cheap to ask: two lists differ where a state does. */
export const elementsInStates = (root: ParentNode): Element[] => [
  ...root.querySelectorAll(anyOf(['checked', 'indeterminate', 'invalid', 'placeholder-shown', ...ofAll])),
];

const isKnown = (name: string): boolean => CSS.supports(`selector(:${name})`);

const anyOf = (names: readonly string[]): string =>
  names
    .filter(isKnown)
    .map((name) => `:${name}`)
    .join();

/** What one element is in; undefined for one of which the markup says all. */
function looker(): (element: Element) => readonly string[] | undefined {
  const any = anyOf(ofAll);
  return (element) => {
    const among = (names: readonly string[]) =>
      names.filter((name) => isKnown(name) && element.matches(`:${name}`));
    const others = element.matches(any) ? among(ofAll) : [];
    if (control.test(element.localName)) return [...among(ofControls), ...others];
    return others.length > 0 ? others : undefined;
  };
}
