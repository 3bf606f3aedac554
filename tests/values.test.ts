// Which declarations are used and which refused, judged by a real engine.
import type { Browser } from 'playwright-core';
import { parsePage } from 'yelto';
import { compareWithEngine, startEngine } from './support/engine.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

// prettier-ignore
const declarations = [
  'color: oklch(50% 0.1 20)', 'color: rgb(1 2 3 / 50%)', 'color: #12345', 'color: #1234',
  'width: min(10px, 5%)', 'width: fit-content', 'width: -webkit-fill-available', 'width: stretch',
  'height: 100dvh', 'aspect-ratio: 16/9', 'container-type: inline-size', 'text-wrap: balance',
  'user-select: none', '-webkit-user-select: none', '-moz-user-select: none', 'appearance: none',
  'cursor: url(x), auto', 'cursor: -webkit-grab', 'cursor: grab', 'background: linear-gradient(red, blue)',
  'background: -webkit-linear-gradient(red, blue)', 'background: -moz-linear-gradient(red, blue)', 'background-image: image-set("a" 1x)', 'content: "\\201C"',
  'content: attr(x)', 'content: counter(a) "b"', 'line-height: 1.5', 'line-height: -1',
  'opacity: 50%', 'opacity: 2', 'z-index: 1.5', 'flex: 1 1 auto',
  'grid-template-areas: "a b" "c d"', 'grid-template-columns: repeat(auto-fill, minmax(1px, 1fr))', 'grid-area: 1 / 2', 'transform: translate(1px) rotate(3deg)',
  'transition: opacity .3s cubic-bezier(.1,.2,.3,1), top 1s', 'font-family: "a", b c, serif', 'font: caption',
  'font: bold 1em x', 'font-weight: 450', 'font-weight: 1001', 'clip: rect(0 0 0 0)',
  'clip: rect(0, 0, 0, 0)', 'clip-path: inset(50%)', 'mask: url(x)', 'filter: blur(1px)',
  'backdrop-filter: blur(1px)', 'box-shadow: 0 0 1px red, inset 0 0 2px', 'text-shadow: none', 'margin: -1px auto',
  'padding: -1px', 'border-width: thin 2px', 'border-style: dotted', 'outline: auto',
  'outline: -webkit-focus-ring-color auto 5px', 'resize: both', 'scroll-behavior: smooth', 'will-change: transform',
  'zoom: 1', 'display: flow-root', 'display: inline flex', 'display: contents',
  'position: -webkit-sticky', 'float: inline-start', 'vertical-align: 2px', 'white-space: pre-wrap',
  'word-break: break-word', 'overflow: overlay', 'overflow: clip visible', 'overflow-anchor: none',
  'text-size-adjust: 100%', '-webkit-text-size-adjust: 100%', '-ms-text-size-adjust: 100%', 'text-decoration: underline dotted red 2px',
  '-webkit-text-decoration: underline', 'text-decoration-skip-ink: none', 'text-underline-offset: 1px', '-webkit-line-clamp: 2',
  '-webkit-box-orient: vertical', '-webkit-overflow-scrolling: touch', '-webkit-tap-highlight-color: transparent', '-webkit-font-smoothing: antialiased',
  '-moz-osx-font-smoothing: grayscale', 'fill: currentColor', 'stroke-width: 2', 'stroke-dasharray: 1 2',
  'accent-color: auto', 'color-scheme: light dark', 'inset-inline: 0 1px', 'margin-block: 1px',
  'border-start-start-radius: 1px', 'translate: 1px', 'scale: 1.5', 'rotate: x 3deg',
  'offset-path: none', 'object-fit: cover', 'isolation: isolate', 'mix-blend-mode: multiply',
  'pointer-events: none', 'touch-action: pan-x pan-y', 'caret-color: red', 'hyphens: auto',
  'tab-size: 4', 'quotes: none', 'counter-reset: a 1 b', 'order: -1',
  'orphans: 3', 'page-break-inside: avoid', 'break-inside: avoid', 'column-count: 2',
  'place-content: center start', 'align-items: safe center', 'justify-content: left', 'align-self: baseline',
  'gap: normal', 'row-gap: 1%', 'font-variation-settings: "wght" 400', 'font-feature-settings: "tnum"',
  'font-variant: small-caps', 'font-variant-numeric: tabular-nums', 'letter-spacing: normal', 'text-transform: capitalize',
  'text-align: -webkit-center', 'text-align: match-parent', 'text-indent: 1em', 'unicode-bidi: plaintext',
  'writing-mode: vertical-rl', 'direction: rtl', 'animation: a 1s infinite alternate both', 'animation: none',
  'animation-timing-function: steps(4, end)', 'animation-timeline: scroll()', 'view-transition-name: x', 'anchor-name: --a',
  'contain: layout paint', 'content-visibility: auto', 'image-rendering: pixelated', 'image-rendering: -webkit-optimize-contrast',
  'object-position: right 1px top', 'perspective: 1px', 'border-image: url(x) 30 round', 'border-collapse: collapse',
  'border-spacing: 1px 2px', 'caption-side: top', 'table-layout: fixed', 'empty-cells: hide',
  'list-style: square inside', 'list-style-type: "x"', 'speak: none', 'src: url(x)',
  'mask-image: url(x)', '-webkit-mask: url(x) no-repeat', 'background: url(x) center / cover no-repeat, red', 'background-position: right 3px top',
  'background-clip: text', '-webkit-background-clip: text', '-webkit-text-fill-color: transparent', 'background-size: auto',
  'background-repeat: space round', 'width: calc(100% - (1px * 2))', 'width: calc(1px+2px)', 'width: clamp(1px, 2vw, 3px)',
  'width: 1e3px', 'width: .5em', 'width: +1px', 'width: 1PX',
  'margin: 0 0 0 0 0', 'color: RED', 'color: hsl(120deg 100% 50%)', 'color: hsla(1, 2%, 3%, .5)',
  'color: color(display-p3 1 0 0)', 'color: light-dark(red, blue)', 'color: Canvas', 'color: -webkit-link',
  'color: inherit', 'color: revert-layer', 'color: currentcolor', 'top: anchor(bottom)',
  'interpolate-size: allow-keywords', 'field-sizing: content', 'text-box: trim-both cap alphabetic', 'ime-mode: active',
  'behavior: url(x)', '-ms-filter: "x"', 'scrollbar-width: thin', 'scrollbar-color: red blue',
  'scrollbar-gutter: stable', 'scroll-snap-type: x mandatory', 'overscroll-behavior: contain', 'print-color-adjust: exact',
  '-webkit-print-color-adjust: exact', 'forced-color-adjust: none', 'rx: 1px', 'd: none',
  'cx: 1', 'font-stretch: 50%', 'font-synthesis: none', 'font-optical-sizing: auto',
  'font-palette: normal', 'font-size-adjust: 0.5', 'math-style: compact', 'ruby-position: over',
  'text-emphasis: dot', 'text-orientation: mixed', 'text-justify: auto', 'text-rendering: optimizeLegibility',
  'line-break: anywhere', 'hanging-punctuation: first', 'initial-letter: 2', 'shape-outside: circle()',
  'shape-margin: 1px', 'clear: inline-end', 'visibility: collapse', 'widows: 2',
  'user-modify: read-only', 'inline-size: 1px', 'min-block-size: 0', 'max-width: none',
  'min-width: none', 'flex-basis: content', 'flex-flow: row wrap', 'flex: none',
  'flex: 0', 'grid: auto-flow / 1fr', 'grid-auto-flow: dense', 'grid-column: span 2 / -1',
  'grid-template: none', 'grid-row-gap: 1px', 'size: a4', 'transform-origin: left',
  'transform-style: preserve-3d', 'backface-visibility: hidden', '-webkit-backface-visibility: hidden', 'perspective-origin: 0 0',
  'transition-behavior: allow-discrete', 'transition: none', 'transition-duration: 1s, 2ms', 'transition-timing-function: ease',
  'animation-duration: auto', 'animation-name: "x"', 'animation-composition: add',
  'text-align: -webkit-match-parent', 'vertical-align: -webkit-baseline-middle', 'pointer-events: bounding-box', 'text-orientation: sideways-right',
  'background-image: -webkit-gradient(radial, 50% 50%, 0, 50% 50%, 500, from(red), to(blue))', 'background-image: -webkit-image-set(url(a) 1x, url(b) 2x)',
  'background-image: element(#a)', '-webkit-mask-box-image: url(x) 50% 42%', '-webkit-text-stroke: thin red', '-webkit-border-after: 1px 2px red',
];

test('the engine and we take and refuse the same declarations', async () => {
  const css = declarations.map((declaration, i) => `.v${i} { ${declaration}; }`).join('\n');
  const body = declarations.map((_, i) => `<b class="v${i}"></b>`).join('');
  const page = parsePage({
    name: 'values',
    html: `<!DOCTYPE html><head><style>${css}</style></head><body>${body}</body>`,
  });
  const { compared, differences } = await compareWithEngine(browser, page, []);
  expect(differences).toEqual([]);
  expect(compared).toBeGreaterThan(10_000);
});
