import { presentationalHints, type PresentationalHint } from '../facts/index.js';
import type { PageElement } from '../page/index.js';
import { longhandsOf } from '../value/index.js';

/** What an attribute in the markup declares, beside the rules of any sheet. */
export interface Hint {
  readonly attribute: string;
  readonly longhand: string;
  readonly value: string;
}

/** The presentational hints of an element (HTML Standard §15.3); [] for most. */
export function hintsOf(element: PageElement): Hint[] {
  if (!hasHintingAttribute(element.attributes)) return [];
  const hints: Hint[] = [];
  for (const row of presentationalHints) {
    const written = element.attributes.get(row.attribute);
    if (written === undefined || !row.tags.test(element.tag)) continue;
    const value = hintValue(row.value, written.trim());
    if (value === undefined) continue;
    for (const property of row.properties) {
      for (const longhand of longhandsOf(property)) hints.push({ attribute: row.attribute, longhand, value });
    }
  }
  return hints;
}

const hintingAttributes = new Set(presentationalHints.map(({ attribute }) => attribute));

/** Whether any attribute may be a hint; a quick look that most elements end with. */
export function hasHintingAttribute(attributes: ReadonlyMap<string, string>): boolean {
  for (const name of attributes.keys()) if (hintingAttributes.has(name)) return true;
  return false;
}

function hintValue(kind: PresentationalHint['value'], written: string): string | undefined {
  if (typeof kind === 'object') return kind[written] ?? kind[written.toLowerCase()];
  switch (kind) {
    case 'as-is':
      return written || undefined;
    case 'image':
      return written ? `url("${written.replaceAll('"', '%22')}")` : undefined;
    case 'colour':
      return colour(written);
    case 'pixels':
      return /^\d+/.test(written) ? `${parseInt(written, 10)}px` : undefined;
    case 'dimension': {
      // HTML Standard §2.3.4.4 "rules for parsing dimension values".
      const found = /^(\d+(?:\.\d+)?)(%?)/.exec(written);
      return found ? found[1] + (found[2] || 'px') : undefined;
    }
  }
}

/** HTML Standard §2.3.6 "legacy colour values", for the forms that people write. */
function colour(written: string): string | undefined {
  if (written === '' || written.toLowerCase() === 'transparent') return undefined;
  if (/^#?[0-9a-f]{3}([0-9a-f]{3})?$/i.test(written))
    return written.startsWith('#') ? written : `#${written}`;
  return written.toLowerCase();
}
