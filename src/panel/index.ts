export { pack, readPanel, type Packed } from './pack.js';
