// Shorthands taken apart (CSS Cascade 5 §2.1): each longhand's part, initial values where nothing is written.
import { Grammar, splitShorthand } from '../../dist/value/index.js';

// prettier-ignore
const cases: readonly (readonly [property: string, value: string, parts: Readonly<Record<string, string>>])[] = [
  ['background', '#fff center/2em no-repeat', { 'background-color': '#fff', 'background-position-x': 'center', 'background-position-y': 'center', 'background-size': '2em', 'background-repeat': 'no-repeat', 'background-image': 'none' }],
  ['background', 'linear-gradient(red, blue) fixed', { 'background-image': 'linear-gradient(red, blue)', 'background-attachment': 'fixed', 'background-color': 'transparent' }],
  ['background', 'url(a/b.png) content-box', { 'background-image': 'url(a/b.png)', 'background-origin': 'content-box', 'background-clip': 'content-box' }],
  ['background-position', 'top', { 'background-position-x': 'center', 'background-position-y': 'top' }],
  ['background-position', 'bottom 3px right', { 'background-position-x': 'right', 'background-position-y': 'bottom 3px' }],
  ['background-position', '10px', { 'background-position-x': '10px', 'background-position-y': 'center' }],
  ['border-radius', '4px 8px', { 'border-top-left-radius': '4px', 'border-top-right-radius': '8px', 'border-bottom-left-radius': '8px' }],
  ['border-radius', '1px / 2px', { 'border-top-left-radius': '1px 2px', 'border-bottom-right-radius': '1px 2px' }],
  ['border', '0', { 'border-top-width': '0', 'border-top-style': 'none', 'border-image-width': '1' }],
  ['list-style', 'none', { 'list-style-type': 'none', 'list-style-image': 'none', 'list-style-position': 'outside' }],
  ['white-space', 'pre-wrap', { 'white-space-collapse': 'preserve', 'text-wrap-mode': 'wrap' }],
  ['white-space', 'nowrap', { 'white-space-collapse': 'collapse', 'text-wrap-mode': 'nowrap' }],
  ['transition', 'color .2s ease 1s', { 'transition-property': 'color', 'transition-duration': '.2s', 'transition-timing-function': 'ease', 'transition-delay': '1s' }],
  ['list-style', 'outside none', { 'list-style-type': 'none', 'list-style-image': 'none' }],
  ['mask', 'url(a.svg) center / contain no-repeat', { 'mask-image': 'url(a.svg)', 'mask-size': 'contain', 'mask-repeat': 'no-repeat', 'mask-composite': 'add', '-webkit-mask-position-x': 'center' }],
  ['-webkit-mask', 'none', { 'mask-image': 'none', 'mask-clip': 'border-box' }],
  ['border-image', 'linear-gradient(red, blue) 1', { 'border-image-source': 'linear-gradient(red, blue)', 'border-image-slice': '1', 'border-image-width': '1', 'border-image-repeat': 'stretch' }],
  ['border-image', 'url(a.png) 30 fill / 10px / 2px round', { 'border-image-slice': '30 fill', 'border-image-width': '10px', 'border-image-outset': '2px', 'border-image-repeat': 'round' }],
  ['grid-template', '"a b" 1fr / 1fr 2fr', { 'grid-template-areas': '"a b"', 'grid-template-rows': '1fr', 'grid-template-columns': '1fr 2fr' }],
  ['grid-template', '"a" "b"', { 'grid-template-areas': '"a" "b"', 'grid-template-rows': 'auto auto', 'grid-template-columns': 'none' }],
  ['grid', 'auto-flow dense 10px / 1fr', { 'grid-auto-flow': 'row dense', 'grid-auto-rows': '10px', 'grid-template-columns': '1fr', 'grid-template-rows': 'none' }],
  ['grid', '1fr / auto-flow', { 'grid-auto-flow': 'column', 'grid-auto-columns': 'auto', 'grid-template-rows': '1fr' }],
  ['grid-area', '--shelf', { 'grid-row-start': '--shelf', 'grid-column-end': '--shelf' }],
  ['columns', 'auto 2', { 'column-width': 'auto', 'column-count': '2', 'column-height': 'auto' }],
  ['-webkit-columns', '10em', { 'column-width': '10em', 'column-count': 'auto' }],
  ['-webkit-transition', 'color .2s', { 'transition-property': 'color', 'transition-duration': '.2s', 'transition-behavior': 'normal' }],
  ['-webkit-border-radius', '4px', { 'border-top-left-radius': '4px' }],
  ['-webkit-border-radius', '4px 8px', { 'border-top-left-radius': '4px 8px', 'border-top-right-radius': '4px 8px' }],
  ['-webkit-border-radius', '4px 8px 2px', { 'border-top-left-radius': '4px', 'border-top-right-radius': '8px' }],
  ['-webkit-flex', '1', { 'flex-grow': '1', 'flex-basis': '0%' }],
  ['page-break-before', 'always', { 'break-before': 'page' }],
  ['-webkit-column-break-inside', 'avoid', { 'break-inside': 'avoid' }],
  ['outline', '1px auto', { 'outline-style': 'auto', 'outline-color': 'currentcolor', 'outline-width': '1px' }],
  ['border-spacing', '0 4px', { '-webkit-border-horizontal-spacing': '0', '-webkit-border-vertical-spacing': '4px' }],
  ['font-synthesis', 'style weight', { 'font-synthesis-weight': 'auto', 'font-synthesis-small-caps': 'none' }],
  ['text-box', 'cap alphabetic', { 'text-box-trim': 'trim-both', 'text-box-edge': 'cap alphabetic' }],
  ['offset', 'left top path("M0 0") 10px auto / center', { 'offset-position': 'left top', 'offset-path': 'path("M0 0")', 'offset-distance': '10px', 'offset-rotate': 'auto', 'offset-anchor': 'center' }],
  ['animation', 'auto ease 0s 1 normal none running none', { 'animation-name': 'none', 'animation-duration': 'auto', 'animation-delay': '0s', 'animation-fill-mode': 'none' }],
  ['animation', '2s auto', { 'animation-name': 'auto', 'animation-duration': '2s' }],
  ['animation', 'spin auto', { 'animation-name': 'spin', 'animation-duration': 'auto' }],
  ['margin', '1px 2px', { 'margin-top': '1px', 'margin-left': '2px' }],
  ['border', '1px solid#fff', { 'border-top-width': '1px', 'border-top-color': '#fff' }],
  ['background', 'url(a.png)no-repeat red', { 'background-repeat': 'no-repeat', 'background-color': 'red' }],
  ['background', '0 0/cover#fff', { 'background-size': 'cover', 'background-color': '#fff' }],
  ['font', '12px/1.5"Open Sans"', { 'font-size': '12px', 'line-height': '1.5', 'font-family': '"Open Sans"' }],
  ['font', '12px / calc(10px + 8px) serif', { 'line-height': 'calc(10px + 8px)', 'font-family': 'serif' }],
  ['font', 'oblique 10deg bold 1em a, b', { 'font-style': 'oblique 10deg', 'font-weight': 'bold', 'font-size': '1em', 'font-family': 'a, b' }],
  ['transition', 'all .3s cubic-bezier(0,0,1,1).1s', { 'transition-delay': '.1s', 'transition-timing-function': 'cubic-bezier(0,0,1,1)' }],
  ['margin', '5%0', { 'margin-top': '5%', 'margin-left': '0' }],
  ['margin', '1px/**/2px', { 'margin-top': '1px', 'margin-left': '2px' }],
  ['border-image', 'linear-gradient(red,#00f)1', { 'border-image-source': 'linear-gradient(red,#00f)', 'border-image-slice': '1' }],
  ['border', 's\\6flid r\\65 d', { 'border-top-style': 'solid', 'border-top-color': 'red' }],
];

test.each(cases)('%s: %s', (property, value, parts) => {
  expect(Object.fromEntries(splitShorthand(property, value)!)).toMatchObject(parts);
});

test.each([
  ['background', 'red, blue'],
  ['background', 'red / 2em / 3em'],
  ['border-radius', '1px / 2px / 3px'],
  ['margin', 'var(--gap)'],
])('%s: %s is told by the whole only', (property, value) => {
  expect(splitShorthand(property, value)).toBeUndefined();
});

test.each([
  ['animation', 'x 2s -1s', '2s', '-1s'],
  ['animation', 'x -1s 2s', '2s', '-1s'],
  ['animation', 'x -1s', '0s', '-1s'],
  ['transition', 'top 1s -2s', '1s', '-2s'],
])('of the times of %s: %s the negative one is the delay', (property, value, duration, delay) => {
  const split = splitShorthand(property, value)!;
  expect([split.get(`${property}-duration`), split.get(`${property}-delay`)]).toEqual([duration, delay]);
});

test.each([
  ['clip-path', 'circle(50%)', true],
  ['clip-path', 'circle(-1px)', false],
  ['background', 'Window', true],
  ['color', 'ThreeDFace', true],
  ['transition', 'opacity .3s, -moz-transform .3s', true],
  ['transition', 'opacity .3s, none', false],
  ['animation', 'spin 2s linear infinite -1s', true],
  ['animation', 'spin -2s -1s', false],
  ['animation', 'spin 1s cubic-bezier(0.68, -0.55, 0.27, 1.55)', true],
  ['transition', 'none 1s cubic-bezier(.1, .2, .3, 1)', true],
  ['word-wrap', 'anywhere', true],
  ['page-break-before', 'always', true],
  ['page-break-before', 'recto', false],
  ['break-before', 'always', false],
  ['color', 'rgb(from red r g b / 50%)', true],
  ['color', 'rgb(from red r g)', false],
  ['font-variation-settings', '"wdth" 90, "wght" 400', true],
  ['font-variation-settings', '"wide" 90, "wt" 400', false],
  ['-webkit-flex', '-webkit-max-content', false],
  ['outline', 'auto 1px', true],
  ['outline-color', 'auto', false],
  ['grid-row', 'calc(2 - 0)', true],
  ['animation-duration', '-1s', false],
  ['container-type', 'scroll-state', true],
  ['container-name', 'a none', false],
  ['grid-row', '0', false],
  ['grid-row', '1 / span 2', true],
  ['font-feature-settings', '"tnum"', true],
  ['font-feature-settings', '"small"', false],
  ['font-family', 'serif Alder', false],
  ['font-family', 'Alder serif', true],
  ['transform-origin', 'top 3px', false],
  ['transform-origin', 'left 3px', true],
  ['color', 'r\\65 d', true],
  ['color', 'red\\9', false],
  ['margin', '0 auto\\9', false],
  ['width', '7ch\\0', false],
  ['width', '20p\\78', true],
  ['width', '-webkit-calc(10px + 10px)', true],
  ['width', '-moz-calc(10px + 10px)', false],
  ['font-family', 'Font\\ Name', true],
  ['font', '12px/calc(10px + 8px)serif', true],
  ['margin', 'calc(1px)calc(2px)', true],
  ['color', '#var(--hex)', false],
  ['animation-name', '\\31 0', true],
])('%s: %s is taken: %s', (property, value, isTaken) => {
  expect(new Grammar().check(property, value) === undefined).toBe(isTaken);
});
