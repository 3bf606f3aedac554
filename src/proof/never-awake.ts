import type { Page, StyleBlock } from '../page/index.js';
import { whyNeverHolds } from '../sheet/index.js';
import { list } from '../text/index.js';
import type { Judgement } from './judge.js';

/** What is said of a rule whose conditions hold in no look. */
export function neverAwake(laid: Page, block: StyleBlock): Judgement {
  const { conditions } = laid.overlay!.styles;
  const texts: string[] = [];
  for (let at = block.condition; at > 0; at = conditions[at].parent) texts.unshift(conditions[at].text);
  const base = { outcome: 'no-effect', conditions: laid.conditions } as const;
  for (const text of texts) {
    const fault = /^@media\b/i.test(text) ? whyNeverHolds(text.slice('@media'.length)) : undefined;
    if (fault) return { ...base, why: `${text} never holds: ${fault.why}`, remedy: fault.remedy };
  }
  const isAbility = texts.some((text) => /^(@?supports)\b/.test(text));
  return {
    ...base,
    why: isAbility
      ? `browsers of today do not fulfil ${list(texts)}, so the rule is never used`
      : `${list(texts)} holds in none of the windows, media and preferences that were tried`,
    remedy: 'Check what the query asks for.',
  };
}
