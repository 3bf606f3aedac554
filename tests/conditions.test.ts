// Media queries and support queries, judged by a real engine: random ones, as people write them and as they mistype them.
import fc from 'fast-check';
import { parsePage, type Page } from 'yelto';
import { engineTab } from './support/engine-tab.js';
import { expectNothingFalse, judgeTime, note, runsOr, seed } from './support/judging.js';

const tab = engineTab();
const amount = 250;

/** A text with random spaces, comments and capitals in it, as these make no difference. */
const spaced = (text: string) =>
  fc.array(fc.constantFrom('', '', '', ' ', '/**/', '\n'), { minLength: 6, maxLength: 6 }).map((gaps) => {
    let at = 0;
    return text.replace(/\s+/g, () => ` ${gaps[at++ % gaps.length]}`);
  });

const lengths = ['600px', '37.5em', '0', '80rem', '1280px', '800PX', '1e3px', '20cm', '-1px', '600', '50%', '10vw', 'calc(600px + 10em)', 'calc(2 * 300px)', 'min(600px, 50em)', '600.5px', '1280.0px', 'px', 'auto', '']; // prettier-ignore
/** Those that all engines have, and a few that none has; what paper is like is told in two ways. */
const features: Readonly<Record<string, readonly string[]>> = {
  width: lengths,
  height: lengths,
  'device-width': ['1280px', '100px'],
  'aspect-ratio': ['16/10', '1', '8 / 5', '1.6', '0/1', '1/0', '-1/1', '16 10'],
  orientation: ['portrait', 'landscape', 'LANDSCAPE', 'square', '1'],
  resolution: ['1dppx', '96dpi', '2x', '37.8dpcm', '1', 'infinite', '-1dppx'],
  color: ['8', '0', '1', '-1', '8.0', '8.5', 'red', 'calc(4 + 4)'],
  monochrome: ['0', '1'],
  'color-index': ['0', '1'],
  grid: ['0', '1', '2', '-0'],
  hover: ['hover', 'none', 'on-demand', 'HOVER'],
  'any-hover': ['hover', 'none'],
  pointer: ['fine', 'coarse', 'none'],
  'any-pointer': ['fine', 'coarse'],
  'prefers-color-scheme': ['dark', 'light', 'no-preference', 'x'],
  'prefers-reduced-motion': ['reduce', 'no-preference', 'x'],
  'prefers-contrast': ['more', 'less', 'custom', 'no-preference', 'high'],
  'prefers-reduced-transparency': ['reduce', 'no-preference'],
  'forced-colors': ['active', 'none'],
  scripting: ['enabled', 'none', 'initial-only'],
  'overflow-block': ['scroll', 'none', 'paged'],
  'overflow-inline': ['scroll', 'none'],
  'display-mode': ['browser', 'standalone', 'fullscreen', 'x'],
  'color-gamut': ['srgb', 'p3', 'rec2020'],
  'dynamic-range': ['standard', 'high'],
  '-webkit-device-pixel-ratio': ['1', '2', '1.0', '1dppx'],
  '-webkit-transform-3d': ['1', '0', 'x'],
  '-moz-device-pixel-ratio': ['1'],
  scan: ['progressive', 'interlace'],
  'nav-controls': ['back'],
  'environment-blending': ['opaque'],
  'device-posture': ['continuous', 'folded'],
  'horizontal-viewport-segments': ['1'],
  nobody: ['1', 'x'],
};
const feature = fc.constantFrom(...Object.keys(features)).chain((name) => {
  const value = fc.constantFrom(...features[name]);
  return fc.oneof(
    fc.constantFrom(`(${name})`, `( ${name} )`, `(min-${name})`, `(${name.toUpperCase()})`),
    fc
      .tuple(fc.constantFrom('', '', 'min-', 'max-'), value)
      .map(([front, own]) => `(${front}${name}: ${own})`),
    fc
      .tuple(
        fc.constantFrom('<', '<=', '>', '>=', '=', '< =', '=='),
        value,
        fc.boolean(),
        fc.constantFrom('', '', 'min-'),
      )
      .map(([sign, own, isTurned, front]) =>
        isTurned ? `(${own} ${sign} ${front}${name})` : `(${front}${name} ${sign} ${own})`,
      ),
    fc
      .tuple(value, fc.constantFrom('<', '<=', '>', '='), fc.constantFrom('<', '<=', '>', '='), value)
      .map(([low, first, second, high]) => `(${low} ${first} ${name} ${second} ${high})`),
  );
});
const oddities = fc.constantFrom('(nobody)', 'nobody(x)', '()', '(width', '((width))', '(width) and', 'and (width)', '((min-width: 1px) and (color))', '(not (color))', '(color) (width)', '(x y)', '("x")', '(min-width: 600px, color)'); // prettier-ignore
const inBrackets = fc.oneof({ arbitrary: feature, weight: 6 }, { arbitrary: oddities, weight: 1 });
const condition = fc.oneof(
  inBrackets,
  fc
    .tuple(inBrackets, fc.constantFrom(' and ', ' or ', ' AND ', ' and not ', ', '), inBrackets)
    .map((parts) => parts.join('')),
  inBrackets.map((one) => `not ${one}`),
  fc
    .tuple(
      inBrackets,
      inBrackets,
      inBrackets,
      fc.constantFrom(' and ', ' or '),
      fc.constantFrom(' and ', ' or '),
    )
    .map(([a, b, c, first, second]) => a + first + b + second + c),
  fc
    .tuple(inBrackets, inBrackets, fc.constantFrom(' and ', ' or '))
    .map(([a, b, joint]) => `(${a}${joint}${b})`),
);
const query = fc
  .oneof(
    { arbitrary: condition, weight: 4 },
    {
      arbitrary: fc
        .tuple(
          fc.constantFrom('', 'only ', 'not ', 'ONLY '),
          fc.constantFrom('screen', 'print', 'all', 'speech', 'tv', 'SCREEN', 'and', 'layer', '"x"'),
          fc.constantFrom('', ' and ', ' or ', ' '),
          condition,
        )
        .map(([front, medium, joint, rest]) => front + medium + (joint === '' ? '' : joint + rest)),
      weight: 2,
    },
    { arbitrary: fc.constantFrom('', 'all, nobody(', 'not all', 'not', 'only', 'screen,', ',', 'screen and', '(', 'screen print'), weight: 1 }, // prettier-ignore
  )
  .chain(spaced);

/** How the page is looked at, as the engine is told and as we are. */
const looks = [
  { width: 1280, height: 800 },
  { width: 600, height: 900 },
  { width: 1280, height: 800, medium: 'print' },
  {
    width: 800,
    height: 800,
    preferences: { 'prefers-color-scheme': 'dark', 'prefers-reduced-motion': 'reduce' },
  },
] as const;

/** Whether each of some at-rules around a rule lets it through. */
function lets(page: Page, at: number): boolean {
  const block = page.styles.blocks.find(({ selectorText }) => selectorText === `.q${at}`);
  return block !== undefined && page.isActive(block.condition);
}
/** Each in a sheet of its own, as what is broken reaches to the end. */
const pageOf = (fronts: readonly string[]) => {
  const sheets = fronts.map((front, at) => `<style>${front} { .q${at} { top: 0 } }</style>`);
  return parsePage({ name: 'x', html: `<!DOCTYPE html>${sheets.join('')}` });
};
/** What closes at the end of a text is closed in the rule too. */
const closed = (text: string) =>
  text + ')'.repeat(Math.max(0, text.split('(').length - text.split(')').length));

test(
  `media queries hold where the engine says so (SEED=${seed})`,
  async () => {
    const session = await tab().context().newCDPSession(tab());
    const falsehoods = async (list: readonly string[]): Promise<string[]> => {
      const page = pageOf(list.map((one) => `@media ${closed(one)}`));
      const wrong: string[] = [];
      for (const { width, height, ...more } of looks) {
        const preferences: Readonly<Record<string, string>> = 'preferences' in more ? more.preferences : {};
        const medium = 'medium' in more ? more.medium : 'screen';
        const listed = Object.entries(preferences).map(([name, value]) => ({ name, value }));
        await session.send('Emulation.setEmulatedMedia', {
          media: medium === 'print' ? 'print' : '',
          features: listed,
        });
        await tab().setViewportSize({ width, height });
        const engine = await tab().evaluate(
          (list) => list.map((one) => matchMedia(one).matches),
          list.map(closed),
        );
        const view = page.under({ width, height, medium, preferences });
        list.forEach((one, at) => {
          note(engine[at] ? 'hold' : 'do not');
          if (lets(view, at) !== engine[at])
            wrong.push(
              `${JSON.stringify(one)} ${engine[at] ? 'holds' : 'does not hold'} in the engine at ${width} ${medium} ${JSON.stringify(preferences)}`,
            );
        });
      }
      return wrong;
    };
    try {
      await expectNothingFalse(
        fc.array(query, { minLength: amount, maxLength: amount }),
        runsOr(2),
        falsehoods,
        { isOfMany: true },
      );
    } finally {
      // Nothing of it is left for the next test.
      await session.send('Emulation.setEmulatedMedia', { media: '', features: [] });
      await tab().setViewportSize({ width: 1280, height: 800 });
    }
  },
  judgeTime,
);

const declarations = ['color: red', 'display: grid', 'display: nobody', 'nobody: 1', '--x: 1', '--x:', 'color:', 'color: red !important', 'color: red!IMPORTANT', 'gap: 1px', 'width: calc(1px + 1em)', 'width: var(--x)', 'color: red;', 'COLOR: RED', 'margin: 1px 2px', 'margin: 1 2', '-webkit-box-orient: vertical', 'text-wrap: balance', 'x', 'color red', 'color: red) and (color: red', 'background: url(x.png)', 'content: ")"']; // prettier-ignore
const asked = fc.oneof(
  { arbitrary: fc.constantFrom(...declarations).map((one) => `(${one})`), weight: 4 },
  { arbitrary: fc.constantFrom('a', ':has(a)', ':nobody', '::before', 'a, b', '> a', '', 'a >', ':is(:nobody)', '::-webkit-nobody', '&').map((one) => `selector(${one})`), weight: 2 }, // prettier-ignore
  { arbitrary: fc.constantFrom('font-tech(color-COLRv1)', 'font-tech(variations)', 'font-tech(nobody)', 'font-format(woff2)', 'font-format(nobody)', 'font-format("woff2")', 'nobody(x)', 'at-rule(@media)', '(nobody(x))', '()', '(())', 'font-tech(features-aat)', 'font-tech(color-svg)', 'font-format(svg)', 'font-tech(palettes)', 'font-format(collection)', 'font-tech(avar2)', 'font-tech(incremental)', 'font-tech(features-graphite)', 'font-tech(color-sbix)', 'font-tech(color-cbdt)', 'font-format(embedded-opentype)', 'selector(a', 'color: red', 'selector'), weight: 2 }, // prettier-ignore
);
const support = fc
  .oneof(
    asked,
    asked.map((one) => `not ${one}`),
    asked.map((one) => `(not ${one})`),
    fc
      .tuple(asked, fc.constantFrom(' and ', ' or ', ' AND ', ' and not ', ' ', ', '), asked)
      .map((parts) => parts.join('')),
    fc
      .tuple(asked, asked, asked, fc.constantFrom(' and ', ' or '), fc.constantFrom(' and ', ' or '))
      .map(([a, b, c, first, second]) => a + first + b + second + c),
    fc.tuple(asked, asked, fc.constantFrom(' and ', ' or ')).map(([a, b, joint]) => `(${a}${joint}${b})`),
  )
  .chain(spaced);

test(
  `support queries hold where the engine says so (SEED=${seed})`,
  async () => {
    const falsehoods = async (list: readonly string[]): Promise<string[]> => {
      const page = pageOf(list.map((one) => `@supports ${closed(one)}`));
      const engine = await tab().evaluate(
        (list) =>
          list.map((one) => {
            const sheet = new CSSStyleSheet();
            sheet.replaceSync(`@supports ${one} {}`);
            const [rule] = sheet.cssRules;
            return rule instanceof CSSSupportsRule && CSS.supports(rule.conditionText);
          }),
        list.map(closed),
      );
      return list.flatMap((one, at) => {
        note(engine[at] ? 'supported' : 'not supported');
        return lets(page, at) === engine[at]
          ? []
          : [`${JSON.stringify(one)} ${engine[at] ? 'holds' : 'does not hold'} in the engine`];
      });
    };
    await expectNothingFalse(
      fc.array(support, { minLength: amount, maxLength: amount }),
      runsOr(2),
      falsehoods,
      { isOfMany: true },
    );
  },
  judgeTime,
);

const width = fc.constantFrom('600px', '37.5em', '601px', '600.5px', '0', '900px', '-1px', '80rem', 'calc(20em + 7px)', '1e3px', '599px', 'x'); // prettier-ignore
const aboutWidth = fc.oneof(
  {
    weight: 5,
    arbitrary: fc
      .tuple(
        fc.constantFrom(
          'min-width: ',
          'max-width: ',
          'width: ',
          'width < ',
          'width >= ',
          '300px < width <= ',
        ),
        width,
      )
      .map((parts) => `(${parts.join('')})`),
  },
  { weight: 1, arbitrary: fc.constantFrom('(orientation: portrait)', '(min-aspect-ratio: 3/2)', '(max-aspect-ratio: 1)', '(hover)', 'print', 'screen', '(min-height: 500px)', '(height > 5000px)', '(prefers-color-scheme: dark)') }, // prettier-ignore
);
const aboutWidths = fc.oneof(
  aboutWidth,
  aboutWidth.map((one) => `not ${one}`),
  fc.tuple(aboutWidth, fc.constantFrom(' and ', ', '), aboutWidth).map((parts) => parts.join('')),
);
/** One query in the other. */
const nestedQueries = fc.array(fc.array(aboutWidths, { minLength: 1, maxLength: 2 }), {
  minLength: 1,
  maxLength: 8,
});

test(
  `a page changes at the widths that are told, and at no others (SEED=${seed})`,
  () =>
    expectNothingFalse(nestedQueries, runsOr(4), async (list) => {
      const css = list
        .map((each, i) =>
          each.reduceRight((inner, one) => `@media ${one} { ${inner} }`, `html { --q${i}: 1 }`),
        )
        .join('\n');
      const height = 700;
      const page = parsePage({
        name: 'x',
        html: `<!DOCTYPE html><style>${css}</style>`,
        conditions: { height },
      });
      await tab().setContent(`<!DOCTYPE html><iframe style="border: 0; height: ${height}px"></iframe>`);
      // Behind each whole width whether anything is otherwise than at it.
      const changes = await tab().evaluate(
        async ({ css, amount }) => {
          const frame = document.querySelector('iframe')!;
          await new Promise((next) => {
            frame.onload = next;
            frame.srcdoc = `<!DOCTYPE html><style>${css}</style>`;
          });
          const style = frame.contentWindow!.getComputedStyle(frame.contentDocument!.documentElement);
          const found: number[] = [];
          let last: string | undefined;
          for (let width = 1; width < 1400; width++) {
            frame.style.width = `${width}px`;
            let now = '';
            for (let i = 0; i < amount; i++) now += style.getPropertyValue(`--q${i}`) || '0';
            if (last !== undefined && now !== last) found.push(width - 1);
            last = now;
          }
          return found;
        },
        { css, amount: list.length },
      );
      const { widths } = page;
      note('changes', changes.length);
      note('told', widths.length);
      return [
        ...changes
          .filter((before) => !widths.some((one) => one >= before && one <= before + 1))
          .map((before) => `something changes behind ${before}px, told ${widths.join()}`),
        ...widths
          // Between whole widths a window may be too, but none here is.
          .filter(
            (one) => Number.isInteger(one) && !changes.some((before) => one >= before && one <= before + 1),
          )
          .map((one) => `nothing changes at ${one}px`),
      ];
    }),
  judgeTime,
);
