import { isSameSelector, isSameValue, type Part } from './parts.js';

/** The parts of a text, to be found by what they set and for what. */
export class FiledParts {
  readonly #byLonghand = new Map<string, Part[]>();
  readonly #bySelector = new Map<string, Part[]>();
  readonly #byText = new Map<string, Part[]>();

  constructor(parts: readonly Part[]) {
    for (const part of parts) {
      add(this.#byLonghand, part.longhand, part);
      add(this.#bySelector, keyOf(part), part);
      add(this.#byText, textOf(part), part);
    }
  }

  /** All that set the same longhand for the same things, in order. */
  like(wanted: Part): readonly Part[] {
    return (this.#byLonghand.get(wanted.longhand) ?? []).filter((part) => isSameSelector(part, wanted));
  }

  /**
   * Those that say the same for the same things, and are such; those with something in front of the selector only where there
   * is none without.
   */
  saying(wanted: Part, isSuch: (part: Part) => boolean = () => true): readonly Part[] {
    const isIt = (part: Part) => isSuch(part) && isSameSelector(part, wanted) && isSameValue(part, wanted);
    // The same to the letter is found without a look at all others.
    for (const near of [
      this.#byText.get(textOf(wanted)),
      this.#bySelector.get(keyOf(wanted)),
      this.#byLonghand.get(wanted.longhand),
    ]) {
      const found = near?.filter(isIt);
      if (found?.length) return found;
    }
    return [];
  }

  /** The same under the same conditions. */
  sayingThere(wanted: Part): readonly Part[] {
    return this.saying(wanted, ({ form }) => form.around === wanted.form.around);
  }
}

const keyOf = ({ longhand, form }: Part): string => `${longhand} ${form.selector}`;

const textOf = (part: Part): string => `${keyOf(part)}: ${part.form.value}`;

function add(map: Map<string, Part[]>, key: string, part: Part): void {
  const known = map.get(key);
  if (known) known.push(part);
  else map.set(key, [part]);
}
