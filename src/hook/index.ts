export { hooks, hooksOn, type Hook } from './hooks.js';
export { escapeName } from './names.js';
export { shapeOf, type NameShape } from './shape.js';
