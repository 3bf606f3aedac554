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

/** The elements that are in a state of any kind, as far as that is cheap to ask: two lists differ where a state does. */
export const elementsInStates = (root: ParentNode): Element[] => [
  ...root.querySelectorAll(`:checked, :indeterminate, :invalid, :placeholder-shown, ${known(ofAll)}`),
];

/** What one element is in; undefined for one that no markup says too little of. */
function looker(): (element: Element) => readonly string[] | undefined {
  const anywhere = ofAll.filter(isKnown);
  const any = anywhere.map((name) => `:${name}`).join();
  return (element) => {
    const among = (names: readonly string[]) => names.filter((name) => element.matches(`:${name}`));
    const isControl = control.test(element.localName);
    const others = element.matches(any) ? among(anywhere) : [];
    return isControl ? [...among(ofControls), ...others] : others.length > 0 ? others : undefined;
  };
}

const isKnown = (name: string): boolean => CSS.supports(`selector(:${name})`);

const known = (names: readonly string[]): string =>
  names
    .filter(isKnown)
    .map((name) => `:${name}`)
    .join();
