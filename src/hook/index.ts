export { summarise, type Summary, type UsedValue, type UsedVariable } from './summary.js';
export { toggledStates, type ToggledState } from './states.js';
export { isHeldState, stateOfClass, stateOfTest } from './toggled.js';
export { counterpart, witnessOf, type Witness } from './evidence.js';
export { contentHooksOn, hooks, hooksOn, type Hook } from './hooks.js';
export { componentsHolding, componentsOf, partsOf, variablesReadIn, type Component } from './components.js';
export { escapeName } from './names.js';
export { shapeOf, type NameShape } from './shape.js';
