// Asks a real engine what taking each declaration out of a draft changes, at every width, medium, preference and
// state that the random drafts know of. States are written as classes of the same weight, in the page's sheets and
// in the draft alike, so that they can be held.
import type { Browser, BrowserContext, CDPSession, Page as Tab } from 'playwright-core';
import { answersInWindows, askEngine } from './effects-in-page.js';
import { answerIn } from './engine.js';
import type { OrdinaryCase } from './ordinary.js';
import { playedStates, takesFocus, withHeldClasses, withPlayed } from './played-states.js';
import { mixesOf, ways, type Way } from './ways.js';

/** What the engine shows of one declaration. */
export interface Effect {
  /** Whether its rule, and it in it, is kept by the engine. */
  readonly isValid: boolean;
  /** Elements that any selector of its rule matches, in any world. */
  readonly matches: number;
  /** Where taking it out changes a computed value of a thing that it matches: worlds, in words. */
  readonly changes: readonly string[];
  /** The same without what only the layout makes of `auto` and percentages. */
  readonly matters: boolean;
}

type Window = readonly [width: number, height: number];

/** Each stretch of widths, upright and wide, high and low. */
const windows: readonly Window[] = [10, 320, 500, 600, 601, 750, 899, 900, 1000, 1001, 1280].flatMap(
  (width) =>
    [width * 2, width - 1, 690, 710, width + 1]
      .filter((height) => height > 0 && height < 1400)
      .map((height): Window => [width, height]),
);

/** A tab, and the way of looking that it was brought to last. */
interface Seat {
  readonly tab: Tab;
  readonly session: CDPSession;
  way?: string;
}

async function seatIn(context: BrowserContext): Promise<Seat> {
  const tab = await context.newPage();
  await tab.setContent('<!DOCTYPE html><style>:root { color-scheme: light dark }</style>');
  return { tab, session: await context.newCDPSession(tab) };
}

export class EffectJudge {
  /** How each query that was asked so far is answered in each window, by the ways of looking that it asks about. */
  readonly #answers = new Map<string, string>();
  /** What was asked last: the next waits for it. */
  #turn: Promise<unknown> = Promise.resolve();

  private constructor(
    private readonly context: BrowserContext,
    private readonly plain: Seat,
    private readonly touched: Seat,
  ) {}

  static async open(browser: Browser): Promise<EffectJudge> {
    const context = await browser.newContext({ viewport: { width: 1300, height: 900 } });
    const [plain, touched] = await Promise.all([seatIn(context), seatIn(context)]);
    await touched.session.send('Emulation.setTouchEmulationEnabled', { enabled: true });
    return new EffectJudge(context, plain, touched);
  }

  #in<Answer>(mix: readonly Way[], ask: (tab: Tab) => Promise<Answer>): Promise<Answer> {
    const answer = this.#turn.then(async () => ask(await this.#brought(mix)));
    this.#turn = answer.catch(() => undefined);
    return answer;
  }

  /**
   * A tab that is brought to a way of looking. One is all ways in turn, as to make one takes longer than to ask it; but one
   * that was touched is never again as though it had a mouse.
   */
  async #brought(mix: readonly Way[]): Promise<Tab> {
    const isTouched = mix.some(({ touch }) => touch);
    const seat = isTouched ? this.touched : this.plain;
    const way = nameOf(mix);
    if (seat.way === way) return seat.tab;
    seat.way = way;
    const features = mix.flatMap(({ feature }) => (feature ? [{ name: feature[0], value: feature[1] }] : []));
    const media = mix.find((way) => way.medium)?.medium ?? '';
    const deviceScaleFactor = mix.find((way) => way.scale)?.scale ?? 1;
    await seat.session.send('Emulation.setEmulatedMedia', { media, features });
    await seat.session.send('Emulation.setDeviceMetricsOverride', {
      ...{ width: 1300, height: 900, mobile: false },
      deviceScaleFactor,
    });
    return seat.tab;
  }

  /** How each query is answered in each window, one digit a window. */
  async answersTo(
    queries: readonly string[],
    mix: readonly Way[],
    asked: readonly Window[] = windows,
  ): Promise<readonly string[]> {
    // Of ways that a query does not ask about it tells nothing.
    const keyOf = (query: string) =>
      `${asked.length} ${nameOf(mix.filter((way) => way.asked.test(query)))}: ${query}`;
    const unknown = queries.filter((query) => !this.#answers.has(keyOf(query)));
    if (unknown.length > 0) {
      const answers = await this.#in(mix, (tab) =>
        answerIn(tab, answersInWindows, { unknown, windows: asked }),
      );
      for (const [i, text] of answers.entries()) this.#answers.set(keyOf(unknown[i]), text);
    }
    return queries.map((query) => this.#answers.get(keyOf(query))!);
  }

  close(): Promise<void> {
    return this.context.close();
  }

  /**
   * One effect for each of the case's declarations; those of a list of selectors are taken together. Each is taken out by
   * itself; or else it is told what becomes of it where all that `without` lacks is taken out at a time. With `anew` the engine never
   * reads one text in place of another.
   */
  async effects(one: OrdinaryCase, without?: string, anew = false): Promise<Map<number, Effect>> {
    const { html, sheets, draft, declarations } = one;
    // Whatever takes the focus shows a ring that the browser draws.
    const focus = {
      carrier: `:is(${takesFocus}):not(:disabled)`,
      state: ':focus-visible',
    };
    const rings = /outline|\ball\s*:/.test(draft)
      ? [[focus], ...one.states.map((states) => [...states, focus])]
      : [];
    // A link has another colour while it is pressed.
    const pressed = /color/.test(draft) ? [[{ carrier: 'a[href]', state: ':active' }]] : [];
    const worlds = [[], ...one.states, ...rings, ...pressed];
    const asked = {
      html,
      sheets: [playedStates, ...sheets.map(withPlayed)],
      draft: [...new Map(declarations.map((each) => [each.start, each])).values()].map(
        ({ start, end, property }) => ({
          start,
          property,
          without: withPlayed(without ?? draft.slice(0, start) + draft.slice(end)),
        }),
      ),
      whole: withPlayed(draft),
      declarations: declarations.map(({ start, selector, pseudo, property, value }) => ({
        start,
        selector: withHeldClasses(selector),
        pseudo,
        property,
        value: value.replace(/\s*!important$/, ''),
      })),
      worlds: worlds.map((states) =>
        states.map(({ carrier, state }) => ({
          carrier: withHeldClasses(carrier).replace(/\.held-[\w-]+/g, ''),
          // What a script toggles is put there as it is.
          state: /^[.[]/.test(state) ? state : state.slice(1).toLowerCase(),
        })),
      ),
    };
    const text = decodeURIComponent([...sheets, draft].join('').replace(/%(?![0-9A-F]{2})/g, '%25'));
    // Of windows in which all media queries answer alike one will do; containers are as wide as the window lets them.
    const queries = [
      ...[...text.matchAll(/@media\b([^{]*)\{/g)].map(([, query]) => query.trim()),
      ...[...text.matchAll(/(?<![@\w])media\(([^()]*)\)/g)].map(([, asked]) => `(${asked})`),
      ...[...[...sheets, draft].join('\n').matchAll(/^@import \S+ ([^;]+);$/gm)].map(([, query]) => query),
    ];
    const isByWidth = text.includes('@container');
    const isByScheme = /color-scheme:|Canvas|light-dark/.test(text);
    // What is measured by the window's size is another thing in each, whatever queries say; and all of nothing is nothing.
    const isSized = {
      width: /\d([sld]?v(w|i|min|max)\b|%)/i.test(text),
      height: /\d[sld]?v(h|b|min|max)\b/i.test(text),
    };
    const mixes = mixesOf(ways.filter(({ asked: names }) => names.test(text)));
    const keys: string[][] = [];
    for (const mix of mixes) {
      const answers = await this.answersTo([...new Set(queries)], mix);
      keys.push(
        windows.map(([width, height], at) =>
          [
            // No query asks in which colours a box is drawn that may be in either.
            isByScheme && mix.some(({ name }) => name === 'dark'),
            isByWidth ? width : '',
            // Two that are far apart tell of luck.
            isSized.width ? Number(width > 100) + Number(width > 900) : '',
            isSized.height ? height > 700 : '',
            ...answers.map((text) => text[at]),
          ].join(''),
        ),
      );
    }
    const seen = new Set<string>();
    const frames = keys.map((own) => own.flatMap((key, at) => (seen.has(key) ? [] : (seen.add(key), [at]))));
    const effects = new Map<number, Effect>();
    for (const [t, mix] of mixes.entries()) {
      if (frames[t].length === 0) continue;
      // One change is enough to know that a declaration matters.
      const settled = [...effects].flatMap(([start, { matters }]) => (matters ? [start] : []));
      const way = nameOf(mix) || 'plain';
      const chosen = frames[t].map((at) => windows[at]);
      const told = await this.#in(mix, (tab) =>
        answerIn(tab, askEngine, { ...asked, chosen, settled, anew }),
      );
      for (const one of told) {
        const known = effects.get(one.start);
        effects.set(one.start, {
          isValid: one.isValid,
          matches: Math.max(one.matches, known?.matches ?? 0),
          changes: [...(known?.changes ?? []), ...one.changes.map((change) => `${way} ${change}`)],
          matters: one.matters || (known?.matters ?? false),
        });
      }
    }
    return effects;
  }
}

const nameOf = (mix: readonly Way[]): string => mix.map(({ name }) => name).join(' ');
