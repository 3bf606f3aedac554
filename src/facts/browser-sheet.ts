// The browser's own sheet, after the HTML Standard §15.3 "Non-replaced elements" to §15.5 "Widgets",
// as far as it decides how boxes and text look, and with the values of today's engines where these go their own way
// (tests/browser-sheet.test.ts compares them).

/** A list of one line that opens, and one that shows several (HTML Standard §15.5). */
const dropDown = 'select:not([multiple], [size]:not([size="0"], [size="1"]))';
const listBox = 'select:is([multiple], [size]:not([size="0"], [size="1"]))';

/** What may be shown over the page: HTML elements alone. */
const overAll = '[popover]:where(:not(svg, svg :not(foreignObject *), math, math *))';

export const browserSheet = `
area, base, basefont, datalist, head, link, meta, noembed, noframes, param, rp, script, style, template, title, noscript { display: none }
[hidden]:not(embed, marquee, svg, svg :not(foreignObject *), [hidden=until-found i]) { display: none }
[hidden=until-found i]:not(embed, svg, svg :not(foreignObject *)) { content-visibility: hidden }
[inert]:not(svg, svg :not(foreignObject *)) { interactivity: inert !important }
embed[hidden] { display: inline; height: 0; width: 0 }
input[type=hidden i] { display: none !important }
video { object-fit: contain }
video:not([controls]) { object-fit: contain }
audio:not([controls]) { display: none !important }
html, body { display: block }
:root { view-transition-name: root }
body { margin: 8px }
address, blockquote, center, dialog, div, figure, figcaption, footer, form, header, hr, legend, listing, main, p, plaintext, pre, search, xmp, article, aside, h1, h2, h3, h4, h5, h6, hgroup, nav, section, dir, dd, dl, dt, menu, ol, ul, fieldset, details, summary, optgroup, option, frameset, frame { display: block }
blockquote, figure { margin: 1em 40px }
center { text-align: -webkit-center }
hr { color: gray; border-style: inset; border-width: 1px; margin-block: 0.5em; margin-inline: auto; overflow: hidden }
listing, plaintext, pre, xmp { font-family: monospace; white-space: pre; margin-block: 1em }
p, dl, dir, menu, ol, ul { margin-block: 1em }
dialog:not([open]) { display: none }
dialog { position: absolute; inset-inline: 0; width: fit-content; height: fit-content; margin: auto; border-style: solid; padding: 1em; background-color: canvas; color: canvastext }
${overAll}:not(:popover-open, dialog[open]) { display: none }
${overAll} { position: fixed; inset: 0; width: fit-content; height: fit-content; margin: auto; border: solid; padding: 0.25em; overflow: auto; background-color: canvas; color: canvastext }
slot, rt-container { display: contents }
marquee { text-align: start }
ruby { display: ruby }
ruby, rt { text-indent: 0 }
rt { line-height: normal }
ruby > rt { display: ruby-text; font-size: 50%; text-align: start }
a:any-link { color: linktext; text-decoration: underline; cursor: pointer }
:link { color: linktext }
:visited { color: visitedtext }
:link:active, :visited:active { color: activetext }
:where(a[href], area[href], button, input, select, textarea, summary, [tabindex], [contenteditable]):focus-visible { outline: auto 1px }
address, cite, dfn, em, i, var { font-style: italic }
b, strong { font-weight: bolder }
code, kbd, samp, tt { font-family: monospace }
big { font-size: larger }
small, sub, sup { font-size: smaller }
sub { vertical-align: sub }
sup { vertical-align: super }
u, ins { text-decoration: underline }
s, strike, del { text-decoration: line-through }
mark { background-color: yellow; color: black }
abbr[title], acronym[title] { text-decoration: dotted underline }
q::before { content: open-quote }
q::after { content: close-quote }
br { display-outside: newline }
nobr { white-space: nowrap }
address, article, aside, blockquote, center, dd, dir, div, dl, dt, figcaption, figure, footer, form, h1, h2, h3, h4, h5, h6, header, hgroup, hr, legend, li, listing, main, menu, nav, ol, p, plaintext, pre, search, section, summary, ul, xmp, table, caption, colgroup, col, thead, tbody, tfoot, tr, td, th { unicode-bidi: isolate }
bdi, output, [dir=auto i] { unicode-bidi: isolate }
[dir]:dir(rtl), bdi:dir(rtl) { direction: rtl }
[dir]:dir(ltr), bdi:dir(ltr), input[type=tel i]:dir(ltr) { direction: ltr }
:is([dir=rtl i], [dir=ltr i]) { unicode-bidi: isolate }
bdo, bdo[dir] { unicode-bidi: isolate-override }
:is(textarea, pre)[dir=auto i] { unicode-bidi: plaintext }
h1 { margin-block: 0.67em; font-size: 2em }
h2 { margin-block: 0.83em; font-size: 1.5em }
h3 { margin-block: 1em; font-size: 1.17em }
h4 { margin-block: 1.33em }
h5 { margin-block: 1.67em; font-size: 0.83em }
h6 { margin-block: 2.33em; font-size: 0.67em }
h1, h2, h3, h4, h5, h6 { font-weight: bold }
dd { margin-inline-start: 40px }
dir, menu, ol, ul { padding-inline-start: 40px; list-style-type: disc }
ol { list-style-type: decimal }
:is(dir, menu, ol, ul) :is(dir, menu, ul) { list-style-type: circle }
:is(dir, menu, ol, ul) :is(dir, menu, ol, ul) :is(dir, menu, ul) { list-style-type: square }
:is(dir, dl, menu, ol, ul) :is(dir, dl, menu, ol, ul) { margin-block: 0 }
li { display: list-item; text-align: match-parent }
table { display: table; box-sizing: border-box; border-spacing: 2px; border-collapse: separate; text-indent: initial }
caption { display: table-caption; text-align: -webkit-center }
colgroup { display: table-column-group }
col { display: table-column }
thead { display: table-header-group; vertical-align: middle; border-color: inherit }
tbody { display: table-row-group; vertical-align: middle; border-color: inherit }
tfoot { display: table-footer-group; vertical-align: middle; border-color: inherit }
tr { display: table-row; vertical-align: inherit; border-color: inherit }
td, th { display: table-cell; vertical-align: inherit }
:is(td, th), :is(td, th)[popover] { padding: 1px }
th { font-weight: bold; text-align: -internal-center }
table > form, tbody > form, tr > form { display: none !important }
input, select, button, textarea { letter-spacing: initial; word-spacing: initial; line-height: initial; text-transform: initial; text-indent: initial; text-shadow: initial; text-rendering: auto; appearance: auto; display: inline-block; text-align: initial; cursor: default }
textarea { white-space: pre-wrap; cursor: text; overflow-wrap: break-word; resize: both; column-count: auto !important }
input:not([type=checkbox i], [type=radio i], [type=button i], [type=submit i], [type=reset i], [type=range i], [type=color i]) { cursor: text }
input:is([type=reset i], [type=button i], [type=submit i]), button { text-align: center }
input, button, select, textarea { font: 13.3333px Arial; color: fieldtext; background-color: field; border: 2px inset light-dark(#767676, #858585) }
select, input[type=search i] { box-sizing: border-box }
select, input:is([type=date i], [type=month i], [type=week i], [type="datetime-local" i]) { text-autospace: no-autospace !important }
select { user-select: auto; white-space: pre; background-color: buttonface; border: 1px solid light-dark(#767676, #858585) }
${dropDown} { overflow: clip !important; overflow-clip-margin: content-box !important; align-items: center }
${listBox} { overflow: hidden scroll; align-items: flex-start }
optgroup { font-weight: bolder }
${dropDown} optgroup { white-space: normal }
optgroup:disabled { color: light-dark(graytext, #aaaaaa) }
label { cursor: default }
input { padding: 1px 2px }
input:not([type=range i], [type=radio i], [type=checkbox i]) { overflow: clip !important; overflow-clip-margin: 0 !important }
input[type=file i] { align-items: baseline }
textarea { padding: 2px; border: 1px solid light-dark(#767676, #858585) }
iframe, object, embed { overflow: clip !important; overflow-clip-margin: content-box !important }
canvas, img, video { overflow: clip; overflow-clip-margin: content-box }
input[type=image i] { overflow-clip-margin: content-box !important }
button, input:is([type=reset i], [type=button i], [type=submit i]) { color: buttontext; background-color: buttonface; border: 2px outset buttonborder; padding: 1px 6px; box-sizing: border-box }
input:is([type=checkbox i], [type=radio i]) { margin: 3px 3px 3px 4px; padding: initial; background-color: initial; border: initial; box-sizing: border-box }
input[type=radio i] { margin: 3px 3px 0 5px; border-radius: 50% }
input[type=file i] { color: inherit; background-color: initial; border: initial; padding: initial; white-space: pre; cursor: default; text-align: start }
input[type=range i] { color: #9d968e; background-color: field; border: initial; padding: initial; margin: 2px }
input[type=password i] { -webkit-text-security: disc !important }
input[type=file i] { text-overflow: ellipsis !important; text-align: start !important }
input:is([type=button i], [type=submit i], [type=reset i]) { user-select: none }
input:is([type=file i], [type=image i], [type=hidden i]) { appearance: none }
textarea, input:is([type=date i], [type=time i], [type=month i], [type=week i], [type="datetime-local" i]) { font-family: monospace }
input[type=color i] { inline-size: 50px; block-size: 27px; background-color: buttonface; border: 1px solid buttonborder; padding: 1px 2px; box-sizing: border-box }
input:is([type=date i], [type=time i], [type=month i], [type=week i], [type="datetime-local" i]) { padding: 0 0 0 1px; cursor: default; direction: ltr !important }
input:is([type=hidden i], [type=image i]) { padding: initial; border: initial; background-color: initial; cursor: default }
input[type=image i] { cursor: pointer }
input:is([type=reset i], [type=button i], [type=submit i]) { white-space: pre }
${listBox} { background-color: field; white-space: normal; text-wrap-mode: nowrap; border-radius: 2px; vertical-align: text-bottom }
option { padding: 0 2px 1px; white-space: nowrap; font-weight: normal; min-block-size: 1.2em }
option:disabled { color: light-dark(graytext, #aaaaaa) }
${dropDown} option { align-items: center; gap: 0.5em; min-inline-size: 24px; min-block-size: 24px }
${dropDown} option:disabled { color: inherit }
${listBox} option { line-height: normal !important }
${listBox} option:checked { background-color: light-dark(#cecece, #545454); color: light-dark(#101010, #ffffff) }
${listBox} option:checked:disabled, ${listBox}:disabled option:checked { color: light-dark(graytext, #aaaaaa) }
input:disabled, textarea:disabled { cursor: default; color: light-dark(#545454, #aaaaaa); background-color: light-dark(#efefef4d, #3b3b3b4d); border-color: #7676764d }
button:disabled, input:is([type=reset i], [type=button i], [type=submit i]):disabled { color: light-dark(#1010104d, #ffffff4d); background-color: light-dark(#efefef4d, #1301014d); border-color: light-dark(#7676764d, #c3c3c34d) }
input:is([type=range i], [type=file i], [type=image i], [type=hidden i]):disabled { background-color: initial }
input:is([type=checkbox i], [type=radio i]):disabled { background-color: initial; border-color: initial }
input[type=range i]:disabled { color: #c5c5c5 }
input[type=color i]:disabled { color: light-dark(#1010104d, #ffffff4d); background-color: light-dark(#efefef4d, #1301014d); border-color: light-dark(#7676764d, #c3c3c34d) }
select:disabled { color: light-dark(graytext, #aaaaaa); border-color: #7676764d; opacity: 0.7 }
table[border]:not([border="0"]) { border-style: outset }
table[border][bordercolor]:not([border="0"], [bordercolor=""]) { border-style: solid }
table:is([rules=all i], [rules=none i], [rules=rows i], [rules=cols i], [rules=groups i]):not([border]:not([border="0"]), [bordercolor]:not([bordercolor=""])) { border-style: hidden }
table:is([frame=void i], [frame=above i], [frame=below i], [frame=hsides i], [frame=lhs i], [frame=rhs i], [frame=vsides i], [frame=box i], [frame=border i]) { border-style: hidden; border-width: thin }
table:is([frame=above i], [frame=hsides i], [frame=box i], [frame=border i]) { border-top-style: solid }
table:is([frame=below i], [frame=hsides i], [frame=box i], [frame=border i]) { border-bottom-style: solid }
table:is([frame=lhs i], [frame=vsides i], [frame=box i], [frame=border i]) { border-left-style: solid }
table:is([frame=rhs i], [frame=vsides i], [frame=box i], [frame=border i]) { border-right-style: solid }
table[border]:not([border="0"], [rules=all i], [rules=none i], [rules=rows i], [rules=cols i], [rules=groups i]) > :is(thead, tbody, tfoot) > tr > :is(td, th) { border: 1px inset; border-color: inherit }
table[border][bordercolor]:not([bordercolor=""]):not([border="0"], [rules=all i], [rules=none i], [rules=rows i], [rules=cols i], [rules=groups i]) > :is(thead, tbody, tfoot) > tr > :is(td, th) { border-style: solid }
table[rules=all i] > :is(thead, tbody, tfoot) > tr > :is(td, th) { border: 1px solid; border-color: inherit }
table[rules=rows i] > :is(thead, tbody, tfoot) > tr > :is(td, th) { border-block: thin solid; border-color: inherit }
table[rules=cols i] > :is(thead, tbody, tfoot) > tr > :is(td, th) { border-inline: thin solid; border-color: inherit }
table[rules=groups i] > :is(thead, tbody, tfoot) { border-block: thin solid }
table[rules=groups i] > colgroup { border-inline: thin solid }
fieldset { margin-inline: 2px; border: groove 2px threedface; padding-block: 0.35em 0.625em; padding-inline: 0.75em; min-inline-size: min-content }
legend { padding-inline: 2px }
details > summary:first-of-type { counter-increment: list-item 0; display: list-item; list-style: disclosure-closed inside }
details[open] > summary:first-of-type { list-style-type: disclosure-open }
meter, progress { box-sizing: border-box; appearance: auto; display: inline-block; vertical-align: -0.2em; block-size: 1em; -webkit-user-modify: read-only !important }
meter { inline-size: 5em }
progress { inline-size: 10em }
audio { width: 300px; height: 54px }
marquee { display: inline-block; width: stretch; overflow: hidden !important; white-space-collapse: collapse; text-wrap-mode: nowrap }
marquee:is([direction=up i], [direction=down i]) { text-wrap-mode: wrap }
img:is([sizes=auto i], [sizes^="auto," i]) { contain: size !important; contain-intrinsic-size: 300px 150px }
iframe { border: 2px inset }
::marker { display: inline-block; white-space: pre; unicode-bidi: isolate; font-variant-numeric: tabular-nums; text-transform: none; text-align: start; text-indent: 0 }
::placeholder { display: block; color: #757575; unicode-bidi: isolate; pointer-events: none }
input::placeholder { white-space: pre; overflow-wrap: normal; overflow: hidden }
::file-selector-button { display: inline-block; appearance: auto; color: buttontext; background-color: buttonface; border: 2px outset buttonborder; padding: 1px 6px; margin-inline-end: 4px; box-sizing: border-box; text-align: center; white-space-collapse: collapse; user-select: none; overflow: clip }
input:disabled::file-selector-button { color: light-dark(#1010104d, #ffffff4d); background-color: light-dark(#efefef4d, #1301014d); border-color: light-dark(#7676764d, #c3c3c34d) }
::backdrop { display: block; position: fixed; inset: 0; user-select: text }
dialog::backdrop { background-color: rgb(0 0 0 / 0.1) }
::details-content { display: block; content-visibility: hidden }
details[open]::details-content { content-visibility: visible }
svg :not(foreignObject *) { transform-origin: 0 0 }
svg text, foreignObject { display: block }
svg text { white-space-collapse: collapse; text-wrap-mode: nowrap }
svg :is(text, tspan)[*|space=preserve] { white-space-collapse: preserve }
svg :is(image, marker, pattern, symbol) { overflow: hidden }
svg:not(:root) { overflow-clip-margin: content-box }
svg:not(:root), foreignObject { overflow: hidden }
`;

/** What is added to it for pages in quirks mode (HTML Standard §15.3.6, §15.3.9 to §15.3.11). */
export const quirksSheet = `
table { white-space: normal; line-height: normal; font-weight: normal; font-size: medium; font-variant: normal; font-style: normal; color: -internal-quirk-inherit; text-align: start }
input:not([type=image i]), textarea { box-sizing: border-box }
form { margin-block-end: 1em }
li { list-style-position: inside }
:is(dir, menu, ol, ul) li { list-style-position: outside }
:is(dir, menu, ol, ul) :is(dir, menu, ol, ul, li) { list-style-position: unset }
`;
