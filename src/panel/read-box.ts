import { parseFragment, type DefaultTreeAdapterTypes } from 'parse5';
import type { PanelProfile } from '../facts/index.js';

/** What stands in a panel's box: the CSS, and what is around it. */
export interface Box {
  readonly css: string;
  /** Up to where the CSS begins and from where it ends; '' where the box holds CSS alone. */
  readonly before: string;
  readonly after: string;
}

/** Takes a box's text apart: in an HTML block the CSS is that of its last `<style>` element. */
export function readBox(text: string, panel: PanelProfile): Box {
  const found = styleIn(text);
  if (panel.wrapped) {
    if (!found) return { css: '', before: text.trim() ? `${text.trimEnd()}\n<style>\n` : '', after: '' };
    return found;
  }
  // People paste the element along into a box that takes bare CSS.
  const css = found && found.before.trim().startsWith('<') ? found.css : text;
  return { css: panel.escaped ? unescaped(css) : css, before: '', after: '' };
}

/** The last `<style>` element of an HTML text; undefined for none. */
function styleIn(text: string): Box | undefined {
  if (!/<style/i.test(text)) return undefined;
  let last: DefaultTreeAdapterTypes.Element | undefined;
  const visit = (node: DefaultTreeAdapterTypes.ParentNode): void => {
    for (const child of node.childNodes) {
      if (!('tagName' in child)) continue;
      if (child.tagName === 'style') last = child;
      visit(child);
    }
  };
  visit(parseFragment(text, { sourceCodeLocationInfo: true }));
  const place = last?.sourceCodeLocation;
  if (!place?.startTag) return undefined;
  const from = place.startTag.endOffset;
  const to = place.endTag?.startOffset ?? text.length;
  const start = text[from] === '\n' ? from + 1 : from;
  return {
    css: text.slice(start, to),
    before: text.slice(0, start),
    after: place.endTag ? text.slice(to) : '</style>\n',
  };
}

/** The entities that such boxes write, `&amp;` last, so that `&amp;gt;` stays what it was. */
function unescaped(css: string): string {
  return css.replaceAll('&gt;', '>').replaceAll('&lt;', '<').replaceAll('&amp;', '&');
}
