import { inQuirks, type Page, type PageElement } from '../page/index.js';
import { parseStyleAttribute } from '../sheet/index.js';
import { longhandsOf } from '../value/index.js';
import { claimsOf, type Claims } from './contested.js';
import { hintsOf, mayBeHinted } from './hints.js';
import { Level, type Candidate } from './rank.js';

const enum Own {
  Unknown,
  None,
  Some,
}

/** By the markup's attributes, which trees with states held share; for each row what was found. */
const known = new WeakMap<Page['tree']['attributes'], Uint8Array>();

/** Whether anything on the element itself may style it; a quick look that most elements end with. */
export function mayHaveOwn({ tree }: Page, row: number): boolean {
  let rows = known.get(tree.attributes);
  if (!rows) known.set(tree.attributes, (rows = new Uint8Array(tree.size)));
  if (rows[row] === Own.Unknown)
    rows[row] = tree.attributes[row].has('style') || mayBeHinted(tree, row) ? Own.Some : Own.None;
  return rows[row] === Own.Some;
}

/** What stands on the element itself: its style attribute and presentational hints. `outer` is the rank of what is not layered. */
export function ownClaims({ tree, grammar, elements }: Page, element: PageElement, outer: number): Claims {
  const style = tree.attributes[element.index].get('style');
  const placeOf = ({ place }: PageElement) => ({ line: place?.line ?? 0, column: place?.column ?? 0 });
  const plain = { layerName: '', dependsOn: '', context: 0, strength: 0, proximity: -Infinity, order: 0 };
  const hints = hintsOf(tree, element.index).filter(
    ({ longhand, value }) => tree.isHtml[element.index] === 1 || !grammar.check(longhand, value),
  );
  const written = hints.map(({ attribute, longhand, value, row }, at) => {
    const origin = 'presentational-hint' as const;
    const place = placeOf(elements[row]);
    const declaration = { origin, ...place, property: attribute, value, important: false };
    const candidate: Candidate = {
      ...plain,
      level: Level.Hint,
      attached: 0,
      layer: outer,
      at,
      declaration,
    };
    return { longhands: [longhand] as readonly string[], candidate };
  });
  const place = placeOf(element);
  const { declarations } = parseStyleAttribute(style ?? '');
  (tree.quirks ? declarations.map(inQuirks) : declarations).forEach(({ property, value, important }, at) => {
    if (grammar.check(property, value)) return;
    const level = important ? Level.AuthorImportant : Level.Author;
    const layer = important ? -outer : outer;
    const declaration = { origin: 'style-attribute', ...place, property, value, important } as const;
    written.push({
      longhands: longhandsOf(property),
      candidate: { ...plain, level, attached: 1, layer, at, declaration },
    });
  });
  return claimsOf(written);
}
