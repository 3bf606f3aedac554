export { compare, type Comparison, type Difference } from './compare.js';
export { drift, type Drifted } from './drift.js';
