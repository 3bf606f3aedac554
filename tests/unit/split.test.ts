// Shorthands taken apart (CSS Cascade 5 §2.1): each longhand's part, initial values where nothing is written.
import { splitShorthand } from '../../dist/value/index.js';

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
