// Which rules browsers keep of random sheets, and which of these wins: at-rules as people write and as they mistype them.
import fc from 'fast-check';
import { animationsOn, contest, parsePage, type Page } from 'yelto';
import { engineTab } from './support/engine-tab.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const tab = engineTab();
const amount = 60;

const layerNames = ['a', 'b', 'c', 'a.b', 'b.a', 'A', 'a.b.c', '', ' a ', 'a, b', 'a,', ', a', 'a .b', 'a. b', '1a', '\\31 a', 'initial', 'inherit', 'unset', 'revert', 'revert-layer', 'default', 'none', 'INITIAL', 'a.initial', 'a/**/.b', 'a.b/**/', '"a"', 'a b', '--x', '-a', 'a\\.b', '\\61', 'a..b', '.a', 'a.', '*', 'a{}', 'layer', 'a()']; // prettier-ignore
const scopes = ['', '(.c)', '(.c) to (.s)', 'to (.s)', '(.c)to(.s)', '(.c) TO (.s)', '.c', '()', '(.c) to ()', '(:nobody)', '(.c, :nobody)', '(.c) to (:nobody)', '(.c) to (.s, :nobody)', '(.c) (.s)', '(.c) to', '(> .c)', '(&)', '(& .c)', '(:scope)', '(:scope .s)', '(.c) to (> .s)', '(.c) to (:scope > .s)', '(.c) to (& > .s)', '(::before)', '(.c) to (::before)', '(.c)/**/to/**/(.s)', '(:is(.c, .s)) to (:not(.s, .c))', '(.c) to (.s) x', '(.c:has(.s))', '( .c )  to  ( .s )', '("x")', 'to', '([title=")"])', '(.c), (.s)', '(*)', '(*) to (*)', '(.s) to (.c)', '(.c,)', '(.c /* ) */)', '((.c))', '(.c) to ((.s))', '(:root)', '(html)', '(:host)', '(.c) to (.s) to (.s)', 'x (.c)', '[.c]']; // prettier-ignore
const sizes = ['min-width: 300px', 'max-width: 300px', 'width > 300px', 'width', 'height', 'height > 90px', '100px < width < 500px', '100px < width > 20px', 'min-inline-size: 10em', 'inline-size > 20rem', 'block-size > 90px', 'max-block-size: 9em', 'orientation: portrait', 'orientation', 'aspect-ratio > 1/1', 'min-aspect-ratio: 2', 'width: 400px', 'width = 400px', 'width > 50%', 'width > 10cqw', 'width > 50vw', 'width > 30em', 'width > 30ex', 'width > calc(10em + 100px)', 'width > 2lh', 'device-width > 1px', 'hover', 'nobody', 'nobody: 1', 'color', 'width > x', 'width > 0', 'width > 300', 'WIDTH > 300PX', 'min-width: -1px', 'inline-size', 'aspect-ratio', 'min-orientation: portrait', 'resolution: 1dppx', 'prefers-color-scheme: dark', 'width: 300px, height']; // prettier-ignore
const styles = ['style(--x)', 'style(--x: 1)', 'style(--x:1)', 'style(--y: a b)', 'style(--y: 2)', 'style(--x: 1) and style(--y)', 'style((--x: 1) and (--y: a b))', 'style(not (--x: 1))', 'style(color: red)', 'style(--x: initial)', 'style(--x > 0)', 'style()', 'style(x)', 'scroll-state(stuck: top)', 'scroll-state(nobody)', 'nobody(x)', 'STYLE(--x: 1)', 'style(--x: var(--y))', 'style(--x: 1 !important)', 'style(--z: )', 'style(--z:)']; // prettier-ignore
const inParens = fc.oneof(
  { arbitrary: fc.constantFrom(...sizes).map((one) => `(${one})`), weight: 5 },
  { arbitrary: fc.constantFrom(...styles), weight: 2 },
  { arbitrary: fc.constantFrom('()', '(())', 'width > 1px', '"x"', '[width]', '((width > 1px))', 'screen'), weight: 1 }, // prettier-ignore
);
const containerQuery = fc.oneof(
  { arbitrary: inParens, weight: 3 },
  inParens.map((one) => `not ${one}`),
  inParens.map((one) => `(not ${one})`),
  fc
    .tuple(inParens, fc.constantFrom(' and ', ' or ', ' AND ', ' ', ', ', ' and not ', 'and'), inParens)
    .map((parts) => parts.join('')),
  fc
    .tuple(inParens, inParens, inParens, fc.constantFrom(' and ', ' or '), fc.constantFrom(' and ', ' or '))
    .map(([a, b, c, first, second]) => a + first + b + second + c),
  fc.constant(''),
);
const containerNames = ['', '', '', 'n ', 'm ', 'N ', 'none ', 'not ', 'and ', 'or ', 'initial ', 'default ', 'n m ', '"n" ', '1n ', '\\6e ', 'n', 'auto ', 'normal ', '--n ', 'x ']; // prettier-ignore

/** A prelude with spaces, comments and odd capitals in places where these may make a difference. */
const container = fc
  .tuple(fc.constantFrom(...containerNames), containerQuery)
  .map(([name, query]) => `@container ${name}${query}`);
const wrapper = fc.oneof(
  fc.constantFrom(...layerNames).map((name) => `@layer ${name}`),
  fc.constantFrom(...scopes).map((prelude) => `@scope ${prelude}`),
  { arbitrary: container, weight: 2 },
  fc.constantFrom('.c', '.c, .s', '&', ':nobody', '.c, :nobody', '> .s', '.s &', '@media all', '@media print', '@supports (top: 0)', '@supports nobody', '@starting-style', '@nobody', '@page', '@font-face', '@keyframes k', '@property --x', '@LAYER a', '@Container (width)', '@counter-style x', '@-webkit-keyframes k', '@-moz-document url()', '@supports', '@media', '@layer;@layer'), // prettier-ignore
);
const statement = fc.constantFrom('@layer b, a;', '@layer c;', '@layer;', '@layer a.b, 1;', '@layer a b;', '@layer initial, c;', '@charset "utf-8";', '@namespace "x";', '@namespace x "y";', '@nobody;', '}', '@media print;', '@container;', '@scope;', '@supports (top: 0);', '@import;', '@import "x" y z;', '@layer a { }', '@layer c.a { }', '@layer b, a { }'); // prettier-ignore
/** What is no rule at all is passed over, within groups by some engines only. */
const outside = fc.oneof(statement, fc.constantFrom(';', 'x: y;', '<!--', '-->'));
const imports = ['', ' layer', ' layer(a)', ' layer(b.a)', ' layer()', ' layer(1)', ' layer(a, b)', ' layer( c )', ' LAYER(a)', ' layer(initial)', ' supports(top: 0)', ' supports(nobody: 0)', ' supports(not (top: 0))', ' supports((top: 0) and (left: 0))', ' supports()', ' supports(selector(a))', ' supports(selector(:nobody))', ' layer(a) supports(top: 0)', ' supports(top: 0) layer(a)', ' layer(c) supports(display: grid) screen', ' layer print', ' screen', ' print', ' not print', ' (width > 1px)', ' screen and (width > 9000px)', ' layer screen, print', ' nobody(', ' supports(top: 0', ' layer(a) (nobody)', ' "x"', ' layer layer', ' supports (top: 0)', ' scope(.c)', ' supports(font-tech(variations))', ' supports(top: 0;)', ' supports(--x: 1)', ' supports(top: 0 !important)', ' x y', ' ,', ' layer,']; // prettier-ignore
const address = fc.constantFrom('url(HREF)', 'url("HREF")', '"HREF"', "'HREF'", 'URL("HREF")', ' "HREF" ', '/**/"HREF"', 'src("HREF")', 'HREF', 'url( "HREF" )', 'url("HREF" x)'); // prettier-ignore

type Piece =
  | { readonly kind: 'leaf'; readonly target: string; readonly isImportant: boolean }
  | { readonly kind: 'statement'; readonly text: string }
  | { readonly kind: 'import'; readonly text: string; readonly leaf: Piece }
  | { readonly kind: 'group'; readonly front: string; readonly inside: readonly Piece[] };

const leaf: fc.Arbitrary<Piece> = fc.record({
  kind: fc.constant('leaf' as const),
  target: fc.constantFrom(
    '.c',
    '.s',
    '.t',
    'p',
    ':scope',
    '&',
    '> .s',
    ':scope .t',
    '.c &',
    '',
    '.c .t',
    '*',
  ),
  isImportant: fc.integer({ min: 0, max: 5 }).map((one) => one === 0),
});
const { piece } = fc.letrec<{ piece: Piece }>((tie) => ({
  piece: fc.oneof(
    { depthSize: 'small', withCrossShrink: true },
    { arbitrary: leaf, weight: 3 },
    { arbitrary: statement.map((text) => ({ kind: 'statement' as const, text })), weight: 1 },
    {
      arbitrary: fc.record({
        kind: fc.constant('group' as const),
        front: wrapper,
        inside: fc.array(tie('piece'), { minLength: 1, maxLength: 3 }),
      }),
      weight: 4,
    },
  ),
}));
const imported = fc.tuple(address, fc.constantFrom(...imports), leaf).map(([where, tail, inner]) => ({
  kind: 'import' as const,
  text: `@import ${where}${tail};`,
  leaf: inner,
}));
const sheet = fc
  .tuple(
    fc.array(
      fc.oneof(
        imported,
        outside.map((text): Piece => ({ kind: 'statement', text })),
      ),
      { maxLength: 4 },
    ),
    fc.array(piece, { minLength: 1, maxLength: 4 }),
  )
  .map(([first, rest]) => [...first, ...rest]);

/** A sheet's text, each rule of it marked by a variable of its own; what it imports goes to `others`. */
function written(pieces: readonly Piece[], others: Map<string, string>, count: { leaves: number }): string {
  // In a group that stands in no rule engines differ in what becomes of a bare declaration.
  const one = (piece: Piece, within: 'rule' | 'scope' | 'group'): string => {
    if (piece.kind === 'statement') return piece.text;
    if (piece.kind === 'group') {
      const { front, inside } = piece;
      const isGroup = /^@(media|supports|layer|container|starting)/i.test(front);
      const own = /^@scope/.test(front) ? 'scope' : /^@/.test(front) ? 'group' : 'rule';
      const around = isGroup && within === 'rule' ? 'rule' : own;
      return `${front} { ${inside.map((each) => one(each, around)).join(' ')} }`;
    }
    if (piece.kind === 'import') {
      const css = one(piece.leaf, 'group');
      const href = `data:text/css,${encodeURIComponent(css)}`;
      others.set(href, css);
      return piece.text.replaceAll('HREF', href);
    }
    const at = ++count.leaves;
    const declarations = `--q${at}: 1; z-index: ${at}${piece.isImportant ? ' !important' : ''}`;
    if (piece.target === '' && within !== 'group') return `${declarations};`;
    return `${piece.target || '.c'} { ${declarations} }`;
  };
  return pieces.map((piece) => one(piece, 'group')).join(' ');
}

const markup =
  '<div class="c" id="e0"><div class="s c" id="e1"><p class="t" id="e2">a</p></div><p class="t" id="e3">b</p><div class="m" id="e4"><div class="s" id="e5"><p class="t c" id="e6">c</p></div></div></div>';
/** Containers of every kind, one in another. */
const boxes =
  'body { margin: 0 } #e0 { width: 600px; container: n / inline-size; font-size: 20px; --x: 1; --y: a b } #e1 { width: 400px; height: 100px; container-type: size; container-name: m n } #e4 { width: 280px; container-name: m; --x: 2; --z: ; position: relative } #e5 { width: 200px; height: 300px; container: N / size; font-size: 10px }';
const ids = ['e0', 'e1', 'e2', 'e3', 'e4', 'e5', 'e6'];

interface Case {
  readonly sheets: readonly (readonly Piece[])[];
}
const anyCase: fc.Arbitrary<Case> = fc.record({ sheets: fc.array(sheet, { minLength: 1, maxLength: 4 }) });

/** What the engine keeps, by number, what wins on each thing, and how wide the containers are. */
async function askEngine(html: string) {
  await tab().setContent(html, { waitUntil: 'load' });
  return tab().evaluate((ids) => {
    const kept = new Set<number>();
    const read = (rules: CSSRuleList): void => {
      for (const rule of rules) {
        const { style, cssRules, styleSheet } = rule as CSSStyleRule & CSSImportRule;
        // What a first frame alone has is no rule of the cascade.
        if (rule.constructor.name === 'CSSStartingStyleRule') continue;
        if (rule.constructor.name === 'CSSKeyframesRule') continue;
        if (rule instanceof CSSSupportsRule && !CSS.supports(rule.conditionText)) continue;
        for (const name of style ?? []) if (name.startsWith('--q')) kept.add(Number(name.slice(3)));
        if (cssRules) read(cssRules);
        const { supportsText } = rule as CSSImportRule;
        if (styleSheet && (supportsText === null || CSS.supports(supportsText))) read(styleSheet.cssRules);
      }
    };
    for (const one of [...document.styleSheets].slice(1)) read(one.cssRules);
    const wins = ids.map((id) => getComputedStyle(document.getElementById(id)!).zIndex);
    const all = [...document.querySelectorAll('*')];
    const sizes = ids.map((id) => {
      const { width, height } = document.getElementById(id)!.getBoundingClientRect();
      return { index: all.indexOf(document.getElementById(id)!), width, height };
    });
    return { kept: [...kept].sort((a, b) => a - b), wins, sizes };
  }, ids);
}

/** Of what stands under a support query that does not hold, the engine does not tell whether it read it. */
function isSupported({ styles }: Page, block: { readonly condition: number }): boolean {
  for (let at = block.condition; at > 0; at = styles.conditions[at].parent)
    if (styles.conditions[at].constant === false) return false;
  return true;
}

const keptBy = (page: Page): number[] => {
  const blocks = page.styles.blocks.filter((block) => isSupported(page, block));
  const found = blocks.flatMap(({ declarations }) =>
    declarations.flatMap(({ property }) => (property.startsWith('--q') ? [Number(property.slice(3))] : [])),
  );
  return [...new Set(found)].sort((a, b) => a - b);
};

async function falsehoods({ sheets }: Case): Promise<string[]> {
  const others = new Map<string, string>();
  const count = { leaves: 0 };
  const texts = sheets.map((one) => written(one, others, count));
  const html = `<!DOCTYPE html><style>${boxes}</style>${texts.map((css) => `<style>${css}</style>`).join('')}<body>${markup}`;
  const engine = await askEngine(html);
  // What nobody imports would be taken for a sheet that scripts load.
  const asked = parsePage({ name: 'x', html }).sheets.map(({ href }) => href);
  const sources = [...others].map(([href, css]) => ({ href, css }));
  const page = parsePage({
    name: 'x',
    html,
    sheets: sources.filter(({ href }) => asked.includes(href)),
  }).under({ containers: engine.sizes });
  const ours = keptBy(page);
  const text = texts.join('\n');
  const wrong: string[] = [];
  note('rules', count.leaves);
  for (const at of ours) if (!engine.kept.includes(at)) wrong.push(`the engine drops ${at} of ${text}`);
  for (const at of engine.kept) if (!ours.includes(at)) wrong.push(`the engine keeps ${at} of ${text}`);
  if (wrong.length) return wrong;
  ids.forEach((id, i) => {
    const element = page.elements.find(({ attributes }) => attributes.get('id') === id)!;
    const { entries } = contest(page, element, 'z-index');
    if (entries.some(({ dependsOn }) => dependsOn)) return note('depends');
    const winner = entries[0]?.declaration.value ?? 'auto';
    note(winner === 'auto' ? 'nothing wins' : 'something wins');
    if (winner !== engine.wins[i])
      wrong.push(`on ${id} ${engine.wins[i]} wins in the engine, not ${winner}, of ${text}`);
  });
  return wrong;
}

test(
  `rules that browsers keep, and those that win (SEED=${seed})`,
  () =>
    expectNothingFalse(
      fc.array(anyCase, { minLength: amount, maxLength: amount }),
      runsOr(1),
      async (cases) => {
        const wrong: string[] = [];
        for (const one of cases) wrong.push(...(await falsehoods(one)));
        return wrong;
      },
      { isOfMany: true },
    ),
  judgeTime,
);

const frameSelectors = ['from', 'to', '0%', '50%', '100%', '33.3%', '-1%', '101%', 'from, to', '0%,50%', 'FROM', 'start', '50', '50px', '', '0% 50%', 'from,', 'calc(50%)', '1e1%', '+5%', 'entry 0%', 'entry', '.a', '50%, nobody', '0.0%']; // prettier-ignore
const frameDeclarations = ['color: red', 'top: 1px', 'top: 1', 'margin: 1px', 'margin-left: auto', 'color: red !important', 'animation-name: x', 'animation: x 1s', 'animation-timing-function: linear', 'display: none', 'border: 1px solid', 'nobody: 1', 'inset: 0', 'transform: none', 'background: red', 'font: 12px serif', 'all: unset', 'transition: all', 'will-change: top', 'direction: rtl', 'content-visibility: hidden', 'animation-duration: 1s', 'color: var(--x)', 'margin-inline: 1px', 'color', 'top: 1px; left: 2px', '& a { top: 0 }', 'position: fixed', 'container-type: size', 'text-orientation: upright', 'writing-mode: vertical-rl', 'animation-composition: add', 'opacity: 1', 'zoom: 2', 'view-transition-name: x', 'animation-timeline: none', 'unicode-bidi: embed']; // prettier-ignore
const frameNames = ['k', '"k"', "'k'", 'K', 'none', '"none"', 'initial', 'k l', '', '1k', '\\6b', '-k', '--k', 'k()', '"k" x', 'default', 'auto', 'inherit', '/**/k', 'unset']; // prettier-ignore
const keyframes = fc
  .tuple(
    fc.constantFrom('@keyframes ', '@keyframes ', '@-webkit-keyframes ', '@KEYFRAMES '),
    fc.oneof(fc.constant('k'), fc.constantFrom(...frameNames)),
    fc.array(
      fc.tuple(
        fc.constantFrom(...frameSelectors),
        fc.array(fc.constantFrom(...frameDeclarations), { minLength: 1, maxLength: 3 }),
      ),
      { minLength: 1, maxLength: 3 },
    ),
  )
  .map(([word, name, frames]) => {
    const inside = frames.map(([selector, declarations]) => `${selector} { ${declarations.join('; ')} }`);
    return `${word}${name} { ${inside.join(' ')} }`;
  });
const animated = ['k', 'k', 'K', '"none"', 'none', 'k, l', 'initial', '\\6b', '-k', 'auto']; // prettier-ignore

test(
  `what animations set (SEED=${seed})`,
  async () => {
    const one = fc.record({
      name: fc.constantFrom(...animated),
      rules: fc.array(keyframes, { minLength: 1, maxLength: 3 }),
    });
    const wrongs = async (cases: readonly { name: string; rules: readonly string[] }[]) => {
      const wrong: string[] = [];
      for (const { name, rules } of cases) {
        const css = `${rules.join(' ')} #a { animation-name: ${name}; animation-duration: 9s }`;
        const html = `<!DOCTYPE html><style>${css}</style><p id="a">x</p>`;
        await tab().setContent(html);
        const engine = await tab().evaluate(() => {
          const animations = document.getElementById('a')!.getAnimations();
          // Frames of a named range have no place in an animation that no scroller drives; `tests/animations.test.ts` asks for values.
          const frames = animations
            .flatMap(({ effect }) => (effect as KeyframeEffect).getKeyframes())
            .filter(({ computedOffset }) => Number.isFinite(computedOffset));
          const others = ['offset', 'computedOffset', 'easing', 'composite'];
          const names = frames.flatMap((frame) => Object.keys(frame)).filter((key) => !others.includes(key));
          const dashed = names.map((key) =>
            key.startsWith('--')
              ? key
              : key.replace(/^css(?=[A-Z])/, '').replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`),
          );
          return [...new Set(dashed)].sort();
        });
        const page = parsePage({ name: 'x', html });
        const element = page.elements.find(({ tag }) => tag === 'p')!;
        const ours = [...animationsOn(page, element).keys()].sort();
        note(engine.length ? 'animated' : 'not animated');
        const more = ours.filter((each) => !engine.includes(each));
        const less = engine.filter((each) => !ours.includes(each));
        if (more.length) wrong.push(`not animated: ${more.slice(0, 4).join()} by ${css}`);
        if (less.length) wrong.push(`animated: ${less.slice(0, 4).join()} by ${css}`);
      }
      return wrong;
    };
    await expectNothingFalse(fc.array(one, { minLength: amount, maxLength: amount }), runsOr(1), wrongs, {
      isOfMany: true,
    });
  },
  judgeTime,
);

const propertyNames = ['--x', 'x', '--', '--X y', '"--x"', '--\\78', '', '--x()', '--x, --y']; // prettier-ignore
const descriptors = {
  syntax: ['"<length>"', '"*"', "'<color>'", '"a | b"', '<length>', '"<nobody>"', '""', '"<length>+"', '"<length> | <percentage>"', '"<length>#"', '" * "', '"inherit"', '"<transform-list>+"', '"a b"', '"<length> +"', '"<string>"', '"*|a"'], // prettier-ignore
  inherits: ['true', 'false', 'TRUE', 'yes', '', '"true"', 'true false'],
  'initial-value': ['0px', '1em', 'red', 'a', '', '1px 2px', '1px, 2px', 'var(--y)', 'calc(1px + 1em)', '10vw', 'inherit', '0', '"s"', 'env(x)', 'currentcolor', 'none', '2%', '!important', 'initial'], // prettier-ignore
};
const descriptor = fc
  .constantFrom(...(Object.keys(descriptors) as (keyof typeof descriptors)[]))
  .chain((name) => fc.constantFrom(...descriptors[name]).map((value) => `${name}: ${value}`));
const likely = fc
  .tuple(
    fc.constantFrom(...descriptors.syntax),
    fc.constantFrom('true', 'false', 'TRUE'),
    fc.constantFrom(...descriptors['initial-value']),
  )
  .map(([syntax, inherits, initial]) => [
    `syntax: ${syntax}`,
    `inherits: ${inherits}`,
    `initial-value: ${initial}`,
  ]);
const registration = fc
  .tuple(
    fc.oneof(fc.constant('--x'), fc.constantFrom(...propertyNames)),
    fc.oneof({ arbitrary: likely, weight: 4 }, fc.array(descriptor, { maxLength: 4 })),
    fc.constantFrom('; ', '; ', '; nobody: 1; ', ' !important; '),
  )
  .map(([name, list, joint]) => `@property ${name} { ${list.join(joint)} }`);

test(
  `which variables are registered (SEED=${seed})`,
  async () => {
    const wrongs = async (list: readonly string[]) => {
      const engine = await tab().evaluate(
        (texts) =>
          texts.map((text) => {
            const sheet = new CSSStyleSheet();
            sheet.replaceSync(text);
            const rule = sheet.cssRules[0] as CSSPropertyRule | undefined;
            return rule ? `${rule.name} ${rule.inherits} ${rule.syntax.trim()}` : '';
          }),
        list,
      );
      return list.flatMap((text, at) => {
        const [found] = parsePage({ name: 'x', html: `<!DOCTYPE html><style>${text}</style>` }).styles
          .registered;
        const ours = found ? `${found.name} ${found.inherits} ${found.syntax.trim()}` : '';
        note(engine[at] ? 'registered' : 'not registered');
        return ours === engine[at] ? [] : [`${text}: "${engine[at]}" in the engine, not "${ours}"`];
      });
    };
    await expectNothingFalse(fc.array(registration, { minLength: 300, maxLength: 300 }), runsOr(2), wrongs, {
      isOfMany: true,
    });
  },
  judgeTime,
);
