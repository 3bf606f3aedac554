import type { AtRule } from '../sheet/index.js';
import { canBeInitial } from '../value/index.js';
import type { RegisteredProperty } from './style-set.js';

/** Reads an `@property` (CSS Properties and Values 1 §2); undefined where a descriptor that it needs is missing. */
export function parseRegistered(rule: AtRule, condition: number): RegisteredProperty | undefined {
  const descriptors = new Map(
    (rule.contents ?? []).flatMap((content) =>
      content.kind === 'declarations'
        ? content.declarations.map(({ property, value }) => [property.toLowerCase(), value] as const)
        : [],
    ),
  );
  const [, syntax] = /^["'](.*)["']$/s.exec(descriptors.get('syntax')?.trim() ?? '') ?? [];
  const inherits = descriptors.get('inherits')?.toLowerCase();
  const initial = descriptors.get('initial-value');
  if (!rule.prelude.startsWith('--') || syntax === undefined || !/^(true|false)$/.test(inherits ?? ''))
    return undefined;
  // Only the universal syntax does without an initial value.
  if (initial === undefined ? syntax.trim() !== '*' : !canBeInitial(syntax, initial)) return undefined;
  return { name: rule.prelude, syntax, inherits: inherits === 'true', initial, condition };
}
