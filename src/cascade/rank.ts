import { specificityText, type Specificity } from '../selector/index.js';
import type { Criterion, Declaration } from './types.js';

/** A declaration for one longhand with all that ranks it, each part a number: greater wins. */
export interface Candidate {
  readonly declaration: Declaration;
  readonly selector?: string;
  readonly specificity?: Specificity;
  readonly layerName: string;
  readonly dependsOn: string;
  /** Origin and importance (CSS Cascade 5 §6.2). */
  readonly level: number;
  /** Of the rule's tree, turned round for important declarations (§6.1 "context"). */
  readonly context: number;
  /** 1 in a style attribute (§6.3). */
  readonly attached: number;
  /** Turned round for important declarations (§6.4.4). */
  readonly layer: number;
  readonly strength: number;
  /** Steps from the scope's root, negative; −∞ without a scope (CSS Cascade 6 §2.6). */
  readonly proximity: number;
  readonly order: number;
  /** Place in its block. */
  readonly at: number;
  /** The flow-relative longhand under which it competes for a physical one (CSS Logical Properties 1 §4). */
  readonly flowRelative?: string;
}

export const enum Level {
  UserAgent,
  Hint,
  Author,
  AuthorImportant,
  UserAgentImportant,
}

/** The first candidate; of one that rolls back, the one that it lets through (CSS Cascade 5 §7.3.4). */
export function standingFirst(candidates: readonly Candidate[]): Candidate | undefined {
  const [first] = candidates;
  const how = /^revert(-layer)?$/i.exec(first?.declaration.value ?? '');
  return how ? standingFirst(rolledBack(candidates, !how[1])) : first;
}

/** Negative when `a` wins over `b`. */
export function compareCandidates(a: Candidate, b: Candidate): number {
  return (
    b.level - a.level ||
    b.context - a.context ||
    b.attached - a.attached ||
    b.layer - a.layer ||
    b.strength - a.strength ||
    compareProximity(a, b) ||
    b.order - a.order ||
    b.at - a.at
  );
}

function compareProximity(a: Candidate, b: Candidate): number {
  return a.proximity === b.proximity ? 0 : b.proximity - a.proximity;
}

/**
 * CSS Cascade 5 §7.3.4–7.3.5: what is left when the winner's whole origin, or its layer and those above it, are
 * left out. Attributes of the markup count as the author's for `revert`, and as a layer below all others for
 * `revert-layer`.
 */
export function rolledBack(candidates: readonly Candidate[], wholeOrigin: boolean): readonly Candidate[] {
  const [candidate] = candidates;
  if (candidate.level === Level.UserAgent) return [];
  const rank = layerRank(candidate);
  return candidates.filter((one) => one.level === Level.UserAgent || (!wholeOrigin && layerRank(one) < rank));
}

/** Important declarations rank layers the other way round; here a layer has one rank, whatever the importance. */
function layerRank({ level, layer, attached, declaration }: Candidate): number {
  if (level < Level.Author) return -1;
  return (declaration.important ? -layer : layer) + attached / 2;
}

/** Why `below` stands below `above`. `labelOf` names a declaration's sheet. */
export function reasonFor(
  above: Candidate,
  below: Candidate,
  labelOf: (declaration: Declaration) => string,
): { criterion: Criterion; words: string } {
  if (above.level !== below.level) return levelReason(above, below, labelOf);
  if (above.context !== below.context) return { criterion: 'context', words: contextWords(above, below) };
  if (above.attached !== below.attached) {
    return {
      criterion: 'style-attribute',
      words: 'a style attribute on the element itself beats every rule',
    };
  }
  if (above.layer !== below.layer) return { criterion: 'layer', words: layerWords(above, below) };
  if (above.strength !== below.strength) {
    const words = `less specific: ${specificityText(below.specificity!)} against ${specificityText(above.specificity!)}`;
    return { criterion: 'specificity', words };
  }
  if (above.proximity !== below.proximity) {
    return { criterion: 'scope', words: 'same specificity, and the other rule’s scope begins nearer' };
  }
  if (above.order !== below.order) {
    const words =
      above.declaration.sheet === below.declaration.sheet
        ? 'same specificity, written earlier in the sheet'
        : `same specificity, loaded earlier than ${labelOf(above.declaration)}`;
    return { criterion: 'order', words };
  }
  return { criterion: 'same-rule', words: 'written earlier in the same rule' };
}

/** CSS Cascade 5 §6.1: outside wins; between important ones inside does. */
function contextWords(above: Candidate, below: Candidate): string {
  if (above.declaration.important)
    return 'between important ones the rule of the component that is further in wins';
  return below.context < 0 || above.context > 0
    ? 'the component’s own rule gives way to the rule of what stands around it'
    : 'the rule further in gives way to the one further out';
}

function levelReason(
  above: Candidate,
  below: Candidate,
  labelOf: (declaration: Declaration) => string,
): { criterion: Criterion; words: string } {
  if (above.declaration.important) {
    return { criterion: 'importance', words: `important in ${labelOf(above.declaration)} beats it` };
  }
  const words =
    below.level === Level.Hint
      ? 'an attribute in the markup gives way to every rule'
      : 'the browser’s own sheet gives way to the site';
  return { criterion: 'origin', words };
}

function layerWords(above: Candidate, below: Candidate): string {
  if (above.declaration.important) {
    return below.layerName
      ? `in layer ${below.layerName}, and between important ones the earlier layer wins`
      : `outside layers, and between important ones layer ${above.layerName} wins`;
  }
  return above.layerName
    ? `in layer ${below.layerName}, and layer ${above.layerName} comes later`
    : `in layer ${below.layerName}, and unlayered styles win`;
}
