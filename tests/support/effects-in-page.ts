// What runs in the engine's own page, as a text of its own: nothing of this file's surroundings is there.

/** Runs in the page: how each query is answered in each window; by one frame that is made so wide and so high. */
export function answersInWindows({
  unknown,
  windows,
}: {
  unknown: readonly string[];
  windows: readonly (readonly [width: number, height: number])[];
}): string[] {
  const probe = document.body.appendChild(document.createElement('iframe'));
  const inner = probe.contentWindow!;
  const answers = windows.map(([width, height]) => {
    probe.style.cssText = `border: 0; width: ${width}px; height: ${height}px`;
    if (inner.innerWidth !== width) throw new Error(`a window of ${width}px is ${inner.innerWidth}px wide`);
    return unknown.map((query) => Number(inner.matchMedia(query).matches));
  });
  probe.remove();
  return unknown.map((_, i) => answers.map((of) => of[i]).join(''));
}

/** Runs in the page: what taking each declaration out changes there, in each window and each world. */
export async function askEngine({
  html,
  sheets,
  draft,
  whole,
  declarations,
  worlds,
  chosen,
  settled,
  anew,
}: {
  html: string;
  sheets: readonly string[];
  draft: readonly { start: number; property: string; without: string }[];
  whole: string;
  declarations: readonly {
    start: number;
    selector: string;
    pseudo: string;
    property: string;
    value: string;
  }[];
  worlds: readonly (readonly { carrier: string; state: string }[])[];
  chosen: readonly (readonly [width: number, height: number])[];
  settled: readonly number[];
  /** Whether each text is read by itself: where one replaces another that is much like it, this engine leaves rules out now and then. */
  anew: boolean;
}) {
  // Windows are made when they are first needed, and kept: another case makes them wider or narrower.
  const kept = [...document.querySelectorAll('iframe')];
  while (kept.length < chosen.length) {
    const frame = document.body.appendChild(document.createElement('iframe'));
    // Written, it is there at once, and no page of old browsers.
    const inner = frame.contentDocument!;
    inner.open();
    inner.write('<!DOCTYPE html>');
    inner.close();
    kept.push(frame);
  }
  const frames = chosen.map(([width, height], i) => {
    kept[i].style.cssText = `border: 0; width: ${width}px; height: ${height}px`;
    return kept[i];
  });
  const answers = draft.map(({ start }) => ({
    start,
    isValid: true,
    matches: 0,
    changes: [] as string[],
    matters: false,
  }));
  for (const frame of frames) {
    // No new document for each case: the tree alone is another.
    const parsed = new DOMParser().parseFromString(`<!DOCTYPE html>${html}`, 'text/html');
    const inner = frame.contentDocument!;
    inner.replaceChild(inner.adoptNode(parsed.documentElement), inner.documentElement);
  }
  const longhands = declarations.map(({ property, value }) => {
    const box = document.createElement('div');
    if (property.startsWith('--')) {
      box.style.cssText = `${property}: ${value}`;
      return box.style.length ? [property] : [];
    }
    box.style.setProperty(property, value);
    // The attribute `lang` sets one that is the browser's own, and in no standard.
    const all = () =>
      [...getComputedStyle(box.ownerDocument.body)].filter((name) => name !== '-webkit-locale');
    return property === 'all' ? all() : [...box.style];
  });
  declarations.forEach(({ start }, i) => {
    if (longhands[i].length === 0) answers.find((one) => one.start === start)!.isValid = false;
  });
  const isThere = ({ cssRules }: CSSStyleSheet): boolean =>
    [...cssRules].every(
      (rule) =>
        rule.type !== CSSRule.IMPORT_RULE ||
        ((rule as CSSImportRule).styleSheet !== null && isThere((rule as CSSImportRule).styleSheet!)),
    );
  // What a sheet imports is there before the next is put in, and before anything is asked.
  await Promise.all(
    frames.map(async ({ contentDocument: inner }) => {
      for (const css of sheets) {
        const style = inner!.createElement('style');
        style.textContent = css;
        let isTold = !css.includes('@import');
        style.onload = style.onerror = () => (isTold = true);
        inner!.head.append(style);
        // Some are there and never told to be; and one that never comes is waited for no longer than any that does.
        for (const begun = Date.now(); !isTold && !isThere(style.sheet!) && Date.now() - begun < 5000;)
          await new Promise((next) => setTimeout(next, 20));
      }
    }),
  );
  for (const frame of frames) {
    const inner = frame.contentDocument!;
    const view = frame.contentWindow!;
    const own = inner.createElement('style');
    inner.head.append(own);
    // A selector that the engine refuses matches nothing.
    const all = (selector: string): Element[] => {
      try {
        return [...inner.querySelectorAll(selector)];
      } catch {
        return [];
      }
    };
    const numbers = new Map([...inner.querySelectorAll('*')].map((element, i) => [element, i]));
    const looked = new Set<string>();
    for (const [w, world] of worlds.entries()) {
      const undone: (() => void)[] = [];
      const held = new Set<string>();
      const hold = (element: Element, name: string, undo: () => void) => {
        held.add(`${numbers.get(element)} ${name}`);
        undone.push(undo);
      };
      const mark = (element: Element, name: string) => {
        if (element.classList.contains(name)) return;
        element.classList.add(name);
        hold(element, name, () => element.classList.remove(name));
      };
      /** What a script sets of a control; of others it tells nothing. */
      const set = (element: Element, name: string) => {
        const control = element as unknown as Record<string, boolean>;
        if (control[name] !== false) return;
        control[name] = true;
        hold(element, name, () => (control[name] = false));
      };
      /** A bar whose value a script takes away tells no longer how far it is. */
      const forgetValue = (bar: Element) => {
        const value = bar.getAttribute('value');
        if (value === null) return;
        bar.removeAttribute('value');
        hold(bar, 'value', () => bar.setAttribute('value', value));
      };
      /** An attribute that a script sets, with a value or without. */
      const attach = (element: Element, text: string) => {
        const [, name, value = ''] = /^\[([\w-]+)(?:="?([^"\]]*)"?)?\]$/.exec(text) ?? [];
        if (!name || element.getAttribute(name) === value) return;
        const before = element.getAttribute(name);
        element.setAttribute(name, value);
        hold(element, text, () =>
          before === null ? element.removeAttribute(name) : element.setAttribute(name, before),
        );
      };
      for (const { carrier, state } of world) {
        for (const element of all(carrier)) {
          if (state.startsWith('.') || state.startsWith('[')) {
            if (state.startsWith('.')) mark(element, state.slice(1));
            else attach(element, state);
            continue;
          }
          // A button that is off, and a frame, may still have something inside that takes the focus.
          if (/^focus(-visible)?$/.test(state) && element.matches(':disabled:not(fieldset), iframe'))
            continue;
          if (state === 'focus-within' && element.matches(':is(input, select, textarea):disabled')) continue;
          if (state === 'indeterminate' && element.localName === 'progress') forgetValue(element);
          else if (/^(disabled|checked|open|indeterminate)$/.test(state)) set(element, state);
          else mark(element, `held-${state}`);
          if (state === 'focus-visible') mark(element, 'held-focus');
          for (
            let up = element.parentElement;
            up && /hover|active|focus-within/.test(state);
            up = up.parentElement
          )
            mark(up, `held-${state}`);
          // What has the focus holds it.
          for (let up: Element | null = element; up && /^focus/.test(state); up = up.parentElement)
            mark(up, 'held-focus-within');
        }
      }
      const key = [...held].sort().join();
      // What holds nothing, or just what another does, is no other world.
      if (looked.has(key)) {
        for (const undo of undone) undo();
        continue;
      }
      looked.add(key);
      const found = declarations.map(({ selector }) => all(selector));
      // Only what the declaration itself matches is compared, and what that hands down.
      const none: string[] = [];
      const generated = ['before', 'after'].filter((name) => [...sheets, whole].join().includes(name));
      const compared = found.map((matched, i) => {
        const { pseudo } = declarations[i];
        const own = matched.map((element) => ({ element, pseudo, isInside: false }));
        if (pseudo) return own;
        const all = new Set([...matched, ...matched.flatMap((one) => [...one.querySelectorAll('*')])]);
        const inside = ['', ...generated].flatMap((name) =>
          [...all]
            .filter((element) => name || !matched.includes(element))
            .map((element) => ({ element, pseudo: name, isInside: true })),
        );
        return [...own, ...inside];
      });
      /** Transitions are over before anything is read; the end of one may begin another, of what inherits from it. */
      const settle = () => {
        for (let round = 0; round < 20; round++) {
          const moving = inner.getAnimations().filter(({ playState }) => playState === 'running');
          if (moving.length === 0) return;
          for (const animation of moving) {
            try {
              animation.finish();
            } catch {
              // One that goes on has no end: it is asked about in its middle.
              animation.pause();
              animation.currentTime = 300;
            }
          }
          view.getComputedStyle(inner.documentElement).getPropertyValue('color');
        }
      };
      /** A variable of nothing is another than none. */
      const nothingIn = (element: Element, name: string) =>
        name.startsWith('--') && element.computedStyleMap().has(name);
      /** What is told as layout makes it, which changes inside of what changes, whatever is handed down. */
      const ofLayout =
        /^(top|right|bottom|left|inset|margin|padding|width|height|(min|max)-|(inline|block)-size|perspective|transform|translate|grid-template)/;
      const read = (only: ReadonlySet<number>) => {
        settle();
        return declarations.map(({ start }, i) =>
          !only.has(start)
            ? none
            : compared[i].map(({ element, pseudo, isInside }) => {
                const style = view.getComputedStyle(element, pseudo ? pseudo.replace(/^:{0,2}/, '::') : null);
                // What has no box takes nothing.
                if (isInside && pseudo && /^(none|normal)$/.test(style.content)) return '';
                return longhands[i]
                  .filter((name) => !isInside || !ofLayout.test(name))
                  .map((name) => style.getPropertyValue(name) || (!pseudo && nothingIn(element, name)))
                  .join('|');
              }),
        );
      };
      /** What a pseudo-element has where all around it is shown: of one that is not, no transformation is told. */
      const readShown = (element: Element, pseudo: string, names: readonly string[]) => {
        const shown: (() => void)[] = [];
        for (let up: Element | null = element; up; up = up.parentElement) {
          if (view.getComputedStyle(up).display !== 'none') continue;
          const own = up.getAttribute('style');
          const hidden = up as HTMLElement;
          hidden.style.setProperty('display', 'block', 'important');
          shown.push(() =>
            own === null ? hidden.removeAttribute('style') : hidden.setAttribute('style', own),
          );
        }
        const style = view.getComputedStyle(element, pseudo.replace(/^:?:/, '::'));
        const text = names.map((name) => style.getPropertyValue(name)).join('|');
        for (const hide of shown) hide();
        return text;
      };
      const readMap = (only: ReadonlySet<number>) =>
        declarations.map(({ pseudo, start }, i) =>
          !only.has(start)
            ? none
            : found[i].map((element) =>
                pseudo
                  ? readShown(element, pseudo, longhands[i])
                  : longhands[i]
                      .map((name) => element.computedStyleMap().getAll(name).map(String).join(' '))
                      .join('|'),
              ),
        );
      // Only what it matches, and what is inside, is compared, what the engine drops cannot be taken out, and one change is enough.
      const asked = draft.flatMap(({ start, without }, d) => {
        const own = declarations.flatMap((each, i) => (each.start === start ? [i] : []));
        answers[d].matches = Math.max(answers[d].matches, ...own.map((i) => found[i].length));
        const isOpen = !answers[d].matters && !settled.includes(start);
        return isOpen && own.some((i) => found[i].length > 0 && longhands[i].length > 0)
          ? [{ start, without, answer: answers[d] }]
          : [];
      });
      if (asked.length === 0) {
        for (const undo of undone) undo();
        continue;
      }
      const put = (css: string, byItself: boolean) => {
        if (byItself) {
          own.textContent = '';
          view.getComputedStyle(inner.documentElement).getPropertyValue('color');
        }
        own.textContent = css;
      };
      put(whole, true);
      const before = read(new Set(asked.map(({ start }) => start)));
      const beforeMap = readMap(
        new Set(asked.flatMap(({ start, answer }) => (answer.changes.length ? [] : [start]))),
      );
      for (const { start, without, answer } of asked) {
        put(without, anew);
        const after = read(new Set([start]));
        let afterMap: string[][] | undefined;
        declarations.forEach((declaration, i) => {
          if (declaration.start !== start) return;
          const at = before[i].findIndex((text, e) => text !== after[i][e]);
          if (at >= 0) {
            answer.matters = true;
            if (answer.changes.length < 6)
              answer.changes.push(
                `${frame.clientWidth} state ${w} ${declaration.selector}[${at}]: ${before[i][at].slice(0, 120)} → ${after[i][at].slice(0, 120)}`,
              );
          } else if (answer.changes.length === 0) {
            afterMap ??= readMap(new Set([start]));
            const computed = beforeMap[i].findIndex((text, e) => text !== afterMap![i][e]);
            if (computed >= 0)
              answer.changes.push(
                `${frame.clientWidth} state ${w} only computed: ${beforeMap[i][computed]} → ${afterMap[i][computed]}`,
              );
          }
        });
      }
      for (const undo of undone) undo();
    }
  }
  // What moves there goes on moving.
  for (const { contentDocument: inner } of frames) inner!.documentElement.replaceChildren();
  return answers;
}
