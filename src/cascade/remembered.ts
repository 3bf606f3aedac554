import type { Declaration } from './types.js';

/** More texts than this are not kept. */
const most = 20_000;

/**
 * What was found out of a declaration's text alone, whatever rule, page or target it stands on: sheets say the same again
 * and again.
 */
export class Remembered<T> {
  readonly #byDeclaration = new WeakMap<Declaration, T>();
  readonly #byText = new Map<string, T>();

  constructor(private readonly find: (declaration: Declaration) => T) {}

  of(declaration: Declaration): T {
    let found = this.#byDeclaration.get(declaration);
    if (found === undefined) {
      const { origin, property, value } = declaration;
      const key = `${origin === 'presentational-hint' ? origin : ''} ${property}: ${value}`;
      found = this.#byText.get(key);
      if (found === undefined) {
        if (this.#byText.size >= most) this.#byText.clear();
        this.#byText.set(key, (found = this.find(declaration)));
      }
      this.#byDeclaration.set(declaration, found);
    }
    return found;
  }
}
