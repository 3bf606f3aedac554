// What stands where rolling back, animations and container queries decide, judged by a real engine.
import type { Browser } from 'playwright-core';
import { contest, explain, parsePage, prove, writeOverride } from 'yelto';
import { startEngine } from './support/engine.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

/** Computed values in the engine, and a reading of any colour text as the engine writes it. */
async function inEngine(html: string, asked: readonly [selector: string, property: string][]) {
  const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  try {
    await tab.setContent(html);
    return await tab.evaluate(
      (list) =>
        list.map(([selector, property]) =>
          getComputedStyle(document.querySelector(selector)!).getPropertyValue(property),
        ),
      asked,
    );
  } finally {
    await tab.close();
  }
}

const page = (html: string, conditions = {}) => parsePage({ name: 'page.html', html, conditions });

describe('revert and revert-layer', () => {
  const layers = ['', '@layer a', '@layer b', '@layer b.c', '@layer a.d'];
  const values = ['rgb(1, 0, 0)', 'rgb(0, 2, 0)', 'revert-layer', 'revert', 'rgb(0, 0, 3)', 'revert-layer'];
  // Every way in which three rules of different layers and importance can meet, and a style attribute.
  const sheets = Array.from({ length: 240 }, (_, i) => {
    let seed = i * 7919 + 13;
    const next = (n: number) => (seed = (seed * 48271) % 0x7fffffff) % n;
    const rules = Array.from({ length: 4 }, () => {
      const rule = `p{color:${values[next(values.length)]}${next(3) === 0 ? '!important' : ''}}`;
      const layer = layers[next(layers.length)];
      return layer ? `${layer}{${rule}}` : rule;
    });
    const attribute = next(4) === 0 ? ` style="color:${values[next(values.length)]}"` : '';
    return { css: rules.join(' '), attribute };
  });

  test(`${sheets.length} sheets have the engine's value`, async () => {
    const tab = await browser.newPage();
    const pages = sheets.map(
      ({ css, attribute }) =>
        `<!DOCTYPE html><style>div{color:rgb(9, 9, 9)} ${css}</style><div><p${attribute}>x</p></div>`,
    );
    const engine = await tab.evaluate(
      (pages) =>
        pages.map((html) => {
          document.open();
          document.write(html);
          document.close();
          return getComputedStyle(document.querySelector('p')!).color;
        }),
      pages,
    );
    await tab.close();
    const different = pages.flatMap((html, i) => {
      const read = page(html);
      const { value } = explain(read, contest(read, read.select('p')[0], 'color'));
      return value === engine[i] ? [] : [`${html}: ${value}, the engine ${engine[i]}`];
    });
    expect(different).toEqual([]);
  });
});

describe('an animation that goes on', () => {
  const html =
    '<!DOCTYPE html><style>@keyframes blink { from, to { color: rgb(200, 0, 0) } } @keyframes brief { to { top: 0 } }' +
    ' p { color: black; animation: blink 1s infinite } b { color: black; animation: brief 1s }</style><p>x</p><b>y</b>';

  test('is named, and only importance beats it', async () => {
    const read = page(html);
    const [p] = read.select('p');
    expect(contest(read, p, 'color').animatedBy).toEqual({
      name: 'blink',
      lasting: true,
      alone: true,
    });
    expect(contest(read, read.select('b')[0], 'color').animatedBy).toBeUndefined();
    const written = writeOverride(read, { at: [p], set: { color: 'rgb(0, 0, 200)' } });
    expect(written.important).toEqual(['color']);
    const weak = 'html p { color: rgb(0, 0, 200) }';
    expect(prove(read, weak).verdicts[0]).toMatchObject({ outcome: 'loses' });
    expect(prove(read, written.css).ok).toBe(true);
    const tried = (css: string) => inEngine(`${html}<style>${css}</style>`, [['p', 'color']]);
    expect(await tried(weak)).toEqual(['rgb(200, 0, 0)']);
    expect(await tried(written.css)).toEqual(['rgb(0, 0, 200)']);
  });
});

describe('container queries', () => {
  const html = `<!DOCTYPE html><style>
    .wide { width: 500px } .narrow { width: 200px } .box { container: card / inline-size }
    p { color: rgb(1, 1, 1) }
    @container (min-width: 400px) { p { color: rgb(0, 2, 0) } }
    @container card (width < 300px) { p::before { color: rgb(3, 0, 0); content: 'x' } }
    @container other (width > 1px) { p { top: 4px } }
    @container card not (inline-size > 300px) { p { left: 5px } }
    </style><div class="box wide"><p id="a">x</p></div><div class="box narrow"><p id="b">y</p></div><p id="c">z</p>`;

  test('are answered with the sizes that the conditions give, as the engine answers them', async () => {
    const containers = [
      { selector: '.wide', width: 500 },
      { selector: '.narrow', width: 200 },
    ];
    const read = page(html, { containers });
    const asked = ['#a', '#b', '#c'].flatMap((id) =>
      ['color', 'top', 'left'].map((property): [string, string] => [id, property]),
    );
    const ours = asked.map(([id, property]) => {
      const one = contest(read, read.select(id)[0], property);
      return explain(read, one).value;
    });
    expect(ours).toEqual(await inEngine(html, asked));
    const before = { element: read.select('#b')[0], pseudo: '::before' };
    expect(contest(read, before, 'color').entries).toHaveLength(1);
  });

  test('without sizes compete, and say what they depend on', () => {
    const read = page(html);
    const [top] = contest(read, read.select('#a')[0], 'color').entries;
    expect(top).toMatchObject({ dependsOn: '(min-width: 400px)' });
    // Where no box is a container the query holds for nothing, whatever its size.
    const [outside] = contest(read, read.select('#c')[0], 'color').entries;
    expect(outside.dependsOn).toBeUndefined();
  });
});

test('the media list of the markup and that of the source must both hold', () => {
  const html = '<link rel="stylesheet" href="a.css" media="(min-width: 500px)"><p>x';
  const read = parsePage({
    name: 'x',
    html,
    sheets: [{ href: 'a.css', css: 'p{color:red}', media: '(max-width: 900px)' }],
  });
  const at = (width: number) => {
    const page = read.under({ width });
    return contest(page, page.select('p')[0], 'color').entries.length;
  };
  expect([at(400), at(700), at(1000)]).toEqual([0, 1, 0]);
});
