import { namesReadIn } from '../cascade/index.js';
import type { Page } from '../page/index.js';
import { parseSheet, type AtRule, type Content } from '../sheet/index.js';
import { Lines } from '../text/index.js';
import type { Outcome, Verdict } from './types.js';

/** Verdicts on what is no declaration: pieces that a browser drops, and at-rules that nobody uses or that load more. */
export function pieceVerdicts(laid: Page, draft: string): Verdict[] {
  const { faults, sheets } = laid.overlay!.styles;
  const own = sheets[laid.overlay!.sheet].label;
  const pieces = faults
    // Of a query that never holds the verdicts on what stands in it tell.
    .filter(({ file, kind }) => file === own && !/^(sheet-missing|sheet-unread|condition)$/.test(kind))
    .map(({ line = 1, column = 1, message, remedy }) =>
      verdict(laid, draft, { line, column }, 'invalid', message, remedy),
    );
  const lines = new Lines(draft);
  const rules = atRulesIn(parseSheet(draft).contents).flatMap((rule) => {
    const at = lines.at(rule.start);
    // What is dropped does nothing more.
    const isDropped = pieces.some(
      ({ declaration: { line, column } }) => line === at.line && column === at.column,
    );
    const told = isDropped ? undefined : atRuleWords(laid, rule);
    return told ? [verdict(laid, draft, at, told.outcome, told.why, told.remedy)] : [];
  });
  return [...pieces, ...rules];
}

function verdict(
  laid: Page,
  draft: string,
  { line, column }: { line: number; column: number },
  outcome: Outcome,
  why: string,
  remedy?: string,
): Verdict {
  const { sheet } = laid.overlay!;
  const property = pieceAt(draft, line, column);
  return {
    declaration: { origin: 'author', sheet, line, column, property, value: '', important: false },
    selector: '',
    page: laid.name,
    conditions: laid.conditions,
    outcome,
    why,
    remedy,
  };
}

function atRulesIn(contents: readonly Content[]): AtRule[] {
  return contents.flatMap((content) =>
    content.kind === 'at-rule'
      ? [content, ...atRulesIn(content.contents ?? [])]
      : content.kind === 'rule'
        ? atRulesIn(content.contents)
        : [],
  );
}

function atRuleWords(
  laid: Page,
  { name, prelude }: AtRule,
): { outcome: Outcome; why: string; remedy?: string } | undefined {
  if (name === 'import')
    return {
      outcome: 'cannot-tell',
      why: 'what it loads was not read, so it is not known what that changes',
      remedy: 'Put the rules of that sheet into the draft itself; many boxes take no @import.',
    };
  if (name === 'function') return functionWords(laid, prelude);
  if (!/^(-webkit-)?keyframes$/.test(name)) return undefined;
  const wanted = prelude.replace(/^["']|["']$/g, '');
  const isUsed = laid
    .overlay!.styles.blocks.concat(laid.styles.blocks)
    .some(({ declarations }) =>
      declarations.some(
        ({ property, value }) =>
          /^(-webkit-)?animation(-name)?$/i.test(property) &&
          (value.match(/"[^"]*"|'[^']*'|(?:[\w-]|[^\0-\x7f])+/g) ?? []).some(
            (word) => word.replace(/^["']|["']$/g, '') === wanted,
          ),
      ),
    );
  return isUsed
    ? { outcome: 'wins', why: 'an animation of that name is used' }
    : {
        outcome: 'no-effect',
        why: `no declaration of the page or the draft uses an animation called ${wanted}`,
        remedy: `Name it in a rule, animation: ${wanted} 1s, or take it out.`,
      };
}

function functionWords(laid: Page, prelude: string): ReturnType<typeof atRuleWords> {
  const { name } =
    laid.overlay!.styles.functions.find(({ name: one }) => prelude.startsWith(`${one}(`)) ?? {};
  // What is not written as one is told as such.
  if (name === undefined) return undefined;
  const sets = [laid.overlay!.styles, laid.styles];
  const called = (value: string) => namesReadIn(value).includes(`${name}(`);
  const isCalled = sets.some(
    ({ blocks, functions }) =>
      blocks.some(({ declarations }) => declarations.some(({ value }) => called(value))) ||
      functions.some(({ said }) => said.some(({ value }) => called(value))),
  );
  return isCalled
    ? { outcome: 'wins', why: 'a function of that name is called' }
    : {
        outcome: 'no-effect',
        why: `no declaration of the page or the draft calls ${name}()`,
        remedy: `Call it in a value, as in width: ${name}(…), or take it out.`,
      };
}

function pieceAt(text: string, line: number, column: number): string {
  return (text.split(/\r\n|[\n\r\f]/)[line - 1] ?? '')
    .slice(column - 1)
    .split(/[{;}]/)[0]
    .trim()
    .slice(0, 40);
}
