export { YeltoError, placeText, type Place, type ErrorDetails, type Fault, type FaultKind } from './error.js';
export { closingOf } from './closing.js';
export { pathInside } from './inside.js';
export { Lines } from './lines.js';
export { nearest } from './nearest.js';
export { count, list, shorten } from './words.js';
export {
  after,
  holdsStray,
  kinds,
  plainlySpelled,
  plainText,
  readTokens,
  skipSpace,
  tokenText,
  type TokenRange,
  type Tokens,
} from './tokens.js';
