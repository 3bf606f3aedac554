import {
  alikeInContest,
  animationsOn,
  contest,
  elementOf,
  inlineSetting,
  variableReaders,
  variablesAskedIn,
  variablesIn,
  type Target,
} from '../cascade/index.js';
import type { Page, PageElement } from '../page/index.js';
import { matchContext, matches } from '../selector/index.js';
import { count } from '../text/index.js';
import { longhandsOf } from '../value/index.js';
import type { Instead, Wish } from './types.js';

/** Better ways than a rule: the variable that feeds the value, or the setting behind it; [] for none. */
export function insteadOf(page: Page, targets: readonly Target[], { set, panel }: Wish): Instead[] {
  const found = new Map<string, Instead>();
  for (const [property, value] of Object.entries(set)) {
    for (const longhand of longhandsOf(property).slice(0, 1)) {
      const { entries, inheritedFrom } = contest(page, targets[0], longhand);
      const winner = entries[0]?.declaration;
      if (!winner) continue;
      if (winner.origin === 'style-attribute') {
        const known = inlineSetting(page, winner.property, winner.value);
        const words = known
          ? `"${winner.property}" comes from the setting ${known.setting}; change it there, then no rule is needed.`
          : `"${winner.property}" stands on the element itself, as values from a setting of the platform do; look for the setting first.`;
        found.set(winner.property, { kind: 'setting', words, isExact: false });
      }
      const [name] = variablesIn(winner.value);
      // Only where the whole value is the variable's can the variable take the wished one.
      if (name && /^var\(\s*--[^\s,()]+\s*(,[^()]*)?\)$/i.test(winner.value.trim())) {
        const variable = variableInstead(page, inheritedFrom ?? targets[0], name, value, panel?.place);
        const isExact = changesNoMore(page, name, winner.property, targets);
        if (variable) found.set(name, { ...variable, isExact });
      }
    }
  }
  return [...found.values()];
}

function variableInstead(
  page: Page,
  target: Target,
  name: string,
  value: string,
  place: string | undefined,
): Omit<Instead, 'isExact'> | undefined {
  const { entries, inheritedFrom } = contest(page, target, name);
  const holder = inheritedFrom ?? elementOf(target);
  if (!entries.length || holder.parent) return undefined;
  const important = entries[0].declaration.important ? ' !important' : '';
  const selectors = place === 'after' ? [':root', 'html:root'] : ['html:root', 'html:root:root'];
  for (const selector of selectors) {
    const css = `${selector} {\n  ${name}: ${value}${important};\n}\n`;
    const tried = page.withDraft(css, place === 'after' ? 'after' : 'before');
    if (contest(tried, tried.elements[0], name).entries[0]?.declaration.sheet !== tried.overlay!.sheet)
      continue;
    const uses = usesOf(page, name);
    const setting = page.settings.find(({ feeds }) => feeds === name);
    const first = setting
      ? `It comes from the variable ${name}, which the setting ${setting.setting} feeds: change it there. Or set the variable; either`
      : `It comes from the variable ${name}. Setting that one`;
    const shown = uses.slice(0, 4).join(', ');
    const words = `${first} changes ${count(uses.length, 'declaration')}: ${shown}${uses.length > 4 ? ', …' : ''}.`;
    return { kind: 'variable', variable: name, words, css, feeds: uses };
  }
  return undefined;
}

/** Whether all that reads a variable is that property of the targets. */
function changesNoMore(page: Page, name: string, property: string, targets: readonly Target[]): boolean {
  const wanted = new Set(targets.map(elementOf));
  const context = matchContext(page.tree);
  // Rules under a query about it may come and go anywhere.
  if (variablesAskedIn(page.styles).has(name)) return false;
  return readersOf(page, name).every(
    ({ declaration, block: { selectors } }) =>
      declaration.property === property &&
      selectors.every((one) => !one.pseudo) &&
      page.elements.every((element) => {
        const isMatched = selectors.some((one) => matches(one, element.index, context));
        return !isMatched || wanted.has(element);
      }),
  );
}

/** `selector { property }` of each declaration that reads a variable. */
function usesOf(page: Page, name: string): string[] {
  return readersOf(page, name).map(
    ({ block, declaration }) => `${block.selectorText} { ${declaration.property} }`,
  );
}

const readersOf = (page: Page, name: string) => variableReaders(page.styles).get(name) ?? [];

/** Says where importance is for an animation's sake. */
export function animationWarnings(page: Page, targets: readonly Target[], set: Wish['set']): string[] {
  const words = new Set<string>();
  for (const target of alikeInContest(page, targets)) {
    const animations = animationsOn(page, target);
    for (const property of Object.keys(set)) {
      const found = longhandsOf(property)
        .map((longhand) => animations.get(longhand))
        .find((one) => one?.lasting);
      if (found)
        words.add(
          `"${property}" is important, as the animation ${found.name} sets it and does not end; animation: none would do as well.`,
        );
    }
  }
  return [...words];
}

const consents = /\b(accept|agree|allow|consent|reject|refuse|decline|cookies?|privacy)\b/i;

/** What goes away together with a thing that is hidden, and should not without a thought. */
export function hidingWarnings(page: Page, targets: readonly Target[], set: Wish['set']): string[] {
  const hides =
    set.display?.trim().toLowerCase() === 'none' || set.visibility?.trim().toLowerCase() === 'hidden';
  if (!hides) return [];
  const inside = new Set(targets.flatMap((target) => withDescendants(elementOf(target))));
  const warnings: string[] = [];
  const isModal = ({ tag, attributes }: PageElement) =>
    attributes.has('autofocus') ||
    attributes.get('aria-modal') === 'true' ||
    (tag === 'dialog' && attributes.has('open'));
  if ([...inside].some(isModal))
    warnings.push(
      'What is hidden takes the keyboard’s focus while it is open, so people who use the keyboard would be stuck in it.',
    );
  const answers = page.elements.filter(isAnswer);
  if (answers.some((one) => inside.has(one)) && answers.every((one) => inside.has(one)))
    warnings.push(
      'What is hidden holds the only way to consent or refuse; the site may wait for the answer.',
    );
  return warnings;
}

function isAnswer(element: PageElement): boolean {
  const { tag, attributes } = element;
  const isPressed =
    /^(button|a)$/.test(tag) || (tag === 'input' && /^(submit|button)$/.test(attributes.get('type') ?? ''));
  return (
    isPressed &&
    consents.test(`${element.text} ${attributes.get('value') ?? ''} ${attributes.get('aria-label') ?? ''}`)
  );
}

function withDescendants(element: PageElement): PageElement[] {
  return [element, ...element.children.flatMap(withDescendants)];
}
