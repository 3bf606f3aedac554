// What a computed value hangs on where nothing says anything: a box of the usual font in a window of 1280 by 800 px.
import type { Surroundings } from '../../dist/value/index.js';

export const around: Surroundings = {
  fontSize: () => 16,
  rootFontSize: () => 16,
  parentWeight: () => 400,
  colour: () => '#000000ff',
  scheme: () => 'light',
  width: 1280,
  height: 800,
};
