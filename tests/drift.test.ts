// Releases made from one page by random edits of its markup and sheets: what drift says of each declaration is what a
// real engine shows before and after; and what confirm says of a draft that a browser has written anew.
import type { Browser } from 'playwright-core';
import fc from 'fast-check';
import { confirm, drift, prove, type Drifted, type Verdict } from 'yelto';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, offsetsIn, runsOr, seed, pageOf } from './support/judging.js';
import { EffectJudge, type Effect } from './support/effects.js';
import {
  FurtherWorlds,
  isOfThisEngine,
  isToldAsUsed,
  mayEndNativeLook,
  measuresFonts,
  nudgedAt,
  withHeld,
} from './support/worlds.js';
import type { OrdinaryCase } from './support/ordinary.js';
import { minified } from './support/minified.js';
import { edits, type Release } from './support/releases.js';
import { everyCase } from './support/richer.js';

let browser: Browser;
let judge: EffectJudge;
beforeAll(async () => {
  browser = await startEngine();
  judge = await EffectJudge.open(browser);
});
afterAll(() => browser.close());

const runs = runsOr(2);
const updates = fc.record({
  one: everyCase,
  names: fc.uniqueArray(fc.constantFrom(...Object.keys(edits)), { minLength: 1, maxLength: 3 }),
});

function contradiction(fate: Drifted['fate'], before: Effect, after: Effect): string | undefined {
  const [was, is] = [before.changes.length > 0, after.changes.length > 0];
  const told = (isTrue: boolean) =>
    isTrue ? undefined : `before ${before.changes[0] ?? 'nothing'}; after ${after.changes[0] ?? 'nothing'}`;
  switch (fate) {
    case 'holds':
    case 'part lost':
      return told(was && is);
    case 'lost':
    case 'spare':
      return told(was && !after.matters);
    case 'found':
      return told(!before.matters && is);
    case 'elsewhere':
      return told(before.matches + after.matches === 0);
    case 'never worked':
      return told(!before.matters && !after.matters);
    case 'cannot tell':
      return undefined;
  }
}

/** A release with a draft behind it, and what the engine shows of each declaration there. */
class Shown {
  readonly #further: FurtherWorlds;
  #effects?: Promise<ReadonlyMap<number, Effect>>;

  constructor(private readonly one: OrdinaryCase) {
    this.#further = new FurtherWorlds(judge, one);
  }

  async at(start: number): Promise<Effect | undefined> {
    return (await (this.#effects ??= judge.effects(this.one))).get(start);
  }

  /** The same where it changes something in a world that the case does not have by itself, or is equal by luck. */
  async closer(start: number, { declaration, conditions }: Verdict, effect: Effect): Promise<Effect> {
    if (effect.changes.length > 0) return effect;
    const { value } = declaration;
    let works = await this.#further.some(start, ({ changes }) => changes.length > 0);
    // What a script would have to toggle is no state of the case.
    const asHeld = works ? undefined : withHeld(this.one, conditions.held);
    if (asHeld) works = ((await judge.effects(asHeld)).get(start)?.changes.length ?? 0) > 0;
    if (!works && measuresFonts(this.one, value)) {
      const nudged = (await judge.effects(nudgedAt(this.one, start))).get(start);
      works = (nudged?.changes.length ?? 0) > 0;
    }
    return works ? { ...effect, changes: ['in a further world'] } : effect;
  }
}

/** Pictures or layout, not values, decide where a declaration shows nothing, and of first lines and letters. */
const isToldByPictures = ({ outcome, selector, declaration: { property, value } }: Verdict): boolean =>
  outcome === 'no-effect' ||
  /::?first-(line|letter)\b/i.test(selector) ||
  isToldAsUsed(selector, { property, value }) ||
  isOfThisEngine(selector, property);

async function wrongs({ one, names }: { one: OrdinaryCase; names: string[] }): Promise<string[]> {
  const old: Release = one;
  const fresh = names.reduce<Release>((release, name) => edits[name](release), old);
  const [before, after] = [old, fresh].map((release, i) => pageOf(release, `r${14 + i}.html`));
  const drifted = drift(before, after, one.draft);
  const [was, is] = [new Shown(one), new Shown({ ...one, ...fresh })];
  const offsetOf = offsetsIn(one.draft);
  const wrong: string[] = [];
  for (const { fate, before: verdict, after: now, why } of drifted) {
    const { property, value } = verdict.declaration;
    const start = offsetOf(verdict.declaration);
    const [then, next] = [await was.at(start), await is.at(start)];
    if (!then || !next || [verdict, now].some(isToldByPictures)) continue;
    note(fate);
    const told =
      contradiction(fate, then, next) &&
      contradiction(fate, await was.closer(start, verdict, then), await is.closer(start, now, next));
    // A page that says what the draft says is told of as though it were not pasted yet.
    if (told && prove([before, after], one.draft).aside.length) note('set aside');
    else if (told && mayEndNativeLook(before, verdict.selector, property)) note('a control’s look');
    else if (told)
      wrong.push(
        `${fate} “${property}: ${value}” in “${verdict.selector}” after ${names.join(', ')} (${why}), but ${told}`,
      );
  }
  return wrong;
}

test(
  `${runs} random releases do to a draft what drift says (SEED=${seed})`,
  () => expectNothingFalse(updates, runs, wrongs),
  judgeTime,
);

/** Changes of what was pasted, one each, made in the engine's own rules. */
const changes = ['without', 'otherwise', 'mark', 'selector', 'media'] as const;

/** Runs in the page: a draft as a browser writes it, and with one change; twice the same where there is nothing to change so. */
function rewritten({ css, at, change }: { css: string; at: number; change: (typeof changes)[number] }) {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(css);
  const text = () => [...sheet.cssRules].map((rule) => rule.cssText).join('');
  const inside = (list: CSSRuleList): CSSRule[] =>
    [...list].flatMap((rule) => [rule, ...('cssRules' in rule ? inside(rule.cssRules as CSSRuleList) : [])]);
  const rules = inside(sheet.cssRules);
  const before = text();
  // What holds no declaration says nothing.
  const isSaying = ({ cssText }: CSSRule) => /[\w-]+: [^;{}]+;/.test(cssText);
  if (change === 'media') {
    const groups = rules.filter(
      (rule): rule is CSSMediaRule => rule instanceof CSSMediaRule && isSaying(rule),
    );
    const group = groups[at % groups.length];
    if (group) group.media.mediaText = '(min-width: 77px)';
  } else if (change === 'selector') {
    const named = rules.filter(
      // Of a pseudo-element nothing is nested.
      (rule): rule is CSSStyleRule =>
        rule instanceof CSSStyleRule &&
        isSaying(rule) &&
        !(rule.cssRules.length && rule.selectorText.includes('::')),
    );
    // What another rule says of the same thing is still there without this one.
    const first = ({ selectorText }: CSSStyleRule) => selectorText.split(',')[0];
    const isTwice = (one: CSSStyleRule) =>
      // Also within `:is()`, which says the same.
      one.selectorText.split(first(one)).length > 2;
    const once = named
      .filter((one) => !isTwice(one))
      .filter((one) =>
        named.every((other) => other === one || !other.selectorText.split(/, */).includes(first(one))),
      );
    const rule = once[at % once.length];
    if (rule) rule.selectorText = rule.selectorText.replace(/^[^:,]*/, '.elsewhere');
  } else {
    const styles = rules.flatMap((rule) => ('style' in rule ? [rule.style as CSSStyleDeclaration] : []));
    const said = styles.flatMap((style) => [...style].map((name) => ({ style, name })));
    const { style, name } = said[at % said.length] ?? {};
    if (!style || !name) return { before, after: before };
    const [value, mark] = [style.getPropertyValue(name), style.getPropertyPriority(name)];
    // What is said twice is still there when one of the two is not; parts of a shorthand with a variable say nothing alone.
    const isOnce =
      said.filter((one) => one.name === name && one.style.getPropertyValue(name) === value).length === 1;
    // What another rule for the same things undoes says nothing to begin with.
    const selectors = (style: CSSStyleDeclaration) =>
      (style.parentRule as CSSStyleRule | null)?.selectorText?.split(/, */) ?? [];
    const isUndone = said.some(
      (one) =>
        one.style !== style &&
        one.name === name &&
        selectors(one.style).some((text) => selectors(style).includes(text)),
    );
    // A line that is not drawn has no width, whatever is said.
    const isUnseen =
      name.endsWith('-width') &&
      /^(none|hidden)$/.test(style.getPropertyValue(name.replace('-width', '-style')));
    if (!value || !isOnce || isUndone || isUnseen) return { before, after: before };
    if (change === 'without') style.removeProperty(name);
    else if (change === 'mark') style.setProperty(name, value, mark ? '' : 'important');
    else style.setProperty(name, /^(inherit|unset|initial)$/.test(value) ? 'revert-layer' : 'inherit', mark);
  }
  return { before, after: text() };
}

/** Whether two rules of a text are for the same things. */
function isTwiceIn(css: string): boolean {
  const named = [...css.matchAll(/(?:^|[{};])\s*([^@{};][^{};]*?)\s*\{/g)].flatMap(([, list]) =>
    list.split(/, */),
  );
  return new Set(named).size < named.length;
}

test(
  `${runs * 3} drafts that a browser wrote anew have arrived, and a changed one has not (SEED=${seed})`,
  async () => {
    const tab = await browser.newPage();
    await tab.setContent('<!DOCTYPE html>');
    const pasted = fc.record({ one: everyCase, at: fc.nat(), change: fc.constantFrom(...changes) });
    await expectNothingFalse(pasted, runs * 3, async ({ one, at, change }) => {
      // Browsers write `all` out as hundreds of longhands; no panel does. What transitions start from is in no cascade.
      if (/\ball:|@starting-style/.test(one.draft)) return [];
      const { before, after } = await tab.evaluate(rewritten, { css: one.draft, at, change });
      // Of a shorthand with a variable of which a part is said again this engine's own text loses the rest.
      if (!before.includes(':') || before.includes(': ;')) return [];
      const steps = (css: string) =>
        confirm(pageOf({ html: one.html, sheets: [...one.sheets, css] }), one.draft);
      const isNew = (css: string) => steps(css).find(({ question }) => question === 'is it the new text');
      // Where the page says the same itself, nobody can tell.
      if (isNew('')?.ok) return [];
      const wrong: string[] = [];
      const arrived = isNew(before);
      if (arrived && !arrived.ok) wrong.push(`${arrived.seen[0]}\n${before}\n----\n${one.draft}`);
      if (after !== before && isNew(after)?.ok)
        wrong.push(`${change} is not seen:\n${after}\n----\n${one.draft}`);
      for (const by of ['by its rules', 'without spaces'] as const) {
        const small = minified(before, by);
        // Of two fonts of one width this one leaves one, which makes letters smaller, and of rules for the same the later one;
        // it drops lists of container queries.
        const isLossy =
          /monospace, monospace|border-image: none|\(from |@container [^{]*\), /.test(before) ||
          isTwiceIn(before);
        if (arrived?.ok && !isNew(small)?.ok && !(isLossy && by === 'by its rules'))
          wrong.push(`made small ${by}: ${isNew(small)?.seen[0]}\n${small}\n----\n${before}`);
      }
      if (after !== before && isNew(minified(after, 'without spaces'))?.ok)
        wrong.push(`${change}, made small, is not seen:\n${after}\n----\n${one.draft}`);
      note(after === before ? 'nothing to change' : change);
      return wrong;
    });
    await tab.close();
  },
  judgeTime,
);
