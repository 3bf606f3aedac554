import { physicalNames, type Flow } from '../value/index.js';
import { compareCandidates, type Candidate } from './rank.js';

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
  #found = new Map<string, readonly Candidate[] | undefined>();
  #names?: readonly string[];

  constructor(
    private readonly claims: readonly Claims[],
    private readonly flowNames: FlowNames,
  ) {}

  /** The candidates for a physical longhand, winner first; undefined when nobody sets it. */
  get(longhand: string): readonly Candidate[] | undefined {
    if (this.#found.has(longhand) || this.#names) return this.#found.get(longhand);
    const claimed: (readonly Candidate[])[] = [];
    for (const name of this.flowNames.namesFor(longhand)) {
      for (const claims of this.claims) {
        const own = claims.get(name);
        if (own) claimed.push(name === longhand ? own : under(name, own));
      }
    }
    const sorted = claimed.length > 1 ? claimed.flat().sort(compareCandidates) : claimed[0];
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
    const found = new Map<string, readonly Candidate[] | undefined>();
    const contests = new Map<string, Candidate[]>();
    for (const claims of this.claims) {
      for (const [longhand, candidates] of claims) {
        const name = this.flowNames.physical(longhand);
        const own = name === longhand ? candidates : under(longhand, candidates);
        const rivals = found.get(name);
        // Where one alone claims a longhand, its very list serves all whom it styles.
        if (!rivals) found.set(name, own);
        else {
          let contest = contests.get(name);
          if (!contest) contests.set(name, (contest = [...rivals]));
          contest.push(...own);
          found.set(name, contest);
        }
      }
    }
    for (const contest of contests.values()) contest.sort(compareCandidates);
    this.#names = [...found.keys()].sort();
    // What was worked out before stays the same object.
    for (const [name, rivals] of this.#found) if (rivals) found.set(name, rivals);
    this.#found = found;
    return this.#names;
  }
}
