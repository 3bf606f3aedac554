// Small random pages, sheets, layers, scopes and nestings, compared with a real engine in batches.
import fc from 'fast-check';
import type { Browser } from 'playwright-core';
import { parsePage } from 'yelto';
import { compareWithEngine, startEngine } from './support/engine.js';
import { runsOr, seed } from './support/judging.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

const name = fc.constantFrom('a', 'b', 'c', 'd');
const tag = fc.constantFrom('div', 'p', 'span', 'b');
const mark = fc.constantFrom(
  ...':first-child,:last-child,:nth-child(2n),:nth-last-child(1),:only-child,:empty,:first-of-type,:root,:hover,[k],[k=x],[k~=y i],:scope'.split(
    ',',
  ),
);

const { selector } = fc.letrec<{ selector: string; compound: string; simple: string }>((tie) => ({
  selector: fc.oneof(
    { depthSize: 'small' },
    tie('compound'),
    fc
      .tuple(tie('selector'), fc.constantFrom(' ', ' > ', ' + ', ' ~ '), tie('compound'))
      .map((parts) => parts.join('')),
  ),
  compound: fc
    .tuple(
      fc.option(fc.oneof(tag, fc.constant('*')), { nil: '' }),
      fc.array(tie('simple'), { minLength: 0, maxLength: 2 }),
    )
    .map(([front, rest]) => front + rest.join('') || '*'),
  simple: fc.oneof(
    { depthSize: 'small', maxDepth: 2 },
    { weight: 6, arbitrary: name.map((one) => `.${one}`) },
    { weight: 1, arbitrary: name.map((one) => `#${one}`) },
    { weight: 2, arbitrary: mark },
    {
      weight: 2,
      arbitrary: fc
        .tuple(
          fc.constantFrom('is', 'where', 'not', 'has', 'is'),
          fc.array(tie('selector'), { minLength: 1, maxLength: 2 }),
        )
        .map(([pseudo, list]) => `:${pseudo}(${list.join(', ')})`),
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(fc.constantFrom('nth-child', 'nth-last-child'), tie('selector'))
        .map(([pseudo, of]) => `:${pseudo}(odd of ${of})`),
    },
  ),
}));

const nestedSelector = fc.oneof(
  selector,
  selector.map((one) => `& ${one}`),
  selector.map((one) => `&${one.replace(/^[a-z*]+/, '') || '.a'}`),
  selector.map((one) => `> ${one}`),
  selector.map((one) => `${one} &`),
  fc.constant('&'),
);
const declaration = fc
  .tuple(
    fc.constantFrom(
      'color: red',
      'top: 1px',
      'margin: 1px',
      'margin-left: 2px',
      'color: nonsense',
      'border: 1px solid',
      'border-top-color: red',
      '--x: 1',
      'all: unset',
      'inset: 0',
      'margin-inline: 3px',
    ),
    fc.constantFrom('', '', '', ' !important'),
  )
  .map((parts) => parts.join(''));
const declarations = fc.array(declaration, { minLength: 1, maxLength: 3 }).map((list) => list.join('; '));
const layerName = fc.constantFrom('l', 'm', 'l.n', 'm.l', '');
const media = fc.constantFrom(
  '(width > 500px)',
  '(max-width: 500px)',
  'print',
  'screen and (400px < width < 1000px)',
  'not all and (width < 700px)',
);

const { rules } = fc.letrec<{ rules: string; rule: string; nested: string }>((tie) => ({
  rules: fc.array(tie('rule'), { minLength: 1, maxLength: 5 }).map((list) => list.join('\n')),
  rule: fc.oneof(
    { depthSize: 'small', maxDepth: 3 },
    {
      weight: 8,
      arbitrary: fc
        .tuple(fc.array(selector, { minLength: 1, maxLength: 2 }), declarations)
        .map(([list, body]) => `${list.join(', ')} { ${body} }`),
    },
    {
      weight: 3,
      arbitrary: fc
        .tuple(selector, declarations, tie('nested'), declarations)
        .map(([front, before, inner, behind]) => `${front} { ${before}; ${inner} ${behind} }`),
    },
    {
      weight: 2,
      arbitrary: fc.tuple(layerName, tie('rules')).map(([layer, inner]) => `@layer ${layer} { ${inner} }`),
    },
    {
      weight: 1,
      arbitrary: fc.tuple(layerName, layerName).map(([one, two]) => `@layer ${one || 'z'}, ${two || 'y'};`),
    },
    {
      weight: 2,
      arbitrary: fc.tuple(media, tie('rules')).map(([query, inner]) => `@media ${query} { ${inner} }`),
    },
    {
      weight: 2,
      arbitrary: fc
        .tuple(selector, fc.option(selector), tie('rules'))
        .map(([root, limit, inner]) => `@scope (${root})${limit ? ` to (${limit})` : ''} { ${inner} }`),
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(fc.constantFrom('(display: grid)', 'not (display: grid)', 'selector(:has(a))'), tie('rules'))
        .map(([query, inner]) => `@supports ${query} { ${inner} }`),
    },
  ),
  nested: fc.oneof(
    { depthSize: 'small', maxDepth: 3 },
    {
      weight: 4,
      arbitrary: fc.tuple(nestedSelector, declarations).map(([front, body]) => `${front} { ${body} }`),
    },
    {
      weight: 1,
      arbitrary: fc.tuple(nestedSelector, tie('nested')).map(([front, inner]) => `${front} { ${inner} }`),
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(media, declarations, tie('nested'))
        .map(([query, body, inner]) => `@media ${query} { ${body}; ${inner} }`),
    },
    {
      weight: 1,
      arbitrary: fc.tuple(layerName, declarations).map(([layer, body]) => `@layer ${layer} { ${body} }`),
    },
    {
      weight: 1,
      arbitrary: fc
        .tuple(selector, declarations, tie('nested'))
        .map(([root, body, inner]) => `@scope (${root}) { ${body}; ${inner} }`),
    },
  ),
}));

const { element } = fc.letrec<{ element: string }>((tie) => ({
  element: fc
    .tuple(
      tag,
      fc.uniqueArray(name, { maxLength: 3 }),
      fc.option(name, { freq: 6 }),
      fc.constantFrom(
        '',
        '',
        ' k',
        ' k="x"',
        ' k="X Y"',
        ' style="color: blue; top: 3px"',
        ' style="margin: 0 !important"',
        ' dir="rtl"',
      ),
      fc.oneof(
        { depthSize: 'small', maxDepth: 4 },
        fc.constantFrom('', 'text', ' '),
        fc.array(tie('element'), { maxLength: 3 }).map((list) => list.join('')),
      ),
    )
    .map(([one, classes, id, attribute, inner]) => {
      const kind = one === 'p' && /<(div|p)/.test(inner) ? 'div' : one;
      return `<${kind}${classes.length ? ` class="${classes.join(' ')}"` : ''}${id ? ` id="${id}"` : ''}${attribute}>${inner}</${kind}>`;
    }),
}));

const randomPage = fc.record({
  sheets: fc.array(rules, { minLength: 1, maxLength: 3 }),
  body: fc.array(element, { minLength: 2, maxLength: 5 }),
});

const amount = runsOr(6);

test(`${amount} random pages have the engine’s winners (SEED=${seed})`, async () => {
  await fc.assert(
    fc.asyncProperty(randomPage, async ({ sheets, body }) => {
      const html = `<!DOCTYPE html><html><head>${sheets.map((css) => `<style>${css}</style>`).join('')}</head><body>${body.join('')}</body></html>`;
      const { differences } = await compareWithEngine(browser, parsePage({ name: 'random', html }));
      expect(differences).toEqual([]);
    }),
    { seed, numRuns: amount, endOnFailure: false, interruptAfterTimeLimit: 600_000 },
  );
}, 900_000);
