// What was pasted before, found again however a panel writes it.
export { setAside, type SetAside } from './aside.js';
export { FiledParts } from './filed-parts.js';
export { isSameSelector, isSameValue, isUndone, partsOf, type Part } from './parts.js';
export { findPasted } from './pasted-sheet.js';
