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
  ['margin', '1px 2px', { 'margin-top': '1px', 'margin-left': '2px' }],
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
])('%s: %s is taken: %s', (property, value, isTaken) => {
  expect(new Grammar().check(property, value) === undefined).toBe(isTaken);
});
