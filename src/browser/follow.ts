import { elementAbove } from './own.js';

/** Finds things again after a page has rebuilt itself. */
export interface Follower {
  /** From now on these. */
  follow(elements: readonly (Element | undefined)[]): void;
  /** What they are among the elements that there are now; undefined for one that is gone. */
  among(elements: readonly Element[]): (Element | undefined)[];
}

interface Followed {
  readonly element: Element;
  /** Where it stood, for a page that puts a like one in its place. */
  readonly path: string;
}

export function makeFollower(): Follower {
  let followed: (Followed | undefined)[] = [];
  return {
    follow(elements) {
      followed = elements.map((element) => element && { element, path: pathOf(element) });
    },
    among(elements) {
      followed = followed.map((one) => {
        if (!one || one.element.isConnected) return one;
        const { localName } = one.element;
        const like = elements.find((other) => other.localName === localName && pathOf(other) === one.path);
        return like && { element: like, path: one.path };
      });
      return followed.map((one) => one?.element);
    },
  };
}

/** Names and places from the root down: equal for the same thing in a tree that was built anew. */
function pathOf(element: Element): string {
  const steps: string[] = [];
  for (let at: Element | null = element; at; at = elementAbove(at)) {
    const { localName, id } = at;
    const like = [...(at.parentNode?.children ?? [])].filter((one) => one.localName === localName);
    steps.unshift(`${localName}#${id}.${at.getAttribute('class') ?? ''}:${like.indexOf(at)}`);
  }
  return steps.join(' > ');
}
