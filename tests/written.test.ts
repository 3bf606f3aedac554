// Overrides for random wishes, judged by a real engine: under a media query, in a state, with several declarations, the
// owner's own draft already there, at every width at which the platform says otherwise, in quirks mode too. Each must
// win on all that was meant, wherever it is to hold, and match nothing else.
import type { Browser, Page as Tab } from 'playwright-core';
import fc from 'fast-check';
import { addToDraft, elementOf, prove, writeOverride, YeltoError, type Wish } from 'yelto';
import { withHeldClasses } from './support/played-states.js';
import { expectNothingFalse, judgeTime, note, pageOf, runsOr, seed, wholePage } from './support/judging.js';
import { startEngine } from './support/engine.js';
import { anySheet } from './support/ordinary.js';
import { everyCase } from './support/richer.js';
import { mediaQueries } from './support/ordinary-rules.js';

let browser: Browser;
let tab: Tab;
/** Narrow and wide, upright and low. */
const windows = [
  [320, 800],
  [600, 800],
  [601, 590],
  [899, 800],
  [1000, 1400],
  [1280, 800],
  [1280, 400],
] as const;
beforeAll(async () => {
  browser = await startEngine();
  tab = await browser.newPage({ viewport: { width: 1300, height: 850 } });
  await tab.setContent(
    `<!DOCTYPE html>${windows.map(([width, height]) => `<iframe style="border:0;width:${width}px;height:${height}px"></iframe>`).join('')}`,
  );
});
afterAll(() => browser.close());

const runs = runsOr(8);

const declaration = fc.constantFrom(
  ['color', 'rgb(1, 2, 3)'],
  ['margin-left', '13.5px'],
  ['padding', '7px 3px'],
  ['background-color', 'rgb(3, 2, 1)'],
  ['font-size', '17px'],
  ['border', '2px dotted rgb(9, 9, 9)'],
  ['letter-spacing', '3px'],
  ['display', 'inline-block'],
  ['opacity', '0.625'],
  ['padding-left', '9px'],
  ['line-height', '31px'],
  ['transform', 'translateY(-3px)'],
) as fc.Arbitrary<[string, string]>;

/** Media that a rule is not asked to hold in: where it does not, its proof says so. */
const asides = [
  { name: 'dark', isAsked: /dark/, is: { colorScheme: 'dark' } },
  { name: 'print', isAsked: /print|screen/, is: { media: 'print' } },
] as const;

const wishes = fc.record({
  one: everyCase,
  quirks: fc.constantFrom(false, false, true),
  at: fc.array(fc.nat(), { minLength: 1, maxLength: 2 }),
  said: fc.array(declaration, { minLength: 1, maxLength: 3 }),
  /** Which of the case's own declarations is wished for instead: it may be there already, here or elsewhere. */
  own: fc.option(fc.nat()),
  reach: fc.constantFrom('only', 'alike') as fc.Arbitrary<'only' | 'alike'>,
  place: fc.constantFrom('after', 'before', 'unknown') as fc.Arbitrary<'after' | 'before' | 'unknown'>,
  media: fc.option(fc.constantFrom(...mediaQueries.filter((query) => !/print|prefers|10px/.test(query))), {
    freq: 2,
  }),
  state: fc.option(
    fc.record({
      name: fc.constantFrom(':hover', ':focus', ':active'),
      carrier: fc.constantFrom('self', 'parent', 'before'),
    }),
    { freq: 2 },
  ),
  draft: fc.option(anySheet, { freq: 2 }),
});

type Case = typeof wishes extends fc.Arbitrary<infer T> ? T : never;

interface Asked {
  readonly html: string;
  readonly before: string;
  readonly after: string;
  readonly targets: readonly number[];
  readonly holder?: { readonly index: number; readonly state: string };
  readonly set: readonly (readonly [string, string])[];
  readonly media: string | null;
}

/** In each window, the targets on which a declaration is not what it would be with the utmost strength. */
function misses(asked: Asked): Promise<string[]> {
  return tab.evaluate(async ({ html, before, after, targets, holder, set, media }) => {
    const found: string[] = [];
    for (const frame of document.querySelectorAll('iframe')) {
      await new Promise((next) => {
        frame.onload = next;
        frame.srcdoc = html;
      });
      const inner = frame.contentDocument!;
      const all = [...inner.querySelectorAll('*')];
      if (holder) {
        all[holder.index].classList.add(`held-${holder.state}`);
        for (
          let up = all[holder.index].parentElement;
          up && /hover|active/.test(holder.state);
          up = up.parentElement
        )
          up.classList.add(`held-${holder.state}`);
      }
      const sheet = (css: string, place: 'prepend' | 'append') => {
        const style = inner.createElement('style');
        style.textContent = css;
        inner.head[place](style);
      };
      sheet(before, 'prepend');
      sheet(after, 'append');
      sheet('* { transition: none !important; animation: none !important }', 'append');
      if (media && !frame.contentWindow!.matchMedia(media).matches) continue;
      for (const index of targets) {
        const element = all[index] as HTMLElement;
        const own = element.getAttribute('style');
        const read = () => {
          const style = frame.contentWindow!.getComputedStyle(element);
          return set.map(([property]) => {
            const box = inner.createElement('div');
            box.style.setProperty(property, 'inherit');
            return [...box.style].map((name) => `${name}: ${style.getPropertyValue(name)}`).join('; ');
          });
        };
        const now = read();
        for (const [property, value] of set) element.style.setProperty(property, value, 'important');
        const meant = read();
        if (own === null) element.removeAttribute('style');
        else element.setAttribute('style', own);
        now.forEach((text, i) => {
          if (text !== meant[i])
            found.push(
              `${frame.clientWidth} × ${frame.clientHeight} px, element ${index}: ${text} instead of ${meant[i]}`,
            );
        });
      }
    }
    return found;
  }, asked);
}

async function wrongs({
  one,
  quirks,
  at,
  said: unusual,
  own,
  reach,
  place,
  media,
  state,
  draft,
}: Case): Promise<string[]> {
  const { property, value } = one.declarations[(own ?? 0) % one.declarations.length];
  // The judge itself ends all movement.
  const isOwn = own !== null && !/^(-webkit-)?(transition|animation)/.test(property);
  const set = isOwn ? [[property, value.replace(/ *!important$/i, '')] as const] : unusual;
  const page = pageOf(one, 'page.html', quirks);
  const inBody = page.elements.filter(
    ({ tag, parent }) => parent && !/^(head|body|title|style|rect|option|svg)$/.test(tag),
  );
  const targets = [...new Set(at.map((n) => inBody[n % inBody.length]))].slice(0, state ? 1 : 2);
  const [first] = targets;
  const siblings = first.parent!.children;
  const holder =
    state &&
    { self: first, parent: first.parent!, before: siblings[siblings.indexOf(first) - 1] ?? first }[
      state.carrier
    ];
  const wish: Wish = {
    at: targets,
    set: Object.fromEntries(set),
    reach: state ? 'only' : reach,
    panel: { place },
    media: media ?? undefined,
    held: state && holder ? [{ element: holder, state: state.name }] : undefined,
    draft: draft ?? undefined,
  };
  let override;
  try {
    override = writeOverride(page, wish);
  } catch (error) {
    if (error instanceof YeltoError) {
      note(`no rule: ${error.message.slice(0, 40)}`);
      return [];
    }
    throw error;
  }
  const { css, matched, spill, warnings } = override;
  // What cannot be had is said, not hidden.
  const said = warnings.find((warning) => /^Nothing of the owner|does not win|animation/.test(warning));
  note(said ? `said: ${said.slice(0, 30)}` : 'wins');
  if (said) return [];
  const wrong: string[] = [];
  if (spill.length && !warnings.some((warning) => /nobody asked for/.test(warning)))
    wrong.push(`spills ${spill.length} unsaid`);
  if (!targets.every((target) => matched.includes(elementOf(target)))) wrong.push('leaves a target out');
  const text = addToDraft(draft ?? '', css);
  const missed = async (from: 'before' | 'after') =>
    misses({
      html: wholePage({ html: one.html, sheets: one.sheets.map(withHeldClasses) }, quirks),
      before: from === 'before' ? withHeldClasses(text) : '',
      after: from === 'before' ? '' : withHeldClasses(text),
      targets: targets.map(({ index }) => index),
      holder: state && holder ? { index: holder.index, state: state.name.slice(1) } : undefined,
      set: [...new Map(set)],
      media: media ?? null,
    });
  const places = place === 'unknown' ? (['before', 'after'] as const) : [place];
  for (const from of places) wrong.push(...(await missed(from)));
  for (const { name, isAsked, is } of asides) {
    if (media !== null || !isAsked.test(one.sheets.join() + (draft ?? ''))) continue;
    await tab.emulateMedia(is);
    for (const from of places) {
      const [first] = await missed(from);
      if (!first) continue;
      note(`gives way in ${name}`);
      const verdicts = prove(page, text, { panel: { place: from } }).verdicts.filter(({ declaration }) =>
        set.some(([property, value]) => declaration.property === property && declaration.value === value),
      );
      if (!verdicts.some(({ outcome }) => outcome !== 'wins')) wrong.push(`in ${name}, unsaid: ${first}`);
    }
    await tab.emulateMedia({ colorScheme: null, media: null });
  }
  return wrong.map(
    (text_) =>
      `${text_}\n  ${css.replace(/\s+/g, ' ')} [${place}${media ? `, ${media}` : ''}${state ? `, ${state.name} on ${state.carrier}` : ''}${draft ? ', with a draft' : ''}${quirks ? ', quirks' : ''}] ${warnings.join(' ')}`,
  );
}

test(
  `${runs} random wishes win in the engine wherever they are to hold (SEED=${seed})`,
  () => expectNothingFalse(wishes, runs, wrongs),
  judgeTime,
);
