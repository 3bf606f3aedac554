import type { Page, StyleSet } from '../page/index.js';
import type { Tree } from '../selector/index.js';

/** By row; what nobody asked about yet is left out. */
type Sizes = (string | undefined)[];

/** What has a say in the sizes of a page's fonts; found once for its rules. */
interface Say {
  /** Whether all of it is known here. */
  readonly isPlain: boolean;
  /** The conditions of rules that say a size, a family, or what either is made of. */
  readonly conditions: readonly number[];
  readonly hangsOnWindow: boolean;
  readonly usesVariables: boolean;
}

const says = new WeakMap<StyleSet, Say>();
const known = new WeakMap<StyleSet, WeakMap<Tree, Map<string, Sizes>>>();

/**
 * The computed `font-size` of a page's elements, kept for all conditions and drafts under which the same rules say it;
 * undefined where more than rules and windows has a say, or where the draft has.
 */
export function sharedSizes(page: Page): Sizes | undefined {
  const { styles, overlay, bare, conditions } = page;
  if (page.components.length || conditions.containers) return undefined;
  const say = sayOf(styles);
  if (!say.isPlain || (overlay && hasSay(overlay.styles, styles, say))) return undefined;
  const active = say.conditions.map((number) => (bare.isActive(number) ? '1' : '0')).join('');
  const key = say.hangsOnWindow ? `${active} ${conditions.width} ${conditions.height}` : active;
  let byTree = known.get(styles);
  if (!byTree) known.set(styles, (byTree = new WeakMap()));
  let byKey = byTree.get(page.tree);
  if (!byKey) byTree.set(page.tree, (byKey = new Map()));
  let sizes = byKey.get(key);
  if (!sizes) byKey.set(key, (sizes = []));
  return sizes;
}

/** Whether the sizes of a page's fonts need not be found anew for its draft. */
export const sharesSizes = (page: Page): boolean => sharedSizes(page) !== undefined;

const saysSize = /^(font|font-size|font-family|all)$/i;
const chosen = /(?<![\w-])(if|--[^\s(),;:]+)\(/i;
const ofWindow = /\d[sld]?v(w|h|i|b|min|max)\b/i;
/** Shares of what the font or a container knows. */
const ofFont = /\d(r?(ch|ex|cap|ic|lh)|cq\w+)\b/i;

function sayOf(styles: StyleSet): Say {
  let say = says.get(styles);
  if (say) return say;
  const conditions = new Set<number>();
  const variables = new Set<number>();
  let isPlain = true;
  let arePlainVariables = true;
  let hangsOnWindow = false;
  let usesVariables = false;
  let variablesHangOnWindow = false;
  for (const { declarations, condition, layer, containers } of styles.blocks)
    for (const { property, value } of declarations) {
      if (property.startsWith('--')) {
        variables.add(condition);
        variablesHangOnWindow ||= ofWindow.test(value);
        arePlainVariables &&= !ofFont.test(value) && containers.length === 0 && !chosen.test(value);
      } else if (saysSize.test(property)) {
        conditions.add(condition);
        isPlain &&= layer === 0 && containers.length === 0 && !ofFont.test(value) && !chosen.test(value);
        hangsOnWindow ||= ofWindow.test(value);
        usesVariables ||= /var\(/i.test(value);
      }
    }
  if (usesVariables) {
    for (const condition of variables) conditions.add(condition);
    for (const { condition } of styles.registered) conditions.add(condition);
    hangsOnWindow ||= variablesHangOnWindow;
    isPlain &&= arePlainVariables;
  }
  say = { isPlain, conditions: [...conditions], hangsOnWindow, usesVariables };
  says.set(styles, say);
  return say;
}

const draftsWithSay = new WeakMap<StyleSet, boolean>();

/** Whether a draft's own rules have a say too. */
function hasSay(draft: StyleSet, own: StyleSet, { usesVariables }: Say): boolean {
  let found = draftsWithSay.get(draft);
  if (found === undefined) {
    found =
      (usesVariables && draft.registered.length > own.registered.length) ||
      draft.blocks.some(({ declarations }) =>
        declarations.some(
          ({ property }) => saysSize.test(property) || (usesVariables && property.startsWith('--')),
        ),
      );
    draftsWithSay.set(draft, found);
  }
  return found;
}
