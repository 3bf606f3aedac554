// Rules for things inside components: each that is given does in a real engine what was wished, and where none is given,
// nothing that a person would try does either.
import fc from 'fast-check';
import { parsePage, prove, writeOverride, type PageElement } from 'yelto';
import { engineTab } from './support/engine-tab.js';
import { runsOr, seed } from './support/judging.js';

const tab = engineTab();

const runs = runsOr(25);

const usual = {
  color: 'rgb(9, 9, 9)',
  'background-color': 'rgb(8, 8, 8)',
  'font-size': '12px',
  'letter-spacing': '1px',
  'border-top-color': 'rgb(7, 7, 7)',
  'margin-top': '2px',
};
type Property = keyof typeof usual;
const wishes: readonly (readonly [property: Property, value: string])[] = [
  ['color', 'rgb(1, 2, 3)'],
  ['background-color', 'rgb(1, 2, 3)'],
  ['font-size', '21px'],
  ['letter-spacing', '3px'],
  ['border-top-color', 'rgb(1, 2, 3)'],
  ['margin-top', '13px'],
];

const declared = (from: readonly string[]) =>
  fc
    .tuple(
      fc.constantFrom(...wishes.map(([property]) => property)),
      fc.constantFrom('', '', '', '', ' !important'),
      fc.nat(),
    )
    .map(
      ([property, important, which]) =>
        `${property}: ${from[which % from.length].replace('VALUE', usual[property])}${important}`,
    );

const inner = fc.array(
  fc.tuple(
    fc.constantFrom(
      ':host',
      '.box',
      '.title',
      '.go',
      '.go:hover',
      'span',
      'button',
      '::slotted(p)',
      '.box > .go',
      '*',
    ),
    fc.array(declared(['VALUE', 'var(--ll-a, VALUE)', 'var(--ll-b)', 'var(--ll-a)', 'inherit']), {
      minLength: 1,
      maxLength: 3,
    }),
  ),
  { maxLength: 6 },
);
const outer = fc.array(
  fc.tuple(
    fc.constantFrom(
      'll-lender',
      '.dark',
      'p',
      'body',
      'll-lender::part(go)',
      '::part(box)',
      'll-lender:hover',
      'll-lender::part(go):hover',
      '#one::part(box)',
      'main ll-lender',
    ),
    fc.array(declared(['VALUE']), { minLength: 1, maxLength: 2 }),
  ),
  { maxLength: 4 },
);
const text = (rules: readonly (readonly [string, readonly string[]])[]) =>
  rules.map(([selector, body]) => `${selector} { ${body.join('; ')} }`).join('\n');
const part = fc.constantFrom('', ' part="box"', ' part="go"', ' part="go box"');

const lender = (css: string, parts: readonly string[], more: string) =>
  `<ll-lender${more}><template shadowrootmode="open"><style>${css}</style><div class="box"${parts[0]}><span class="title"${parts[1]}>Ladder</span><slot></slot><button class="go"${parts[2]}>Lend</button></div></template><p>Three metres</p></ll-lender>`;

const scene = fc.record({
  inner,
  outer,
  parts: fc.tuple(part, part, part),
  isNested: fc.boolean(),
  exports: fc.constantFrom('', ' exportparts="box, go: go"', ' exportparts="go"'),
  at: fc.constantFrom('.box', '.title', '.go'),
  wish: fc.constantFrom(...wishes),
  reach: fc.constantFrom('only' as const, 'alike' as const),
  media: fc.constantFrom(undefined, undefined, '(min-width: 900px)', '(max-width: 900px)'),
  /** What is hovered while the wish is to hold. */
  hovered: fc.constantFrom('', '', '', '', 'target' as const, 'host' as const),
});
/** Seldom drawn, and always asked: nothing but inheritance leads in. */
const onlyInherited: Scene = {
  inner: [],
  outer: [],
  parts: ['', '', ''],
  isNested: false,
  exports: '',
  at: '.title',
  wish: ['color', 'rgb(1, 2, 3)'],
  reach: 'only',
  media: undefined,
  hovered: '',
};
type Scene = typeof scene extends fc.Arbitrary<infer T> ? T : never;

function htmlOf({ inner: rules, outer: around, parts, isNested, exports }: Scene, more = ''): string {
  const own = (attributes: string) => lender(text(rules), parts, attributes);
  const first = isNested
    ? `<x-frame class="frame"><template shadowrootmode="open"><style>:host { display: block }</style><section>${own(` class="dark" id="one"${exports}`)}</section></template></x-frame>`
    : own(' class="dark" id="one"');
  return `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title><style>${text(around)}</style>${more}</head><body><main>${first}</main><aside>${own('')}</aside></body></html>`;
}

interface Where {
  readonly width: number;
  /** Index of the element that the pointer is on; undefined where it is on nothing. */
  readonly pointed?: number;
}

/** Runs in the page: every element, deep, in the order of `page.elements`. */
function deepElements(): Element[] {
  const elements = [...document.querySelectorAll('*')];
  for (let i = 0; i < elements.length; i++)
    elements.push(...(elements[i].shadowRoot?.querySelectorAll('*') ?? []));
  return elements;
}

/** A property of each of them. */
async function read(html: string, property: string, { width, pointed }: Where): Promise<string[]> {
  await tab().setViewportSize({ width, height: 800 });
  await tab().goto('about:blank');
  await tab().route('http://page.test/', (route) => route.fulfill({ contentType: 'text/html', body: html }), {
    times: 1,
  });
  await tab().goto('http://page.test/');
  await tab().evaluate(`globalThis.deepElements = ${deepElements.toString()}`);
  await tab().mouse.move(width - 1, 799);
  if (pointed !== undefined) {
    const spot = await tab().evaluate((index) => {
      const { x, y } = deepElements()[index].getBoundingClientRect();
      return { x: x + 1, y: y + 1 };
    }, pointed);
    await tab().mouse.move(spot.x, spot.y);
  }
  return tab().evaluate(
    (name) => deepElements().map((element) => getComputedStyle(element).getPropertyValue(name)),
    property,
  );
}

const isWithin = (box: PageElement, one: PageElement | null): boolean =>
  one !== null && (one === box || isWithin(box, one.drawnIn));

test(`${runs} wishes inside components (SEED=${seed})`, async () => {
  const seen = { part: 0, variable: 0, inherit: 0, none: 0 };
  await fc.assert(
    fc.asyncProperty(scene, async (made) => {
      const [property, value] = made.wish;
      const { media, hovered } = made;
      // The added sheet stands last in the head in both, so that elements keep their numbers.
      const page = parsePage({ name: 'page', html: htmlOf(made, '<style>/**/</style>') });
      const [target] = page.elements.filter(
        (one) => one.host?.tag === 'll-lender' && one.classes[0] === made.at.slice(1),
      );
      // A width at which the media query holds, and one at which it does not.
      const [wide, narrow] = media?.includes('max') ? [800, 1280] : [1280, 800];
      const there = { width: wide, pointed: hovered ? target.index : undefined };
      let host = target.host!;
      while (host.host) ({ host } = host as { host: PageElement });
      const held = hovered && [{ element: hovered === 'host' ? host : target, state: ':hover' }];
      const override = writeOverride(page.under({ width: wide }), {
        at: [target],
        set: { [property]: value },
        reach: made.reach,
        media,
        held: held || undefined,
      });
      const readWith = (css: string, where: Where) =>
        read(htmlOf(made, `<style>${css}</style>`), property, where);
      const before = await readWith('/**/', there);
      if (override.css === '') {
        seen.none++;
        for (const rule of plausible(target, property, value, hovered)) {
          const after = await readWith(rule, there);
          // What works while the pointer is on the very thing alone is not there while its component is pointed at.
          if (hovered === 'host' && after[target.index] === value) {
            const beside = await readWith(rule, { ...there, pointed: target.host!.children[0].index });
            if (beside[target.index] !== value) continue;
          }
          expect(`${rule} → ${after[target.index]}`).not.toBe(`${rule} → ${value}`);
        }
        return;
      }
      const after = await readWith(override.css, there);
      expect(after[target.index]).toBe(value);
      const changed = page.elements.filter(({ index }) => before[index] !== after[index]);
      const isPart = override.selector.includes('::part(');
      seen[isPart ? 'part' : override.css.includes('--') ? 'variable' : 'inherit']++;
      // The proof says so too; what changes may still not be seen.
      const told = prove(page, override.css).verdicts.map(({ outcome }) => outcome);
      if (before[target.index] !== value) expect(told.join()).toMatch(/wins|partly|no-effect/);
      // Only then, and only there.
      const elsewhere = [
        ...(media ? [{ ...there, width: narrow }] : []),
        ...(hovered ? [{ ...there, pointed: undefined }] : []),
      ];
      for (const where of elsewhere)
        expect(await readWith(override.css, where)).toEqual(await readWith('/**/', where));
      const reached = new Set(override.matched);
      for (const one of changed) expect([...reached].some((box) => isWithin(box, one))).toBe(true);
      expect(override.matched.some((box) => isWithin(box, target))).toBe(true);
      expect(override.spill.every((one) => override.matched.includes(one))).toBe(true);
    }),
    { seed: seed + 1, numRuns: runs, endOnFailure: true, examples: [[onlyInherited]] },
  );
  // Each way was taken.
  expect(Object.entries(seen).filter(([, amount]) => amount === 0)).toEqual([]);
}, 3_600_000);

/** What someone may try who does not know. */
function plausible(target: PageElement, property: string, value: string, hovered: string): string[] {
  if (hovered) return plausibleWhile(target, hovered === 'host', property, value);
  const name = `.${target.classes[0]}`;
  const said = `{ ${property}: ${value} !important }`;
  const parts = ['box', 'go', 'title'];
  const hosts = ['ll-lender', '#one', 'x-frame', 'main > *'];
  return [
    ...[
      name,
      target.tag,
      `ll-lender ${name}`,
      `#one > ${name}`,
      '*',
      `:host ${name}`,
      `::slotted(${name})`,
    ].map((one) => `${one} ${said}`),
    ...hosts.flatMap((host) => parts.map((one) => `${host}::part(${one}) ${said}`)),
    ...['--ll-a', '--ll-b'].map((one) => `html, body, ll-lender, x-frame { ${one}: ${value} !important }`),
    `html, body, main, x-frame, ll-lender ${said}`,
  ];
}

/** The same for while the pointer is there; a part around it would be in that state with the pointer beside it too. */
function plausibleWhile(target: PageElement, isHost: boolean, property: string, value: string): string[] {
  const said = `{ ${property}: ${value} !important }`;
  const parts = isHost
    ? ['box', 'go', 'title']
    : (target.attributes.get('part') ?? '').split(' ').filter(Boolean);
  return ['ll-lender', '#one', 'x-frame'].flatMap((host) => [
    ...parts.map((one) =>
      isHost ? `${host}:hover::part(${one}) ${said}` : `${host}::part(${one}):hover ${said}`,
    ),
    ...(isHost
      ? [
          `${host}:hover ${said}`,
          `${host}:hover .title ${said}`,
          ...(property === 'border-top-color'
            ? []
            : [`${host}:hover { --ll-a: ${value}; --ll-b: ${value} }`]),
        ]
      : [`${host} .go:hover ${said}`, `.go:hover ${said}`]),
  ]);
}
