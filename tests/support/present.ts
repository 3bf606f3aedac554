// Pages of the kind that are written lately: boxes that open over the page, controls of every kind, values that are calculated with
// more than sums, places beside anchors, and selectors for what is required, of a language or a direction. Left out: what only layout can
// measure, as `anchor()`, and states that a person's hand brings about (held-controls.test.ts asks about those).
import fc from 'fast-check';
import { caseOf, element, type OrdinaryCase } from './ordinary.js';
import { declarationOf, ruleOf, type Pick } from './ordinary-rules.js';

// prettier-ignore
const values: Readonly<Record<string, readonly string[]>> = {
  width: ['calc(sign(2px) * 20px)', 'abs(-20px)', '20px', 'mod(50px, 30px)', 'rem(50px, 30px)', 'round(up, 15px, 10px)', 'hypot(12px, 16px)', 'calc(pow(2, 2) * 5px)', 'calc(sqrt(4) * 10px)', 'calc(exp(0) * 20px)', 'calc(sin(90deg) * 20px)', 'calc(20px * cos(0))', 'round(to-zero, 29px, 20px)', 'calc-size(auto, size)', 'calc-size(20px, size * 2)', 'stretch', 'fit-content', 'clamp(none, 20px, 30px)', 'calc(1px * pi)', 'calc(infinity * 1px)', 'calc(0 * 1px)', 'min(20px, max(10px, 5px))', 'round(23px, 5px)', 'rem(-18px, 5px)'],
  'margin-left': ['calc(10px - 5px * sign(-1em))', 'abs(1em - 2em)', '15px', '16px', 'max(-1em, -16px)', 'mod(-18px, 5px)', '2px', 'calc(2 * (1px))', 'clamp(0px, 1lh, 16px)', '1em'],
  opacity: ['0.5', 'calc(sqrt(0.25))', 'abs(-50%)', 'round(0.4, 0.5)', 'sin(30deg)', '50%', 'clamp(0, 2, 1)', '1', 'mod(1.5, 1)'],
  rotate: ['45deg', 'asin(1)', 'atan2(1, 1)', 'calc(1rad * pi / 4)', 'acos(0)', '90deg', '0.25turn', 'z 90deg', 'none'],
  top: ['10px', 'auto'],
  position: ['absolute', 'fixed', 'relative', 'static'], 'anchor-name': ['--here', 'none', '--here, --there'],
  'position-area': ['top', 'block-start', 'none', 'bottom center', 'center bottom', 'span-all'],
  'position-try': ['flip-block', 'none', 'most-height flip-inline', 'normal none'], 'position-visibility': ['always', 'anchors-visible', 'no-overflow'],
  'corner-shape': ['round', 'squircle', 'bevel', 'superellipse(1)', 'round bevel', 'superellipse(0)'],
  'text-box': ['normal', 'trim-both cap alphabetic', 'trim-start', 'none'],
  'interpolate-size': ['numeric-only', 'allow-keywords'], 'field-sizing': ['content', 'fixed'],
  'scrollbar-gutter': ['auto', 'stable', 'stable both-edges'], 'scrollbar-color': ['auto', 'red blue'], 'scrollbar-width': ['thin', 'none', 'auto'],
  'animation-timeline': ['auto', 'scroll()', 'scroll(root block)', 'view()', '--line', 'none'], 'scroll-timeline': ['--line', 'none', '--line block', '--line inline'],
  'view-timeline': ['--line', '--line block', 'none', '--line inline 10px'], 'animation-range': ['normal', 'entry', 'entry 0% 50%', 'cover 10%'],
  'view-transition-name': ['none', 'sheet', 'auto', 'match-element'], 'line-clamp': ['2', 'none'], 'text-wrap': ['balance', 'wrap', 'pretty', 'wrap auto', 'nowrap'],
  'white-space': ['pre', 'preserve nowrap', 'normal', 'collapse', 'pre-wrap', 'preserve', 'nowrap'], 'hyphenate-limit-chars': ['auto', '5', '5 auto auto', '5 2 3'],
  'math-style': ['normal', 'compact'], 'ruby-position': ['over', 'under', 'alternate'], 'font-size-adjust': ['none', '0.5', 'ex-height 0.5', 'from-font'],
  'initial-letter': ['normal', '2', '2 2', '3 1'], 'text-autospace': ['normal', 'no-autospace'], 'text-spacing-trim': ['normal', 'trim-start', 'space-all'],
  'overflow-clip-margin': ['0px', '4px', 'content-box', 'padding-box 0px'], 'contain-intrinsic-size': ['none', '100px', 'auto 100px', '100px 100px'], 'content-visibility': ['visible', 'auto', 'hidden'],
  overlay: ['auto', 'none'], display: ['block', 'flow-root', 'block flow', 'inline flow-root', 'none', 'contents', 'ruby', 'math', 'list-item'],
  color: ['red', 'color-mix(in srgb, red, red)', 'rgb(from red r g b)', 'oklch(from red l c h)', 'light-dark(red, blue)', 'color(srgb 1 0 0)', 'hwb(0 0% 0%)', 'lab(from lab(50 0 0) l a b)', 'currentcolor', 'FieldText'],
  'background-color': ['rgb(from currentcolor r g b / 50%)', 'color-mix(in oklab, currentcolor 50%, transparent)', 'hsl(from red h s l)', 'red', 'transparent', 'Canvas', 'light-dark(white, black)'],
  'accent-color': ['auto', 'red'], 'caret-color': ['auto', 'currentcolor', 'red'], 'caret-animation': ['auto', 'manual'],
  inset: ['auto', '0', '0 auto'], 'margin-inline': ['auto', '0', '10px auto'], border: ['none', '1px solid', '2px solid red', 'medium', '0 none'], padding: ['0', '1em', '0.5lh'],
  'font-variant-emoji': ['normal', 'text'], 'font-palette': ['normal', 'dark', '--own'], 'reading-flow': ['normal', 'flex-visual'], 'dynamic-range-limit': ['standard', 'no-limit'],
};

/** What opens, is filled in or is read aloud. */
const things = fc.constantFrom(
  '<div class="box" popover>over it</div>',
  '<dialog class="card" open><p class="note">words</p></dialog>',
  '<dialog class="card">closed</dialog>',
  '<details class="card" open><summary class="btn">more</summary><p class="note">inside</p></details>',
  '<fieldset class="card"><legend class="card-title">Loan</legend><input class="item" type="date" required></fieldset>',
  '<input class="item" type="range" min="0" max="3"><progress class="item" value="0.5"></progress><meter class="note" value="0.5"></meter>',
  '<select class="btn" multiple><optgroup label="a"><option class="item">b</option></optgroup></select>',
  '<p class="note" lang="de" dir="rtl">Leihe <bdi class="item">x</bdi> <q class="btn">y</q></p>',
  '<ruby class="card">ab<rt class="item">cd</rt></ruby>',
  '<dl class="row"><dt class="card-title">one</dt><dd class="note">two</dd></dl>',
  '<figure class="card"><img class="item" alt="" width="20" height="10"><figcaption class="note">c</figcaption></figure>',
  '<div class="box" hidden><p class="note">not there</p></div>',
  '<div class="row" inert><button class="btn">none</button></div>',
  '<menu class="row"><li class="item">a</li></menu><hr class="note">',
  '<search class="card"><input class="item" type="search" placeholder="find"><output class="note">1</output></search>',
  '<address class="note">Alder Lane</address><pre class="item">a  b</pre><small class="btn">s</small><sub class="note">2</sub><mark class="item">m</mark>',
  '<input class="item" type="checkbox" checked disabled><input class="btn" type="file"><input class="note" type="number" value="9" max="3">',
  '<ol class="row" reversed start="4" type="a"><li class="item" value="7">x</li></ol>',
  '<picture class="box"><img class="item" alt="" width="10" height="10" hspace="4"></picture><video class="note" width="30" height="20" controls></video>',
  '<div class="card" contenteditable="true">write</div><div class="box" tabindex="0" aria-expanded="true" role="button">go</div>',
);

// prettier-ignore
const selectors = [
  '.box[popover]', '[open] > .btn', 'input:required', '.item:optional', '.note:lang(de)', ':lang("*-de", de)', ':dir(rtl)',
  '.card:dir(ltr)', '.row > :nth-child(1 of .item)', '.row :nth-last-child(1 of :not(.btn))', ':read-only', '.item:read-write', ':default', '.btn:enabled', '[inert] .btn', '[hidden] > *', ':is(dt, dd)', 'legend, .note', 'li:nth-of-type(2n + 1)',
  '.item:not([value])', '[class~=note i]', '[aria-expanded="true"]', ':where(.card) > *', '.card :is(p, li):only-child', ':focus-within', 'summary', 'dialog', 'rt', 'q',
];
const picks = fc.constantFrom(...selectors).map((text): Pick => ({ text }));
const pseudos = fc
  .tuple(
    fc.constantFrom('.item', '.note', '.btn', 'q', 'dialog', 'li', '.card'),
    fc.constantFrom(
      '::before',
      '::after',
      '::marker',
      '::backdrop',
      '::placeholder',
      '::file-selector-button',
      '::details-content',
    ),
  )
  .map(([text, pseudo]): Pick => ({ text, pseudo }));

export const presentCase: fc.Arbitrary<OrdinaryCase> = caseOf(
  ruleOf(
    declarationOf(values),
    fc.oneof(
      { weight: 3, arbitrary: picks },
      { weight: 1, arbitrary: pseudos },
      {
        weight: 2,
        arbitrary: fc
          .constantFrom('.item', '.note', '.card', '.box', '.btn', '.row')
          .map((text): Pick => ({ text })),
      },
    ),
  ),
  { element: fc.oneof({ weight: 3, arbitrary: things }, { weight: 2, arbitrary: element }) },
);
