// Pictures of a page by a real engine, under the conditions of a verdict and in its states.
import type { Browser, CDPSession, Page as Tab } from 'playwright-core';
import type { Conditions } from 'yelto';
import { withHeldClasses } from './played-states.js';
import type { HeldState, StateAt } from './ordinary-rules.js';

/** The preferences that a tab is opened with; all others are set in it. */
const ofDevice = ['hover', 'any-hover', 'pointer', 'any-pointer', 'resolution'];

/** Takes pictures of a page under conditions, and tells whether two drafts look the same on it. */
export class PictureJudge {
  readonly #tabs = new Map<string, Promise<{ tab: Tab; session: CDPSession }>>();

  private constructor(
    private readonly browser: Browser,
    private tab: Tab,
  ) {}

  static async open(browser: Browser): Promise<PictureJudge> {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    return new PictureJudge(browser, await context.newPage());
  }

  /** A tab on a device of that density, with a finger or a mouse. */
  #on(touch: boolean, scale: number): Promise<{ tab: Tab; session: CDPSession }> {
    const key = `${touch} ${scale}`;
    const open = async () => {
      const context = await this.browser.newContext({ hasTouch: touch, deviceScaleFactor: scale });
      const tab = await context.newPage();
      return { tab, session: await context.newCDPSession(tab) };
    };
    let found = this.#tabs.get(key);
    if (!found) this.#tabs.set(key, (found = open()));
    return found;
  }

  /** False for a device that the engine cannot be: one of a finger that hovers, say. */
  async under({ width, height, medium, preferences }: Conditions): Promise<boolean> {
    const touch = preferences.hover === 'none' || preferences.pointer === 'coarse';
    const { tab, session } = await this.#on(touch, parseFloat(preferences.resolution ?? '1'));
    this.tab = tab;
    await tab.setViewportSize({
      width: Math.max(1, width),
      height: Math.min(1500, Math.max(1, Math.round(height))),
    });
    const features = Object.entries(preferences)
      .filter(([name]) => !ofDevice.includes(name))
      .map(([name, value]) => ({ name, value }));
    await session.send('Emulation.setEmulatedMedia', { media: medium === 'print' ? 'print' : '', features });
    const asked = Object.entries(preferences).map(([name, value]) => `(${name}: ${value})`);
    return tab.evaluate((queries) => queries.every((one) => matchMedia(one).matches), asked);
  }

  async picture(
    html: string,
    sheets: readonly string[],
    states: readonly (HeldState | StateAt)[],
  ): Promise<string> {
    const styles = sheets
      .map((css) => `<style style="display: none !important">${withHeldClasses(css)}</style>`)
      .join('');
    await this.tab.setContent(`<!DOCTYPE html>${html.replace('</head>', `${styles}</head>`)}`);
    await this.tab.evaluate(
      (list) => {
        const fromBody = [document.body, ...document.body.querySelectorAll('*')];
        for (const { carrier, at, state } of list)
          for (const element of carrier === undefined
            ? [at < 0 ? document.documentElement : fromBody[at]]
            : document.querySelectorAll(carrier)) {
            // What a script sets of a control it sets, as it is drawn.
            if (/^(disabled|checked|open|indeterminate)$/.test(state) && state in element)
              (element as unknown as Record<string, boolean>)[state] = true;
            const attribute = /^\[([^=\]]+?)(?:[~|^$*]?="?([^"\]]*?)"?)?\]$/.exec(state);
            if (attribute) element.setAttribute(attribute[1], attribute[2] ?? '');
            else element.classList.add(state.startsWith('.') ? state.slice(1) : `held-${state}`);
            for (let up = element.parentElement; up && /hover|active/.test(state); up = up.parentElement)
              up.classList.add(`held-${state}`);
          }
        // All is laid out anew, as if the states had been there from the start: this engine leaves what a mark of emphasis moves
        // where it was.
        const root = document.documentElement;
        const own = root.getAttribute('style');
        root.style.setProperty('display', 'none', 'important');
        void root.offsetHeight;
        if (own === null) root.removeAttribute('style');
        else root.setAttribute('style', own);
        for (const animation of document.getAnimations())
          try {
            animation.finish();
          } catch {
            animation.cancel();
          }
      },
      states.map((one) => ({
        carrier: 'carrier' in one ? withHeldClasses(one.carrier).replace(/\.held-[\w-]+/g, '') : undefined,
        at: 'at' in one ? one.at : 0,
        // What a script toggles is put there as it is.
        state: /^[.[]/.test(one.state) ? one.state : one.state.slice(1).toLowerCase(),
      })),
    );
    return (await this.tab.screenshot({ animations: 'disabled', caret: 'hide' })).toString('base64');
  }

  /** On the page of the last picture: a value of the first thing that a selector names; '' for none. */
  computed(selector: string, pseudo: string, property: string): Promise<string> {
    return this.tab.evaluate(
      ({ selector, pseudo, property }) => {
        const element = document.querySelector(selector);
        return element ? getComputedStyle(element, pseudo || null).getPropertyValue(property) : '';
      },
      { selector, pseudo, property },
    );
  }

  /** On the page of the last picture: all values of all that a selector names. */
  everyValue(selector: string): Promise<string> {
    return this.tab.evaluate(
      (selector) =>
        [...document.querySelectorAll(selector)]
          .map((element) => {
            const style = getComputedStyle(element);
            return [...style].map((name) => `${name}: ${style.getPropertyValue(name)}`).join('; ');
          })
          .join('\n'),
      selector,
    );
  }

  /** On the page of the last picture: where a value is not what it would be with the utmost strength, in words. */
  differsFromUtmost(selector: string, property: string, value: string): Promise<string | undefined> {
    return this.tab.evaluate(
      ({ selector, property, value }) => {
        // Of a list each may end in one.
        const plain = selector.replace(/(::[\w-]+|:(before|after|first-line|first-letter))(?=\s*(,|$))/g, '');
        const pseudo = plain !== selector;
        const found = document.querySelectorAll(plain === '' ? '*' : plain);
        if (found.length === 0) return 'it matches nothing';
        if (pseudo) return undefined;
        for (const element of found as NodeListOf<HTMLElement>) {
          // The judge's own, and hidden by it.
          if (element.tagName === 'STYLE') continue;
          const names = (() => {
            const box = document.createElement('div');
            box.style.setProperty(property, value);
            return [...box.style];
          })();
          const read = () =>
            names.map((name) => `${name}: ${getComputedStyle(element).getPropertyValue(name)}`).join('; ');
          const now = read();
          const own = element.getAttribute('style');
          element.style.setProperty(property, value, 'important');
          const meant = read();
          if (own === null) element.removeAttribute('style');
          else element.setAttribute('style', own);
          if (now !== meant) return `${now} instead of ${meant} on <${element.tagName}>`;
        }
        return undefined;
      },
      { selector: withHeldClasses(selector), property, value },
    );
  }

  /** On the page of the last picture: whether any thing has the value. */
  isAnywhere(selector: string, pseudo: string, property: string, value: string): Promise<boolean> {
    return this.tab.evaluate(
      ({ selector, pseudo, property, value }) => {
        // In a tree of its own, where none of the page's rules reaches it.
        const host = document.createElement('div');
        const box = document.createElement('span');
        host.attachShadow({ mode: 'open' }).append(box);
        document.body.append(host);
        box.style.setProperty(property, value);
        const meant = getComputedStyle(box).getPropertyValue(property) || value;
        host.remove();
        // Where lines are cut this engine tells such a box as one of another kind.
        const whereCut = value === '-webkit-box' ? 'flow-root' : meant;
        return [...document.querySelectorAll(selector)].some((one) =>
          [meant, whereCut].includes(getComputedStyle(one, pseudo || null).getPropertyValue(property)),
        );
      },
      { selector: withHeldClasses(selector), pseudo: pseudo.replace(/^:?:/, '::'), property, value },
    );
  }

  async count(html: string, selector: string): Promise<number> {
    await this.tab.setContent(`<!DOCTYPE html>${html}`);
    return this.tab.evaluate(
      (text) =>
        document.querySelectorAll(
          // What stands in brackets is dropped by itself where it names one.
          text.replace(
            /\((?:[^()]|\([^()]*\))*\)|::[a-z-]+|:(before|after|first-line|first-letter)(?![\w-])/g,
            (found) => (found.startsWith('(') ? found : ''),
          ),
        ).length,
      selector,
    );
  }
}
