import type { WhatIf } from './messages.js';

/** Changes a page for trying only; a later call, or none, takes an earlier one back. */
export interface Supposer {
  suppose(element: Element | undefined, what: WhatIf | undefined): void;
}

const filler = ' and then some more words, as a translation or another editor would bring them along one day';

export function makeSupposer(document: Document): Supposer {
  let back = () => {};
  return {
    suppose(element, what) {
      back();
      back = () => {};
      if (element && what) back = apply(element, what, document);
    },
  };
}

/** Does it, and gives the way back. */
function apply(element: Element, { what, detail = '' }: WhatIf, document: Document): () => void {
  switch (what) {
    case 'longer text': {
      const text = document.createTextNode(filler);
      element.append(text);
      return () => text.remove();
    }
    case 'one more': {
      const twin = element.cloneNode(true) as Element;
      twin.removeAttribute('id');
      element.after(twin);
      return () => twin.remove();
    }
    case 'gone': {
      const mark = document.createComment('');
      element.replaceWith(mark);
      return () => mark.replaceWith(element);
    }
    case 'class': {
      const before = element.getAttribute('class');
      for (const name of detail.split(/[\s.]+/).filter(Boolean)) element.classList.toggle(name);
      return () =>
        before === null ? element.removeAttribute('class') : element.setAttribute('class', before);
    }
    case 'attribute': {
      const [, name, value = ''] =
        /^\s*\[?([\w-]+)(?:\s*=\s*["']?([^"'\]]*)["']?)?\]?\s*$/.exec(detail) ?? [];
      if (!name || /^on/i.test(name)) return () => {};
      const before = element.getAttribute(name);
      element.setAttribute(name, value);
      return () => (before === null ? element.removeAttribute(name) : element.setAttribute(name, before));
    }
  }
}
