export { confirm, type Step } from './confirm.js';
export { claimsAbout, claimsOf, type Claim } from './claims.js';
export { askedOn, prove, proveInSteps, type Asked, type ProofStep } from './prove.js';
export { takeOut } from './judge.js';
export { isAtWork } from './types.js';
export type { Aside, Outcome, Proof, ProofOptions, Verdict } from './types.js';
export { statesOf, type RuleStates } from './states.js';
export { boxFacts, noEffectOn } from './box.js';
