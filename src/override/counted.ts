import { elementOf, type Target } from '../cascade/index.js';
import type { Page, PageElement } from '../page/index.js';
import { boxName, reaches } from './reach.js';
import { searchSelectors } from './search.js';
import type { Counted } from './types.js';

/** So many wider reaches are tried. */
const mostSteps = 4;

/** What is said of a selector that counts places, and what could be had without counting: its kind, the box around it. */
export function countedAt(pages: readonly Page[], target: Target, avoid: readonly string[]): Counted {
  const [page] = pages;
  const named = (elements: readonly PageElement[]) => {
    const [best] = searchSelectors(page, pages, { elements, strength: 0, avoid });
    return best && best.spill === 0 && !best.candidate.positional ? best.candidate.text : undefined;
  };
  const without: { words: string; selector: string }[] = [];
  for (const { words, at } of reaches(page, target).slice(1, 1 + mostSteps)) {
    const selector = named(at.map(elementOf));
    if (selector === undefined) continue;
    without.push({ words, selector });
    break;
  }
  for (let box = elementOf(target).parent; box?.parent?.parent; box = box.parent) {
    const isNamed = boxName(box) !== box.tag;
    const selector = isNamed ? named([box]) : undefined;
    if (selector === undefined) continue;
    without.push({ words: `the box around it, ${boxName(box)}`, selector });
    break;
  }
  return { words: countedWords, without };
}

const countedWords =
  'No name tells this one from its neighbours, so it is found by counting places: it may hit another thing when one is added or removed.';
