import { physicalNames, type Flow } from '../value/index.js';
import { compareCandidates, type Candidate } from './rank.js';

/** What one rule, or an element's own attributes, claim: the candidates by longhand as written, in order. */
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
  return claims;
}

const renamed = new WeakMap<Candidate, Map<string, Candidate>>();

/** The candidate as one under a flow-relative name; the same object for the same name. */
function under(flowRelative: string, candidate: Candidate): Candidate {
  let known = renamed.get(candidate);
  if (!known) renamed.set(candidate, (known = new Map()));
  let found = known.get(flowRelative);
  if (!found) known.set(flowRelative, (found = { ...candidate, flowRelative }));
  return found;
}

/** Flow-relative names and the physical ones that they stand for, in one flow; and the way back. */
export class FlowNames {
  readonly #physical: ReadonlyMap<string, string>;
  readonly #relative = new Map<string, string[]>();

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
}

/**
 * The claims on one kind of target, longhand by longhand. A single longhand is worked out alone, so that a
 * question about one costs what that one costs; all of them in one go when all are asked for.
 */
export class Contested {
  readonly #found = new Map<string, readonly Candidate[] | undefined>();
  #names?: readonly string[];

  constructor(
    private readonly claims: readonly Claims[],
    private readonly flowNames: FlowNames,
  ) {}

  /** The candidates for a physical longhand, winner first; undefined when nobody sets it. */
  get(longhand: string): readonly Candidate[] | undefined {
    if (this.#found.has(longhand) || this.#names) return this.#found.get(longhand);
    const candidates: Candidate[] = [];
    for (const name of this.flowNames.namesFor(longhand)) {
      for (const claims of this.claims) {
        const own = claims.get(name);
        if (own) candidates.push(...(name === longhand ? own : own.map((one) => under(name, one))));
      }
    }
    const sorted = candidates.length ? candidates.sort(compareCandidates) : undefined;
    this.#found.set(longhand, sorted);
    return sorted;
  }

  /** The longhands for which others may compete than in another contest, in no order. */
  namesApart(other: Contested): Set<string> {
    if (this.flowNames !== other.flowNames) return new Set([...this.names, ...other.names]);
    const [here, there] = [new Set(this.claims), new Set(other.claims)];
    const names = new Set<string>();
    for (const claims of [...here, ...there])
      if (!here.has(claims) || !there.has(claims))
        for (const longhand of claims.keys()) names.add(this.flowNames.physical(longhand));
    return names;
  }

  /** All longhands that anyone sets, in order of name. */
  get names(): readonly string[] {
    if (this.#names) return this.#names;
    const found = new Map<string, Candidate[]>();
    for (const claims of this.claims) {
      for (const [longhand, candidates] of claims) {
        const name = this.flowNames.physical(longhand);
        const rivals = found.get(name);
        const own = name === longhand ? candidates : candidates.map((one) => under(longhand, one));
        if (rivals) rivals.push(...own);
        else found.set(name, [...own]);
      }
    }
    // What was worked out before stays the same object.
    for (const [name, rivals] of found)
      if (!this.#found.has(name))
        this.#found.set(name, rivals.length > 1 ? rivals.sort(compareCandidates) : rivals);
    return (this.#names = [...found.keys()].sort());
  }
}
