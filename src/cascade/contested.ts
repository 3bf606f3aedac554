import { physicalNames, type Flow } from '../value/index.js';
import { compareCandidates, Level, type Candidate } from './rank.js';
import type { Contest } from './types.js';

/** Some longhands, variables among them; one object for the same ones, so that what hangs on them is found once. */
export interface LonghandSet {
  has(longhand: string): boolean;
}

/** What one rule, or an element's own attributes, claim: the candidates by longhand as written, the strongest first. */
export type Claims = ReadonlyMap<string, readonly Candidate[]>;

/** Files candidates under the longhands that their declarations set. */
export function claimsOf(
  written: Iterable<{ readonly candidate: Candidate; readonly longhands: readonly string[] }>,
): Claims {
  const claims = new Map<string, Candidate[]>();
  for (const { candidate, longhands } of written) {
    for (const longhand of longhands) {
      const known = claims.get(longhand);
      if (known) known.push(candidate);
      else claims.set(longhand, [candidate]);
    }
  }
  for (const candidates of claims.values()) if (candidates.length > 1) candidates.sort(compareCandidates);
  return claims;
}

const renamed = new WeakMap<readonly Candidate[], readonly Candidate[]>();

/** Candidates that are filed under a flow-relative name, as such; the same list for the same one. */
function under(flowRelative: string, candidates: readonly Candidate[]): readonly Candidate[] {
  let found = renamed.get(candidates);
  if (!found) renamed.set(candidates, (found = candidates.map((one) => ({ ...one, flowRelative }))));
  return found;
}

/** What one rule claims, under the numbers of physical longhands. */
interface Numbered {
  readonly numbers: readonly number[];
  readonly lists: readonly (readonly Candidate[])[];
}

/** Flow-relative names and the physical ones that they stand for, in one flow; and the way back. Physical ones are numbered. */
export class FlowNames {
  readonly #physical: ReadonlyMap<string, string>;
  readonly #relative = new Map<string, string[]>();
  readonly #numbers = new Map<string, number>();
  readonly #names: string[] = [];
  /** By number: the place among all names in their order, and the other way round; as far as names were there when they were made. */
  #places = new Int32Array(0);
  #inOrder: readonly number[] = [];
  readonly #numbered = new WeakMap<Claims, Numbered>();

  constructor(flow: Flow) {
    this.#physical = physicalNames(flow);
    for (const [logical, physical] of this.#physical) {
      const known = this.#relative.get(physical);
      if (known) known.push(logical);
      else this.#relative.set(physical, [logical]);
    }
  }

  physical(longhand: string): string {
    return this.#physical.get(longhand) ?? longhand;
  }

  /** All names under which a physical longhand may be set. */
  namesFor(physical: string): readonly string[] {
    return [physical, ...(this.#relative.get(physical) ?? [])];
  }

  /** undefined for a longhand that no claims were numbered of. */
  numberOf(physical: string): number | undefined {
    return this.#numbers.get(physical);
  }

  numbered(claims: Claims): Numbered {
    let found = this.#numbered.get(claims);
    if (!found) this.#numbered.set(claims, (found = this.#number(claims)));
    return found;
  }

  #number(claims: Claims): Numbered {
    const numbers: number[] = [];
    const lists: (readonly Candidate[])[] = [];
    for (const [longhand, candidates] of claims) {
      const name = this.physical(longhand);
      let number = this.#numbers.get(name);
      if (number === undefined) {
        this.#numbers.set(name, (number = this.#names.length));
        this.#names.push(name);
      }
      numbers.push(number);
      lists.push(name === longhand ? candidates : under(longhand, candidates));
    }
    return { numbers, lists };
  }

  nameOf(number: number): string {
    return this.#names[number];
  }

  /** Sorts numbers by their names, in place. */
  sort(numbers: number[]): void {
    if (this.#places.length < this.#names.length) {
      this.#inOrder = [...this.#names].sort().map((name) => this.#numbers.get(name)!);
      this.#places = new Int32Array(this.#names.length);
      this.#inOrder.forEach((number, place) => (this.#places[number] = place));
    }
    // Numbers in a row of their own are sorted without asking which of two comes first.
    const places = Int32Array.from(numbers, (number) => this.#places[number]).sort();
    for (let i = 0; i < places.length; i++) numbers[i] = this.#inOrder[places[i]];
  }
}

/** A physical longhand with its candidates, winner first. */
interface Claimed {
  readonly longhand: string;
  readonly candidates: readonly Candidate[];
}

/** From so many on a list is filed before it is looked through again and again. */
const many = 300;

/** By number of the longhand, while the claims on one target are gone through; empty between. */
const rivalsAt: (readonly Candidate[] | undefined)[] = [];

/**
 * The claims on one kind of target, longhand by longhand. A single longhand is worked out alone, so that a
 * question about one costs what that one costs; all of them in one go when all are asked for.
 */
export class Contested {
  readonly #found = new Map<string, readonly Candidate[] | undefined>();
  readonly #saying = new WeakMap<LonghandSet, readonly Claims[]>();
  /** Claims that were gone through for single names. */
  #passed = 0;
  #byName?: ReadonlyMap<string, readonly (readonly Candidate[])[]>;
  #byNumber?: ReadonlyMap<number, readonly Candidate[]>;
  #all?: readonly Claimed[];
  /** Beside them: the numbers of their names. */
  #numbers: readonly number[] = [];
  /** What is told of all longhands, kept by whoever tells it, so that it is made once for all whom these rules match. */
  entries?: readonly Pick<Contest, 'property' | 'entries'>[];

  constructor(
    private readonly claims: readonly Claims[],
    private readonly flowNames: FlowNames,
  ) {}

  /** The candidates for a physical longhand, winner first; undefined when nobody sets it. */
  get(longhand: string): readonly Candidate[] | undefined {
    if (this.#all) return this.#inAll(longhand);
    if (this.#found.has(longhand)) return this.#found.get(longhand);
    const claimed: (readonly Candidate[])[] = [];
    for (const name of this.flowNames.namesFor(longhand))
      for (const own of this.#under(name)) claimed.push(name === longhand ? own : under(name, own));
    const sorted = claimed.length > 1 ? claimed.flat().sort(compareCandidates) : claimed[0];
    this.#found.set(longhand, sorted);
    return sorted;
  }

  #inAll(longhand: string): readonly Candidate[] | undefined {
    const number = this.flowNames.numberOf(longhand) ?? -1;
    if (this.#numbers.length < many) return this.#all![this.#numbers.indexOf(number)]?.candidates;
    this.#byNumber ??= new Map(this.#numbers.map((one, at) => [one, this.#all![at].candidates]));
    return this.#byNumber.get(number);
  }

  /** What is claimed under one name. Where much was gone through for names one by one, all are filed by theirs. */
  #under(name: string): readonly (readonly Candidate[])[] {
    if (this.#byName) return this.#byName.get(name) ?? [];
    this.#passed += this.claims.length;
    if (this.#passed < many * many) {
      const found: (readonly Candidate[])[] = [];
      for (const claims of this.claims) {
        const own = claims.get(name);
        if (own) found.push(own);
      }
      return found;
    }
    const byName = new Map<string, (readonly Candidate[])[]>();
    for (const claims of this.claims)
      for (const [longhand, own] of claims) {
        const known = byName.get(longhand);
        if (known) known.push(own);
        else byName.set(longhand, [own]);
      }
    this.#byName = byName;
    return this.#under(name);
  }

  /** The rules that say anything of longhands that are meant, and all that the browser’s own sheet says. */
  saying(names: LonghandSet): readonly Claims[] {
    let found = this.#saying.get(names);
    if (!found) {
      const { flowNames } = this;
      found = this.claims.filter((claims) => {
        for (const [longhand, [one]] of claims)
          if (one.level < Level.Author || names.has(flowNames.physical(longhand))) return true;
        return false;
      });
      this.#saying.set(names, found);
    }
    return found;
  }

  /** The longhands for which others may compete than in another contest, in no order. */
  namesApart(other: Contested): Set<string> {
    if (this.flowNames !== other.flowNames)
      return new Set([...this.all, ...other.all].map(({ longhand }) => longhand));
    const [here, there] = [new Set(this.claims), new Set(other.claims)];
    const names = new Set<string>();
    for (const claims of [...here, ...there])
      if (!here.has(claims) || !there.has(claims))
        for (const longhand of claims.keys()) names.add(this.flowNames.physical(longhand));
    return names;
  }

  /** All longhands that anyone sets, in order of name. */
  get all(): readonly Claimed[] {
    return (this.#all ??= this.#findAll());
  }

  #findAll(): readonly Claimed[] {
    const { flowNames } = this;
    const met: number[] = [];
    const several = new Map<number, Candidate[]>();
    for (const one of this.claims) {
      const { numbers, lists } = flowNames.numbered(one);
      for (let i = 0; i < numbers.length; i++) {
        const number = numbers[i];
        const rivals = rivalsAt[number];
        // Where one alone claims a longhand, its very list serves all whom it styles.
        if (rivals === undefined) {
          rivalsAt[number] = lists[i];
          met.push(number);
          continue;
        }
        let contest = several.get(number);
        if (!contest) several.set(number, (rivalsAt[number] = contest = [...rivals]));
        contest.push(...lists[i]);
      }
    }
    for (const contest of several.values()) contest.sort(compareCandidates);
    flowNames.sort(met);
    this.#numbers = met;
    return met.map((number) => {
      const longhand = flowNames.nameOf(number);
      const rivals = rivalsAt[number]!;
      rivalsAt[number] = undefined;
      // What was worked out before stays the same object.
      return { longhand, candidates: this.#found.get(longhand) ?? rivals };
    });
  }
}
