/** One `@layer` declaration, in order of appearance; it counts only while its condition holds. */
interface Appearance {
  readonly layer: number;
  readonly condition: number;
}

interface Layer {
  readonly name: string;
  readonly parent: number;
}

/**
 * The cascade layers of a page (CSS Cascade 5 §6.4). Number 0 is the implicit outer layer that holds what
 * is not layered.
 */
export class Layers {
  readonly #layers: Layer[] = [{ name: '', parent: -1 }];
  readonly #appearances: Appearance[] = [];
  /** Of sheets that were loaded before the others, though they are read later. */
  readonly #early: Appearance[] = [];
  #isEarly = false;
  #anonymous = 0;

  /** A copy to which a draft can add its own, which come first where it is loaded before the platform's sheets. */
  copy(comesFirst = false): Layers {
    const copy = new Layers();
    copy.#layers.push(...this.#layers.slice(1));
    copy.#appearances.push(...this.#appearances);
    copy.#early.push(...this.#early);
    copy.#anonymous = this.#anonymous;
    copy.#isEarly = comesFirst;
    return copy;
  }

  /** The layer of that name within `parent`, made when it is new; [] makes one without a name. */
  enter(parent: number, names: readonly string[], condition: number): number {
    let layer = parent;
    for (const name of names.length ? names : [` ${++this.#anonymous}`]) {
      const known = this.#layers.findIndex((one) => one.parent === layer && one.name === name);
      if (known < 0) this.#layers.push({ name, parent: layer });
      layer = known < 0 ? this.#layers.length - 1 : known;
      (this.#isEarly ? this.#early : this.#appearances).push({ layer, condition });
    }
    return layer;
  }

  /** The conditions under which layers are named: they decide the layers' order. */
  get conditions(): number[] {
    return [...this.#early, ...this.#appearances].map(({ condition }) => condition);
  }

  /** The layer's full name, `theme.buttons`; '' outside any layer. */
  nameOf(layer: number): string {
    const names: string[] = [];
    for (let at = layer; at > 0; at = this.#layers[at].parent) {
      const { name } = this.#layers[at];
      names.unshift(name.startsWith(' ') ? 'without a name' : name);
    }
    return names.join('.');
  }

  /**
   * For each layer its rank: a higher one wins between normal declarations. Within a layer its sublayers
   * rank below its own rules, in order of first appearance under conditions that hold.
   */
  ranks(isActive: (condition: number) => boolean): Int32Array {
    const children: number[][] = this.#layers.map(() => []);
    const seen = new Set<number>();
    for (const { layer, condition } of [...this.#early, ...this.#appearances]) {
      if (seen.has(layer) || !isActive(condition)) continue;
      seen.add(layer);
      children[this.#layers[layer].parent].push(layer);
    }
    const ranks = new Int32Array(this.#layers.length).fill(-1);
    let rank = 0;
    const visit = (layer: number): void => {
      for (const child of children[layer]) visit(child);
      ranks[layer] = rank++;
    };
    visit(0);
    return ranks;
  }
}
