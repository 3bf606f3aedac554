// Media queries and support queries: each point that tests/conditions.test.ts found wrong once.
import { parsePage } from 'yelto';

/** Whether the rule behind a front is used, in a window of 1280 by 800 px. */
function isUsed(front: string, conditions: { medium?: 'print'; width?: number } = {}): boolean {
  const page = parsePage({ name: 'x', html: `<!DOCTYPE html><style>${front} { .q { top: 0 } }</style>` });
  const [block] = page.styles.blocks;
  return (
    block !== undefined && page.under({ width: 1280, height: 800, ...conditions }).isActive(block.condition)
  );
}

describe('media queries that hold', () => {
  test.each([
    '(max-width: calc(600px +\n 50em))',
    '(max-width: 1279.99px)',
    '(min-width: 1280.01px)',
    '(min-width: 50vw)',
    '(min-resolution: 37.8dpcm)',
    '(color: calc(4 + 4))',
    '(horizontal-viewport-segments: 1)',
    '(device-posture: continuous)',
    'not (scan)',
    '(color) or nobody(x)',
    '(nobody(x) or (color))',
    'screen,',
    '(color)and (width)',
    '(400px <= width <= 2000px)',
  ])('%s', (query) => expect(isUsed(`@media ${query}`)).toBe(true));
});

describe('and those that do not, as they are no queries or ask for nothing that is', () => {
  test.each([
    'not print and (color) or (grid)',
    'not screen and (color) and not (grid)',
    'not (grid: 2)',
    'not (hover: on-demand)',
    'not (hover = hover)',
    'not (min-grid: 0)',
    'not (min-horizontal-viewport-segments: 1)',
    'not (0 <= width = 2000px)',
    'not (color: 8.0)',
    'not (resolution: -1dppx)',
    'not nobody(x)',
    '(width > = 3px)',
    '(min-width >= 3px)',
    '(min--webkit-device-pixel-ratio: 1)',
    'not(grid)',
  ])('%s', (query) => expect(isUsed(`@media ${query}`)).toBe(false));
});

test('what is wider than paper is not scrolled', () => {
  expect(isUsed('@media (overflow-inline)')).toBe(true);
  expect(isUsed('@media (overflow-inline)', { medium: 'print' })).toBe(false);
});

describe('support queries that hold', () => {
  test.each([
    'selector(:is(a))',
    'selector(::-webkit-scrollbar)',
    'not selector(:is(a, :nobody))',
    'not selector(::-webkit-nobody)',
    'not selector(::scrollbar)',
    'at-rule(@media)',
    'font-tech(color-sbix)',
    'not font-tech(incremental)',
    '(color: red) or nobody(x)',
    'not ()',
  ])('%s', (query) => expect(isUsed(`@supports ${query}`)).toBe(true));
});

describe('and those that do not', () => {
  test.each([
    'selector or (color: red)',
    'not (color: red) and (top: 0)',
    '(color: red) (top: 0)',
    'selector(a, b)',
    '(color: red;)',
  ])('%s', (query) => expect(isUsed(`@supports ${query}`)).toBe(false));
});
