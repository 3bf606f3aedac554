// What was pasted before, found again however a panel writes it.
export { setAside, type SetAside } from './aside.js';
export { filed, findPasted, isSameSelector, isSameValue, isUndone, partsOf, type Part } from './parts.js';
