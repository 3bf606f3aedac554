import { standingStates } from '../facts/index.js';
import type { StandingStates } from '../page/index.js';

/** What each element is in, where an earlier look knows it better than the document, in which something is held. */
export type StatesBefore = ReadonlyMap<Element, readonly string[]>;

/**
 * The states that no markup tells, of elements that carry their place: all form controls, and what else is in one. Those that
 * components give themselves (HTML Standard §4.13.7.4) are asked for as far as the sheets' texts do: nothing lists them.
 */
export function readStates(
  elements: readonly Element[],
  texts: readonly string[],
  before?: StatesBefore,
): StandingStates[] {
  const look = looker();
  const custom = known(texts.join().match(/:state\([^()]+\)/g) ?? []);
  return elements.flatMap((element, index) => {
    const states = before?.get(element) ?? look(element);
    const own = element.localName.includes('-') ? custom.filter((one) => element.matches(one)) : [];
    return states || own.length ? [{ index, states: [...(states ?? []), ...own.map(withoutColon)] }] : [];
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

let anyState: string | undefined;

/** The elements that are in a state of any kind, as far as that is cheap to ask: two lists differ where a state does. */
export function elementsInStates(root: ParentNode): Element[] {
  anyState ??= `:checked, :indeterminate, :invalid, :placeholder-shown, ${listed(standingStates.ofAll)}`;
  return [...root.querySelectorAll(anyState)];
}

const withoutColon = (selector: string): string => selector.slice(1);

/** Those that this browser knows, each once. */
const known = (selectors: readonly string[]): string[] =>
  [...new Set(selectors)].filter((one) => CSS.supports(`selector(${one})`));

/** Names as a list of selectors. */
const listed = (names: string): string[] => known(names.split(' ').map((name) => `:${name}`));

/** What one element is in; undefined for one of which the markup says all. */
function looker(): (element: Element) => readonly string[] | undefined {
  const ofAll = listed(standingStates.ofAll);
  const ofControls = [...listed(standingStates.ofControls), ...ofAll];
  const any = ofAll.join();
  return (element) => {
    const isControl = standingStates.control.test(element.localName);
    if (!isControl && !element.matches(any)) return undefined;
    return (isControl ? ofControls : ofAll).filter((one) => element.matches(one)).map(withoutColon);
  };
}
