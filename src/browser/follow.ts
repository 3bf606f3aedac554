import { liveElements } from './own.js';

/** Finds things again after a page has rebuilt itself. */
export interface Follower {
  /** From now on these, by their numbers as the page stands. */
  follow(indices: readonly number[]): void;
  /** Their numbers now; −1 for one that is gone. */
  found(): number[];
}

interface Followed {
  readonly element: Element;
  /** Where it stood, for a page that put a like one in its place. */
  readonly path: string;
}

export function makeFollower(document: Document): Follower {
  let followed: (Followed | undefined)[] = [];
  return {
    follow(indices) {
      const elements = liveElements(document);
      followed = indices.map(
        (index) => elements[index] && { element: elements[index], path: pathOf(elements[index]) },
      );
    },
    found() {
      const elements = liveElements(document);
      followed = followed.map((one) => {
        if (!one || one.element.isConnected) return one;
        const like = elements.find(
          (element) => element.localName === one.element.localName && pathOf(element) === one.path,
        );
        return like && { element: like, path: one.path };
      });
      return followed.map((one) => (one ? elements.indexOf(one.element) : -1));
    },
  };
}

/** Names and places from the root down: equal for the same thing in a tree that was built anew. */
function pathOf(element: Element): string {
  const steps: string[] = [];
  for (let at: Element | null = element; at; at = at.parentElement) {
    const like = [...(at.parentElement?.children ?? [])].filter((one) => one.localName === at!.localName);
    steps.unshift(`${at.localName}#${at.id}.${at.getAttribute('class') ?? ''}:${like.indexOf(at)}`);
  }
  return steps.join(' > ');
}
