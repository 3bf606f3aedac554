// One small page for each feature of the standards, judged by a real engine.
import type { Browser } from 'playwright-core';
import { parsePage, type SheetSource } from 'yelto';
import { compareWithEngine, startEngine } from './support/engine.js';

let browser: Browser;
beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());

interface Feature {
  readonly css: string;
  readonly body?: string;
  readonly head?: string;
  readonly sheets?: readonly SheetSource[];
  readonly pseudos?: readonly string[];
  readonly quirks?: boolean;
}

const list =
  '<ul class="l"><li>a</li><li class="b">b</li><li></li><li class="b c">d<em>e</em></li><li>f</li></ul>';
const boxes =
  '<div id="o" class="a b"><p class="a" data-k="One two" lang="de-CH">t<span class="c">s</span></p><p>u</p><div class="a"><i class="c d"></i></div></div>';

const features: Record<string, Feature> = {
  'selector lists and combinators': {
    css: '.a > .c, #o .c { color: red } p + p { color: blue } p ~ div i { color: green } .a.b p, p { margin: 1px } * { top: 1px } #o > * { top: 2px }',
    body: boxes,
  },
  'attribute selectors': {
    css: '[data-k] { top: 1px } [data-k="One two"] { left: 1px } [data-k~=two] { right: 1px } [data-k|=One] { bottom: 1px } [lang|=de] { color: red } [data-k^=One] { width: 1px } [data-k$=two] { height: 1px } [data-k*="e t"] { z-index: 1 } [data-k="one TWO" i] { order: 1 } [data-k="one two" s] { order: 2 } [CLASS=a] { flex: 1 } [type=TEXT] { color: blue } [data-k=""] { color: pink }',
    body: `${boxes}<input type="Text"><input type="text">`,
  },
  'structural pseudo-classes': {
    css: 'li:first-child { top: 1px } li:last-child { top: 2px } li:nth-child(2n+1) { left: 1px } li:nth-child(-n+2) { left: 2px } li:nth-last-child(2) { right: 1px } li:nth-child(2 of .b) { color: red } li:nth-last-child(1 of .b) { width: 1px } li:only-child { top: 3px } em:only-of-type { color: blue } li:empty { color: green } :root { color: black } li:nth-of-type(even) { bottom: 1px } li:nth-child( odd ) { z-index: 1 } li:nth-child(n + 3) { order: 1 } li:nth-child(+3) { order: 2 }',
    body: list,
  },
  ':is, :where, :not, :has': {
    css: ':is(#zz, .a) p { color: red } .a p { color: blue } :where(#o) .c { top: 1px } .c { top: 2px } p:not(.a, #o) { left: 1px } p:not(.zz) { left: 2px } div:has(> p + p) { right: 1px } div:has(.d) { right: 2px } p:has(+ p) { width: 1px } p:has(~ div .d) { height: 1px } :is(.a, :unknown, ::before) { z-index: 1 } :not(:is(.a .c)) { order: 1 } .a:not(:has(.d)) { order: 2 } :is() p { flex: 1 }',
    body: boxes,
  },
  'dropped rules': {
    css: '.a, :unknown { color: red } .a { color: blue } .a::unknown { color: green } p:not(:unknown) { top: 1px } p:nth-child(foo) { left: 1px } p { left: 2px } .a:has(:unknown) { top: 2px } .1x { top: 3px } #1x { top: 4px } . a { top: 5px } a > { top: 6px } > p { top: 7px }',
    body: boxes,
  },
  'escapes in names': {
    css: String.raw`.md\:flex { color: red } #\31 23 { color: blue } .\61 { top: 1px } .a\.b { left: 1px } .\1F600 { right: 1px } .🙂 { z-index: 1 } .-\31 a { order: 1 }`,
    body: '<p class="md:flex"></p><p id="123"></p><p class="a"></p><p class="a.b"></p><p class="😀"></p><p class="🙂"></p><p class="-1a"></p>',
  },
  forms: {
    css: ':checked { top: 1px } :disabled { left: 1px } :enabled { left: 2px } :required { right: 1px } :optional { right: 2px } :read-only { bottom: 1px } :read-write { bottom: 2px } :placeholder-shown { z-index: 1 } :default { order: 1 } :indeterminate { width: 1px } :invalid { height: 1px } :valid { height: 2px } :in-range { color: red } :out-of-range { color: blue }',
    body: '<form><input required><input value="x" required><input disabled><textarea readonly></textarea><input type=checkbox checked><input type=radio name=r><input type=radio name=r2 checked><input type=radio name=r2><input placeholder=p><input type=number min=1 max=5 value=9><input type=number min=1 value=3><select required><option value="">none<option disabled>a<option selected>b</select><select><option>x<option>y</select><fieldset disabled><legend><input></legend><input><button></button></fieldset><button></button><input type=submit><input type=email value=bad><progress></progress><p contenteditable><b></b></p><input type=hidden><output></output><input pattern="[a-z]+" value="12"><input type=range></form>',
  },
  'links, languages, directions': {
    css: ':link { color: red } :any-link { top: 1px } :lang(de) { left: 1px } :lang("*-CH") { left: 2px } :lang(en, fr) { right: 1px } :lang(en) { bottom: 1px } :dir(rtl) { width: 1px } :dir(ltr) { width: 2px } :defined { z-index: 1 } :not(:defined) { z-index: 2 }',
    body: `<a href="/x">x</a><a>y</a>${boxes}<p dir=rtl>r<b></b></p><p dir=auto>שלום</p><p dir=auto>abc</p><x-y></x-y><area href="#">`,
  },
  nesting: {
    css: '.a { color: red; & .c { color: blue } .c { top: 1px } > p { left: 1px } &.b { right: 1px } p & { z-index: 1 } .d &, & .d { order: 1 } top: 2px; @media (width > 1px) { bottom: 1px; & p { bottom: 2px } } } #o, .zz { .c { width: 1px } } .c { width: 2px } .a { & { height: 1px } + p { height: 2px } :is(&, p) { flex-grow: 1 } } p:hover { a:b { color: pink } } & p { flex-shrink: 2 } .a { p { & > .c { margin: 3px } } }',
    body: boxes,
  },
  'pseudo-elements in the list around a nested rule': {
    css: '.a, .b::marker { &.c { color: red } } .a.b { color: blue } .a, #n::before { & { top: 1px } .c & { left: 1px } } .a.b { top: 2px; left: 2px } .a, #n { & { right: 1px } } .a.b { right: 2px } .b::before { content: "x"; &.c { bottom: 1px } @media (width > 1px) { color: green } }',
    body: '<div class="c"><p class="a b c" id="n">x</p><p class="a b c">y</p></div>',
  },
  'nested rules and broken declarations': {
    css: '.a { color: red; colr: blue; p { color: green } left 1px; top: 1px; : 2px; right: 1px } .b { color:hover { x } bottom: 1px; --x: { a: b }; --y:{}; width: {1px}; height: 1px } .c { color: red;; top: 1px } .d { ; color: blue } p { margin: 1px } } .c { left: 5px }',
    body: boxes,
  },
  'error recovery': {
    css: '.a { color: "red\n; top: 1px } .b { top: 2px } @unknown x { .a { left: 1px } } @unknown y; .a { right: 1px } .c { width: url(a b); height: 1px } .d { color: rgb(1, 2 } .d { top: 9px } ) ] .c { z-index: 1 } <!-- .d { order: 1 } --> .a { order: 2 } }} .b { order: 3 } p { margin: 1px;',
    body: boxes,
  },
  'importance and style attributes': {
    css: 'p { color: red !important; top: 1px !important } #o p { color: blue } .c { color: red !IMPORTANT; left: 1px ! important } p.a { top: 2px ! /**/ important; top: 3px }',
    body: '<div id=o><p class=a style="color: green; top: 4px !important">x<b class=c style="color: blue; left: 2px"></b></p></div>',
  },
  layers: {
    css: '@layer one, two; .a { color: red } @layer two { .a { color: blue; top: 1px; left: 1px !important } } @layer one { .a { top: 2px; left: 2px !important } #o { top: 3px } } @layer { .a { right: 1px } } .c { right: 2px } @layer one.inner { .a { bottom: 1px } } @layer one { .a { bottom: 2px } @layer inner { .a { z-index: 1 } } .a { z-index: 2 } } @layer three { @media (width > 1px) { @layer deep { p { order: 1 } } } } @layer zero { p { order: 2 } } .a { @layer two { flex-grow: 3 } flex-grow: 4 }',
    body: boxes,
  },
  'layers under media queries': {
    css: '@media (width < 10px) { @layer second; } @layer first { p { color: red } } @layer second { p { color: blue } } @media (width > 10px) { @layer fourth { p { top: 1px } } } @layer third { p { top: 2px } }',
    body: boxes,
  },
  scope: {
    css: '@scope (.a) { .c { color: red } :scope { top: 1px } p { left: 1px } > p { right: 1px } & { width: 1px } } @scope (#o) to (.a) { p { z-index: 1 } .c { z-index: 2 } } @scope (.b) { .c { color: blue } } @scope (.a) to (:scope > p) { * { bottom: 1px } } @scope { p { order: 1 } } @scope (.a) { @scope (.c) { :scope { height: 1px } } height: 3px; } .c { height: 2px }',
    body: boxes,
  },
  'scopes inside rules and scopes': {
    css: '@scope (#o) { .a { @scope (*) { & { top: 1px } } } } .a { @scope (> *) { & { left: 1px } } } @scope (.a) { .c { @scope (&) { & { right: 1px } } @scope (> *) to (.d) { * { bottom: 1px } } } } #o { @scope (*) to (> .c) { & { z-index: 1 } } } @scope (.a) { .b & { @scope (p) { :scope { order: 1 } } } } @scope (#o) { p { @scope (:scope) { & { width: 1px } } @scope (& > p) { & { height: 1px } } } @scope (:scope) { & { flex-grow: 2 } } } @scope (#o) to (.c) { @scope (*) { * { flex-shrink: 3 } } @scope (.a) to (.d) { .d { flex-basis: 9px } } } @scope (* *) to (.d) { @scope (*) { * { align-self: center } } }',
    body: boxes,
  },
  'scope of a style element': {
    css: '',
    body: '<section><style>@scope { p { color: red } :scope { top: 1px } } @scope (p) { i { left: 1px } }</style><p>a<i></i></p></section><p>b<i></i></p>',
  },
  'media queries': {
    css: '@media screen and (min-width: 500px) { p { top: 1px } } @media (400px <= width < 900px) { p { left: 1px } } @media not all and (width > 1000px) { p { right: 1px } } @media (orientation: landscape) { p { bottom: 1px } } @media print { p { color: red } } @media (hover) and (pointer: fine) { p { z-index: 1 } } @media (unknown) { p { width: 1px } } @media not (unknown) { p { width: 2px } } @media (width > 10px) or (unknown) { p { width: 3px } } @media (min-width: 30em) { p { height: 1px } } @media (aspect-ratio > 1/1) { p { order: 1 } } @media only screen { p { flex-grow: 2 } } @media { p { flex-shrink: 3 } } @media (color) { .c { top: 1px } } @media (prefers-reduced-motion: no-preference) { .c { left: 1px } } @media (min-resolution: 1dppx) { .c { right: 1px } } @media (not (width < 5px)) and (not print) { .c { bottom: 1px } } @media not (width < 5px) { .c { color: red } } @media (width >= 500px) and (width), print { .d { top: 1px } } @media (grid: 0) { .d { left: 1px } } @media (600px < width) { .d { color: red } } @media (width = 800px) { .d { top: 2px } } @media screen and (min-width:0\\0) { .d { top: 9px } } @media all and (min-width:0) { .d { right: 9px } } @media (-webkit-min-device-pixel-ratio: 1) { .d { width: 9px } }',
    body: boxes,
  },
  supports: {
    css: '@supports (display: grid) { p { top: 1px } } @supports not (display: nonsense) { p { left: 1px } } @supports (display: nonsense) { p { right: 1px } } @supports selector(:has(a)) { p { bottom: 1px } } @supports selector(:nope) { p { bottom: 2px } } @supports (color: red) and (top: 1px) { p { z-index: 1 } } @supports (nope: 1) or (top: 1px) { p { order: 1 } } @supports (--x: 1) { p { width: 1px } } @supports nope(1) { p { width: 2px } } @supports not nope(1) { p { width: 3px } } @supports ((top: 1px) and (not (nope: 1))) { p { height: 1px } } @supports (color: color-mix(in srgb, red, blue)) { .c { top: 1px } } @supports (-webkit-appearance: none) { .c { left: 1px } } @supports (-moz-appearance: none) { .c { left: 2px } } @supports selector(a > b) { .c { right: 1px } } @supports font-tech(color-COLRv1) { .c { width: 5px } }',
    body: boxes,
  },
  imports: {
    head: '<link rel="stylesheet" href="a.css">',
    css: 'p { left: 9px }',
    sheets: [
      {
        href: 'a.css',
        css: '@charset "utf-8"; @layer x; @import "b.css"; @import url(c.css) screen and (width > 1px); @import url("d.css") layer(x.y) supports(display: grid); @import "e.css" print; @import "gone.css"; @import "a.css"; p { top: 1px; color: red } @import "f.css";',
      },
      { href: 'b.css', css: 'p { top: 2px; left: 1px } .a { color: blue }' },
      { href: 'c.css', css: '@import "b.css" layer; p { right: 1px }' },
      { href: 'd.css', css: 'p { bottom: 1px; top: 5px !important }' },
      { href: 'e.css', css: 'p { width: 1px }' },
      { href: 'f.css', css: 'p { height: 1px }' },
    ],
    body: boxes,
  },
  'order of sheets, media attributes, alternative and disabled ones': {
    head: '<link rel="stylesheet" href="a.css" title="one"><link rel="stylesheet" href="b.css" title="two"><link rel="alternate stylesheet" href="c.css" title="three"><link rel="stylesheet" href="d.css" media="print"><link rel="stylesheet" href="e.css" media="(width > 1px)"><style media="not all">p { z-index: 1 }</style><style type="text/less">p { z-index: 2 }</style><link rel="stylesheet" href="f.css" disabled><link rel="preload stylesheet" href="g.css">',
    css: 'p { left: 9px }',
    sheets: ['a', 'b', 'c', 'd', 'e', 'f', 'g'].map((name, i) => ({
      href: `${name}.css`,
      css: `p { top: ${i}px; order: ${i} } .${name} { left: ${i}px }`,
    })),
    body: boxes,
  },
  'shorthands, aliases and invalid values': {
    css: 'p { margin: 1px; margin-top: 2px; border: 1px solid red; border-color: blue; font: 12px/1 serif; font-size: 13px; background: red; background-image: none; -webkit-transform: none; word-wrap: break-word; grid-gap: 1px; flex: 1; inset: 0; top: 1; left: 10; color: redd; width: 10 px; height: calc(1px + ); display: -ms-flexbox; display: -webkit-box; width: -moz-fit-content; filter: alpha(opacity=50); *zoom: 1; _height: 1px; color: var(--x); border-radius: 1px 2px; transition: all 1s; animation: x 1s; list-style: none; overflow: hidden; text-decoration: underline; columns: 2; outline: 0; gap: 1px 2px; place-items: center; all: unset } .c { all: initial; color: red } .d { margin: var(--m) !important; margin-left: 1px; padding: env(x, 1px) }',
    body: boxes,
  },
  'pseudo-elements': {
    css: 'p::before { content: "a"; top: 1px } p:before { left: 1px } .a::before { top: 2px } p::after { color: red } #o p:after { color: blue } li::marker { color: red } input::placeholder { color: red } p::selection { color: red } p::first-line { color: red } p::first-letter { color: blue } p::before:hover { width: 1px } p:not(.a)::before { right: 1px } *::before { bottom: 1px } ::before { z-index: 1 } p::before p { top: 9px } p::before.x { top: 9px } :is(p::before) { top: 9px } .a { &::before { height: 1px } } input::file-selector-button { color: red } dialog::backdrop { color: red } ::-webkit-scrollbar { width: 1px } ::-moz-selection { color: red } p::before, p::-moz-x { order: 1 }',
    body: `${boxes}${list}<input placeholder=x><input type=file><dialog></dialog>`,
    pseudos: ['::before', '::after', '::marker', '::first-line', '::first-letter', '::backdrop'],
  },
  'pseudo-elements with an older name': {
    css: '.n::placeholder { color: red } .n::-webkit-input-placeholder { color: blue; top: 1px } input.n::placeholder { top: 2px } .f::-webkit-file-upload-button { color: red; top: 1px } .f::file-selector-button { left: 2px; top: 2px } input.f::-webkit-file-upload-button { left: 3px }',
    body: '<input class=n placeholder=x><input class=f type=file>',
    pseudos: ['::placeholder', '::file-selector-button'],
  },
  'namespaces and SVG': {
    css: '@namespace svg url(http://www.w3.org/2000/svg); @namespace h "http://www.w3.org/1999/xhtml"; svg|a { color: red } h|a { color: blue } *|a { top: 1px } |a { left: 1px } svg|* { right: 1px } linearGradient { z-index: 1 } lineargradient { order: 1 } foreignObject p { width: 1px } [viewBox] { height: 1px } [viewbox] { height: 2px } *|*.c { bottom: 1px } nope|a { flex-grow: 1 } [*|href] { flex-shrink: 3 } P { margin: 1px }',
    body: '<a href="#"></a><svg viewBox="0 0 1 1" class="c"><a xlink:href="#"></a><linearGradient></linearGradient><foreignObject><p class="c"></p></foreignObject></svg>',
  },
  'attributes in a namespace': {
    css: '[xml\\:space] { color: red } [space] { top: 1px } [*|space] { left: 1px } [xlink\\:href] { right: 1px } [*|href="#"] { bottom: 1px } [xmlns] { width: 1px } [*|xmlns] { height: 1px } [xml\\:lang] { order: 1 } [|viewBox] { z-index: 1 }',
    body: '<p xml:space="preserve" xlink:href="#" xmlns="x" xml:lang="en">a</p><svg viewBox="0 0 1 1" xml:space="preserve" xml:lang="de" xmlns="http://www.w3.org/2000/svg"><a xlink:href="#"></a><g xlink:title="t" space="x"></g></svg>',
  },
  'default namespace': {
    css: '@namespace url(http://www.w3.org/2000/svg); a { color: red } .c { top: 1px } * { left: 1px } *|a { right: 1px } :is(a) { width: 1px } :not(.c) { height: 1px } [class] { z-index: 1 } :is(*|a) { order: 1 }',
    body: '<a></a><p class="c"></p><svg class="c"><a class="c"></a></svg>',
  },
  'quirks mode': {
    quirks: true,
    css: '.A { color: red } #O { top: 1px } .a.B { left: 1px } P.A { right: 1px }',
    body: boxes,
  },
  'presentational hints lose to every rule': {
    css: 'td { width: 1px } :where(table) { background-color: red } @layer x { font { color: blue } }',
    body: '<table width=100 bgcolor=red border=1><tr><td width=5 align=right valign=top>a</td></tr></table><font color=red size=5>x</font><img width=5 hspace=2>',
  },
  'properties that are set again and again': {
    css: '.a { color: red; color: blue; COLOR: green; --x: 1; --X: 2; --x: 3 } .a { --x: 4 !important; --y:; --z: ; margin: 1px; margin-left: 2px; margin: 3px }',
    body: boxes,
  },
  'keyframes, font faces, properties, pages': {
    css: '@keyframes a { from { top: 1px } to { top: 2px } } @font-face { font-family: x; src: url(y) } @property --p { syntax: "*"; inherits: false } @page { margin: 1px } @counter-style c { system: cyclic; symbols: a } p { animation: a 1s; left: 1px } @starting-style { p { left: 2px } } @view-transition { navigation: auto } @font-feature-values x { @styleset { a: 1 } } p { right: 1px }',
    body: boxes,
  },
};

const asksForSizes = /@media|@container|media=|"media"|\dv[wh]/;

test.each(Object.entries(features))(
  '%s',
  async (name, { css, body = boxes, head = '', sheets = [], pseudos, quirks }) => {
    for (const width of asksForSizes.test(head + css + JSON.stringify(sheets)) ? [1280, 800, 450] : [800]) {
      const html = `${quirks ? '' : '<!DOCTYPE html>'}<html lang="en"><head>${head}<style>${css}</style></head><body>${body}</body></html>`;
      const page = parsePage({ name, html, sheets, conditions: { width } });
      const { compared, differences } = await compareWithEngine(browser, page, pseudos);
      expect(differences).toEqual([]);
      expect(compared).toBeGreaterThan(0);
    }
  },
);
