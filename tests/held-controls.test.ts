// States of form controls that are held, judged by an engine in which a script brings them about: with one come others, on
// the control, in its form, in its group and in its list.
import { resolve } from 'node:path';
import fc from 'fast-check';
import type { Browser, Page as Tab } from 'playwright-core';
import { contests, parsePage, type Held, type PageElement } from 'yelto';
import type { Holder } from '../dist/browser/hold.js';
import { bundled } from './support/bundle.js';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, runsOr } from './support/judging.js';

let browser: Browser;
let tab: Tab;
beforeAll(async () => {
  browser = await startEngine();
  tab = await browser.newPage();
  await tab.setContent('<!DOCTYPE html><body>');
  const holder = JSON.stringify(resolve('dist/browser/hold.js'));
  await tab.evaluate(bundled(`import { makeHolder } from ${holder}; window.holder = makeHolder(document);`));
});
afterAll(() => browser.close());

const one = <T>(...list: readonly T[]) => fc.constantFrom(...list);

const said = fc
  .uniqueArray(
    one(
      'required',
      'disabled',
      'checked',
      'readonly',
      'value=""',
      'value="7"',
      'name="a"',
      'name="b"',
      'placeholder="x"',
      'min="2" max="9"',
      'min="8"',
      'pattern="[a-z]"',
      'form="f"',
      'form="g"',
    ),
    { maxLength: 3 },
  )
  .map((list) => list.join(' '));
const input = fc
  .tuple(one('checkbox', 'radio', 'radio', 'text', 'number', 'submit', 'date', 'email'), said)
  .map(([type, words]) => `<input type="${type}" ${words}>`);
const option = one('', 'selected', 'disabled', 'value=""').map((word) => `<option ${word}>o</option>`);
const options = fc.array(option, { minLength: 1, maxLength: 3 }).map((list) => list.join(''));
const group = fc
  .tuple(one('', 'disabled'), options)
  .map(([word, inner]) => `<optgroup ${word}>${inner}</optgroup>`);
const select = fc
  .tuple(
    one('', 'multiple', 'size="3"', 'required'),
    said,
    fc.array(fc.oneof(options, group), { maxLength: 2 }),
  )
  .map(([kind, words, inner]) => `<select ${kind} ${words}>${inner.join('')}</select>`);
const other = fc
  .tuple(one('textarea', 'button', 'progress'), said)
  .map(([tag, words]) => `<${tag} ${words}></${tag}>`);
const box = fc.letrec<{ any: string; list: string }>((tie) => ({
  list: fc.array(tie('any'), { minLength: 1, maxLength: 4 }).map((list) => list.join('')),
  any: fc.oneof(
    { depthSize: 'small', maxDepth: 3 },
    { arbitrary: input, weight: 3 },
    select,
    other,
    fc
      .tuple(one('', 'disabled'), tie('list'))
      .map(([word, inner]) => `<fieldset ${word}>${inner}</fieldset>`),
    tie('list').map((inner) => `<fieldset><legend>${inner}</legend>${inner}</fieldset>`),
    fc
      .tuple(one('', 'open'), one('details', 'dialog'), tie('list'))
      .map(([word, tag, inner]) => `<${tag} ${word}>${inner}</${tag}>`),
    tie('list').map(
      (inner) =>
        `<p contenteditable>${inner.replaceAll(/<\/?(fieldset|legend|details|dialog|form|p)\b[^>]*>/g, '')}</p>`,
    ),
  ),
})).list;
const markup = fc
  .tuple(box, box)
  .map(
    ([inForm, behind]) => `<!DOCTYPE html><body><form id="f">${inForm}</form><form id="g">${behind}</form>`,
  );

const names =
  'enabled disabled checked default indeterminate required optional read-only read-write placeholder-shown valid invalid in-range out-of-range open focus focus-within focus-visible'.split(
    ' ',
  );
const asked = [
  ...names.flatMap((name) => [`:${name}`, `:has(:${name})`, `:not(:${name}) + *`, `:is(.x, :${name}) > *`]),
  '[disabled]',
  '[checked]',
  '[open]',
  '[disabled]:not(:enabled)',
  'fieldset:disabled :read-only',
  'select:disabled option:disabled',
];
const css = asked.map((selector, i) => `${selector} { --r${i}: 1 }`).join('\n');

const states = one(
  ':disabled',
  ':disabled',
  ':checked',
  ':indeterminate',
  ':open',
  ':invalid',
  ':focus-visible',
);
const cases = fc.record({
  html: markup,
  held: fc.array(fc.record({ state: states, at: fc.nat() }), { minLength: 1, maxLength: 2 }),
});

/** What can be in each of these. */
const kinds: Readonly<Record<string, RegExp>> = {
  ':disabled': /^(input|select|textarea|button|fieldset|optgroup|option)$/,
  ':checked': /^(input|option)$/,
  ':indeterminate': /^(input|progress)$/,
  ':open': /^(details|dialog)$/,
  ':invalid': /^(input|select|textarea|button)$/,
  ':focus-visible': /^(input|select|textarea|button|p)$/,
};

interface Wanted {
  readonly state: string;
  /** Of the elements in the body. */
  readonly at: number;
}

/** What each selector matches in the engine, by the numbers of elements. */
interface Matched {
  /** With the states brought about by a script. */
  readonly real: readonly string[];
  /** With the states held by what the room holds them by. */
  readonly held: readonly string[];
  /** Before anything, and after all was taken back. */
  readonly before: readonly string[];
  readonly after: readonly string[];
}

/** Runs in the page; null where the engine would not have all of the states. */
function askEngine({
  html,
  css,
  wanted,
}: {
  html: string;
  css: string;
  wanted: readonly Wanted[];
}): Matched | null {
  const { holder } = window as unknown as { holder: Holder };
  const show = () => {
    document.body.innerHTML = html.replace(/^.*?<body>/s, '');
    document.head.innerHTML = `<style>${css}</style>`;
    return [...document.body.querySelectorAll('*')];
  };
  const matched = (all: readonly Element[]) =>
    [...document.styleSheets[0].cssRules].map((rule) =>
      all.flatMap((one, i) => (one.matches((rule as CSSStyleRule).selectorText) ? [i] : [])).join(),
    );
  let all = show();
  for (const { state, at } of wanted) {
    const control = all[at] as HTMLInputElement & HTMLOptionElement & HTMLDialogElement;
    if (state === ':disabled') control.disabled = true;
    else if (state === ':open') control.open = true;
    else if (state === ':invalid') control.setCustomValidity('x');
    else if (state === ':focus-visible') control.focus();
    else if (state === ':checked' && control.localName === 'option') control.selected = true;
    else if (state === ':checked') control.checked = true;
    else if (control.localName === 'progress') control.removeAttribute('value');
    else control.indeterminate = true;
  }
  if (!wanted.every(({ state, at }) => all[at].matches(state))) return null;
  const real = matched(all);
  all = show();
  const before = matched(all);
  holder.hold(wanted.map(({ state, at }) => ({ state, element: all[at] })));
  const held = matched(all);
  holder.hold([]);
  return { real, held, before, after: matched(all) };
}

/** The elements in the body, and what is held on which of them. */
function readCase({ html, held }: { html: string; held: readonly Wanted[] }) {
  const page = parsePage({
    name: 'x',
    html: html.replace('<body>', `<head><style>${css}</style></head><body>`),
  });
  const inBody = page.elements.slice(page.elements.findIndex(({ tag }) => tag === 'body') + 1);
  const wanted = held.flatMap(({ state, at }): Wanted[] => {
    const could = inBody.flatMap(({ tag }, i) => (kinds[state].test(tag) ? [i] : []));
    return could.length ? [{ state, at: could[at % could.length] }] : [];
  });
  return { page, inBody, wanted };
}

const wordsOf = (wanted: readonly Wanted[], inBody: readonly PageElement[]): string =>
  wanted.map(({ state, at }) => `${state} on ${inBody[at].tag} ${at}`).join(' and ');

test(
  'what hangs on a state of a control is held with it',
  () =>
    expectNothingFalse(cases, runsOr(150), async (given) => {
      const { page, inBody, wanted } = readCase(given);
      const engine = await tab.evaluate(askEngine, { html: given.html, css, wanted });
      if (!engine || wanted.length === 0) return (note('not to be had'), []);
      const view = page.under({
        held: wanted.map(({ state, at }): Held => ({ element: inBody[at], state })),
      });
      const ours = asked.map((): number[] => []);
      for (const [i, element] of inBody.entries())
        for (const { property } of contests(view, element))
          if (property.startsWith('--r')) ours[Number(property.slice(3))].push(i);
      for (const { state } of wanted) note(state);
      return asked.flatMap((selector, i) =>
        ours[i].join() === engine.real[i]
          ? []
          : [
              `${wordsOf(wanted, inBody)}: ${selector} is ${ours[i].join()}, in the engine ${engine.real[i]} in ${given.html}`,
            ],
      );
    }),
  judgeTime,
);

test(
  'the room holds the same in a living page, and takes it back',
  () =>
    expectNothingFalse(cases, runsOr(150), async (given) => {
      const { inBody, wanted } = readCase(given);
      const engine = await tab.evaluate(askEngine, { html: given.html, css, wanted });
      if (!engine || wanted.length === 0) return (note('not to be had'), []);
      const { real, held, before, after } = engine;
      return asked.flatMap((selector, i) => [
        ...(held[i] === real[i]
          ? []
          : [`${wordsOf(wanted, inBody)}: ${selector} is ${held[i]}, not ${real[i]} in ${given.html}`]),
        ...(after[i] === before[i]
          ? []
          : [`${wordsOf(wanted, inBody)}: ${selector} stays ${after[i]}, was ${before[i]} in ${given.html}`]),
      ]);
    }),
  judgeTime,
);
