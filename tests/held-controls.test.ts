// States of form controls that are held, judged by an engine in which a script brings them about: with one come others, on
// the control, in its form, in its group and in its list.
import { resolve } from 'node:path';
import fc from 'fast-check';
import type { Browser, Page as Tab } from 'playwright-core';
import { contests, parsePage, type Held, type Page, type PageElement, type PageSource } from 'yelto';
import type { makeHolder } from '../dist/browser/hold.js';
import type { readDocument } from '../dist/browser/read-document.js';
import { bundled } from './support/bundle.js';
import { startEngine } from './support/engine.js';
import { expectNothingFalse, judgeTime, note, runsOr } from './support/judging.js';

let browser: Browser;
let tab: Tab;
beforeAll(async () => {
  browser = await startEngine();
  tab = await browser.newPage();
  await tab.setContent('<!DOCTYPE html><body>');
  const from = (name: string) => JSON.stringify(resolve(`dist/browser/${name}.js`));
  await tab.evaluate(
    bundled(
      `import { makeHolder } from ${from('hold')}; import { readDocument } from ${from('read-document')};
      window.yelto = { makeHolder, readDocument };`,
    ),
  );
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
  'enabled disabled checked default indeterminate required optional read-only read-write placeholder-shown valid invalid in-range out-of-range open focus focus-within focus-visible modal'.split(
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

const states = one(
  ':disabled',
  ':disabled',
  ':checked',
  ':indeterminate',
  ':open',
  ':invalid',
  ':modal',
  ':focus-visible',
  ':focus-visible',
);
const marks = fc.array(fc.record({ state: states, at: fc.nat() }), { minLength: 1, maxLength: 2 });
const done = fc.array(
  fc.record({
    state: one(
      ':checked',
      ':checked',
      ':indeterminate',
      ':invalid',
      ':disabled',
      'typed 4',
      'typed x',
      'emptied',
      ':modal',
    ),
    at: fc.nat(),
  }),
  { maxLength: 4 },
);
const cases = fc.record({
  html: markup,
  /** What a person or a script has done before anybody looks. */
  done,
  held: marks,
});

/** What can be in each of these. */
const kinds: Readonly<Record<string, RegExp>> = {
  ':disabled': /^(input|select|textarea|button|fieldset|optgroup|option)$/,
  ':checked': /^(input|option)$/,
  ':indeterminate': /^(input|progress)$/,
  ':open': /^(details|dialog)$/,
  ':modal': /^dialog$/,
  ':invalid': /^(input|select|textarea|button)$/,
  ':focus-visible': /^(input|select|textarea|button|p)$/,
  'typed 4': /^(input|textarea)$/,
  'typed x': /^(input|textarea)$/,
  emptied: /^(input|select|textarea)$/,
};

/** What the page is given. */
interface Given {
  readonly makeHolder: typeof makeHolder;
  readonly readDocument: typeof readDocument;
}

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
  /** The page as it is read before, and while the room holds them. */
  readonly read: PageSource;
  readonly readMeanwhile: PageSource;
}

/** Runs in the page; null where the engine would not have all of the states. */
async function askEngine({
  html,
  css,
  done,
  wanted,
}: {
  html: string;
  css: string;
  done: readonly Wanted[];
  wanted: readonly Wanted[];
}): Promise<Matched | null> {
  const { makeHolder, readDocument } = (window as unknown as { yelto: Given }).yelto;
  const bring = (one: Element, state: string) => {
    const control = one as HTMLInputElement & HTMLOptionElement & HTMLDialogElement;
    const { localName, type } = control;
    if (state === ':disabled') control.disabled = true;
    else if (state === ':open') control.open = true;
    else if (state === ':modal') {
      if (!control.open) control.showModal();
      // Where the focus is, is asked for on its own: a room has it elsewhere.
      (document.activeElement as HTMLElement).blur();
    } else if (state === ':invalid') control.setCustomValidity('x');
    else if (state === ':focus-visible') control.focus();
    else if (state === ':checked' && localName === 'option') control.selected = true;
    else if (state === ':checked') control.checked = true;
    else if (state === ':indeterminate' && localName === 'progress') control.removeAttribute('value');
    else if (state === ':indeterminate') control.indeterminate = true;
    // What these say stands in their attribute.
    else if (!/^(checkbox|radio|submit)$/.test(type)) control.value = state.replace(/^\w+ ?/, '');
  };
  const show = () => {
    document.body.innerHTML = html.replace(/^.*?<body>/s, '');
    document.head.innerHTML = `<style>${css}</style>`;
    const all = [...document.body.querySelectorAll('*')];
    for (const { state, at } of done) bring(all[at], state);
    return all;
  };
  const matched = (all: readonly Element[]) =>
    [...document.styleSheets[0].cssRules].map((rule) =>
      all.flatMap((one, i) => (one.matches((rule as CSSStyleRule).selectorText) ? [i] : [])).join(),
    );
  let all = show();
  const read = await readDocument(document);
  for (const { state, at } of wanted) bring(all[at], state);
  if (!wanted.every(({ state, at }) => all[at].matches(state))) return null;
  const real = matched(all);
  all = show();
  const before = matched(all);
  const holder = makeHolder(document);
  holder.hold(wanted.map(({ state, at }) => ({ state, element: all[at] })));
  const held = matched(all);
  const readMeanwhile = await readDocument(document, 'x', holder);
  holder.hold([]);
  return { real, held, before, after: matched(all), read, readMeanwhile };
}

const inBody = ({ elements }: Page): readonly PageElement[] =>
  elements.slice(elements.findIndex(({ tag }) => tag === 'body') + 1);

const marked = (all: readonly PageElement[], marks: readonly Wanted[]): Wanted[] =>
  marks.flatMap(({ state, at }) => {
    const could = all.flatMap(({ tag }, i) => (kinds[state].test(tag) ? [i] : []));
    return could.length ? [{ state, at: could[at % could.length] }] : [];
  });

/** What each selector matches by what we say. */
function matchedIn(page: Page): string[] {
  const found = asked.map((): number[] => []);
  for (const [i, element] of inBody(page).entries())
    for (const { property } of contests(page, element))
      if (property.startsWith('--r')) found[Number(property.slice(3))].push(i);
  return found.map((rows) => rows.join());
}

const cssOf = asked.map((selector, i) => `${selector} { --r${i}: 1 }`).join('\n');

/** The differences between two answers about a case. */
const apart = (what: string, one: readonly string[], other: readonly string[]): string[] =>
  asked.flatMap((selector, i) =>
    one[i] === other[i] ? [] : [`${what}: ${selector} is ${one[i]}, in the engine ${other[i]}`],
  );

test.each([
  ['markup', 0],
  ['a living page in which somebody has been', 4],
])(
  'what hangs on a state of a control is held with it: %s',
  (_, mostDone) =>
    expectNothingFalse(cases, runsOr(16), async ({ html, done, held }) => {
      const written = parsePage({
        name: 'x',
        html: html.replace('<body>', () => `<head><style>${cssOf}</style></head><body>`),
      });
      const all = inBody(written);
      const wanted = marked(all, held);
      const before = marked(all, done).slice(0, mostDone);
      const engine = await tab.evaluate(askEngine, { html, css: cssOf, done: before, wanted });
      if (!engine || wanted.length === 0) return (note('not to be had'), []);
      const page = mostDone > 0 ? parsePage(engine.read) : written;
      const heldIn = (one: Page) =>
        one.under({ held: wanted.map(({ state, at }): Held => ({ element: inBody(one)[at], state })) });
      for (const { state } of [...wanted, ...before]) note(state);
      const words = (list: readonly Wanted[]) =>
        list.map(({ state, at }) => `${state} on ${all[at].tag} ${at}`).join(', ');
      const case_ = `${words(before)}; ${words(wanted)} in ${html}`;
      return [
        ...apart('as it is', matchedIn(page), engine.before),
        ...apart('held', matchedIn(heldIn(page)), engine.real),
        ...apart('in the room', engine.held, engine.real),
        ...apart('taken back', engine.after, engine.before),
        ...(mostDone > 0
          ? apart('read while it is held', matchedIn(parsePage(engine.readMeanwhile)), engine.before)
          : []),
      ].map((wrong) => `${wrong}: ${case_}`);
    }),
  judgeTime,
);
