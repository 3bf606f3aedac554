// Pages and drafts with what people wrote for browsers long gone, and what templates and preprocessors leave behind.
import fc from 'fast-check';
import { caseOf, type OrdinaryCase } from './ordinary.js';
import { declarationOf, ruleOf, type Declared, type Rule } from './ordinary-rules.js';

const values = {
  zoom: ['1', 'normal', '100%'],
  '*zoom': ['1'],
  _height: ['1%'],
  filter: [
    'alpha(opacity=50)',
    "progid:DXImageTransform.Microsoft.gradient(startColorstr='#80000000', endColorstr='#80000000')",
    'none',
    'blur(1px)',
    'gray',
  ],
  '-ms-filter': ['"progid:DXImageTransform.Microsoft.Alpha(Opacity=50)"'],
  color: ['red', 'red\\9', 'RED', '#F00', 'red\\0/', '{{ colour }}', '@brand', '$brand', 'r\\65 d', 'red!ie', 'expression(a)'],
  width: ['20px', '20px\\9', 'expression(document.body.clientWidth > 800 ? "800px" : "auto")', '-moz-calc(10px + 10px)', '-webkit-calc(10px + 10px)', '20PX', '-webkit-fill-available', '-moz-fit-content'],
  display: ['-moz-inline-stack', 'inline-block', '-webkit-box', '-ms-flexbox', 'flex', 'block', '-webkit-inline-flex', 'table-cell'],
  background: ['url(data:image/png;base64,iVBO/+=) no-repeat', "url( 'a b.png' )", '-webkit-gradient(linear, left top, left bottom, from(red), to(blue))', '-webkit-linear-gradient(top, red, blue)', '-moz-linear-gradient(red, blue)', 'linear-gradient(top, red, blue)', 'none transparent', 'red url(a.png)', 'URL(a.png)'],
  'background-color': ['red', 'rgba(255,0,0,.5)', 'rgba(255, 0, 0, 50%)', 'rgb(300, 0, 0)', 'hsla(0,100%,50%,.5)', 'transparent'],
  '-webkit-border-radius': ['4px', '4px 8px'],
  '-moz-border-radius': ['4px'],
  'border-radius': ['4px', '4px / 8px', '0'],
  '-webkit-box-shadow': ['0 0 2px red', 'none'],
  'box-shadow': ['0 0 2px red', 'none', '0 0 2px'],
  '-webkit-transition': ['all .2s', 'none'],
  '-o-transition': ['all .2s'],
  '-webkit-transform': ['rotate(3deg)', 'none'],
  transform: ['rotate(3deg)', 'none'],
  '-webkit-box-flex': ['1', '0'],
  '-webkit-box-orient': ['vertical', 'horizontal'],
  '-webkit-flex': ['1'],
  '-ms-flex': ['1'],
  flex: ['1', '1 1 0', 'none'],
  '-webkit-user-select': ['none', 'text'],
  'user-select': ['none', 'auto'],
  '-webkit-appearance': ['none', 'button'],
  '-moz-appearance': ['none'],
  'word-wrap': ['break-word', 'normal'],
  'overflow-wrap': ['break-word', 'anywhere', 'normal'],
  'overflow-x': ['hidden', 'visible', 'overlay'],
  overflow: ['hidden', 'visible', 'overlay', 'hidden scroll', '-moz-hidden-unscrollable'],
  'page-break-inside': ['avoid', 'auto'],
  'break-inside': ['avoid', 'auto'],
  'text-decoration': ['none', 'underline', 'blink', 'none!important'],
  'text-align': ['-webkit-center', '-webkit-auto', '-webkit-match-parent', 'center', 'start', 'end', 'left'],
  direction: ['ltr', 'rtl', 'inherit'],
  'white-space': ['pre', '-moz-pre-wrap', 'pre-wrap', 'nowrap'],
  font: ['12px/1.5 Arial,Helvetica,sans-serif', 'normal 12px/1 FontAwesome', 'inherit', 'caption', '12px'],
  'font-family': ['Arial,"Helvetica Neue"', 'Open Sans', '1st, serif', "'Icons'"],
  margin: ['0 auto', '0 auto\\9', '0px', '-0', '0 0 0 0', '0, auto', '.0px', '00px'],
  padding: ['0', '0 !important', '1e1px', '+1px', '1.px'],
  'z-index': ['1', '1.5', '+1', '999999999999', 'auto'],
  opacity: ['.5', '50%', '0.50', '1', '2'],
  'line-height': ['1.2', '120%', '1.2em', 'normal', '1.20'],
  cursor: ['hand', 'pointer', 'url(a.cur), auto', '-webkit-grab', 'grab', 'url(a.cur)'],
  behavior: ['url(PIE.htc)'],
  src: ['url(a.woff)'],
  '-webkit-font-smoothing': ['antialiased', 'auto'],
  'text-rendering': ['optimizeLegibility', 'auto'],
  clip: ['rect(0 0 0 0)', 'rect(0,0,0,0)', 'auto', 'rect(1px, 1px, 1px, 1px)'],
  content: ['"\\0020"', '"\\201C"', "'\\'", '""', 'normal', '"\\f101"'],
}; // prettier-ignore

/** Each ends by itself. */
const insideRules = ['*display: inline;', ';', ';;', '// color: red;', '@extend .item;', '@include round(4px);', '$size: 1px;', '.mixin();', '&:extend(.item);', 'color = red;', 'color: red !important !important;', 'color: red! important;', '@apply --box;', '--: 1;', '-: 1;', '/**/;', 'filter: ~"ms:own()";', '{}', '{{ more }}', '#{$a}: 1;', '@media print { color: red; }', '@media { color: teal; }', '<!--;', '-->;', '\\63 olor: teal;', 'color/**/: /**/ navy /**/;', '@page { margin: 1cm }', '@font-face { font-family: x }', 'margin: { top: 1px; left: 2px };']; // prettier-ignore
/** Each is whole, or takes something of what follows, as browsers have it. */
const betweenRules = ['<!--', '-->', '@charset "utf-8";', '@-ms-viewport { width: device-width }', '@-moz-document url-prefix() { .card { color: red } }', '@media \\0screen { .card { color: red } }', '@media screen\\9 { .card { color: red } }', '@import "late.css";', '.box:after { content: "\\0020"; display: block; height: 0; clear: both }', '* html .card { color: red }', '* + html .row { color: red }', '::-moz-focus-inner { border: 0 }', '.card::-moz-selection, .card { color: red }', ':-ms-input-placeholder, .row { color: blue }', '.card, { color: red }', '.5card { color: red }', '.card..row { color: red }', '.card > > .row { color: red }', '// .note { color: red }', '@media screen and(max-width: 5000px) { .card { color: red } }', '@media (max-width: 600) { .card { color: red } }', '@media max-width: 600px { .card { color: red } }', '@media screen and (-webkit-min-device-pixel-ratio: 0) { .note { color: navy } }', '@font-face { font-family: x; src: url(a.eot?#iefix) format("x") }', '@page { margin: 1cm }', '$a: 1;', '@mixin round { border: 0 }', '@include round;', '{ color: red }', ';', '.card { color: red };', '.row { color: red', '}', '.note { color: blue }}', '@media print { .card { color: red }', '/* half', '*/', '.item { color: "red }', "\n.item { content: 'a\n }", '.btn { background: url(a b.png) }', '@media screen { @media (min-width: 1px) { .btn { color: teal } } }', '.card { .row { color: navy } color: teal }', '.card { & { color: navy } }', '\uFEFF.row { color: navy }', '.r\\6fw { color: navy }', '.\\31 0 { color: navy }', '#1 { color: navy }', '.card:hover::before:hover { color: red }', '.card:before:after { color: red }', 'A.CARD, P.note { color: navy }', '.card{color:navy}.row{color:teal}', '@layer;', '@layer a { .card { color: navy } }', '@supports (zoom: 1) { .card { color: navy } }', '@supports not (-ms-high-contrast: none) { .card { color: navy } }', '@media all and (-ms-high-contrast: none), (-ms-high-contrast: active) { .card { color: red } }', '@-webkit-keyframes x { to { color: red } }']; // prettier-ignore

const text = (one: string): Rule => ({ kind: 'text', text: one }) as unknown as Rule;
const old = declarationOf(values);
const noisy: fc.Arbitrary<Declared> = fc.oneof(
  { weight: 8, arbitrary: old },
  { weight: 1, arbitrary: fc.constantFrom(...insideRules).map((one) => text(one) as unknown as Declared) },
);
const few = fc
  .constantFrom('.card', '.row', '.item', '.box', 'p', 'div', '.note', '.btn', 'input', 'body .card')
  .map((one) => ({ text: one }));

export const olderCase: fc.Arbitrary<OrdinaryCase> = fc
  .tuple(
    fc.oneof(caseOf(ruleOf(noisy, few)), caseOf(ruleOf(noisy))),
    fc.array(fc.constantFrom(...betweenRules), { maxLength: 4 }),
    fc.nat(20),
  )
  .map(([one, noise, at]) => {
    const [first, ...sheets] = one.sheets;
    const last = sheets.at(-1) ?? '';
    const lines = last.split('\n}\n');
    // What stands in front of an import may take it with it, and nothing else names that sheet.
    const front = Math.max(at % lines.length, last.startsWith('@import') ? 1 : 0);
    const put = [...lines.slice(0, front), noise.join('\n'), ...lines.slice(front)];
    return { ...one, sheets: [first, ...sheets.slice(0, -1), put.join('\n}\n')] };
  });
