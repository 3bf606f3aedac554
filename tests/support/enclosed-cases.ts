// Pages on which the rules for a thing stay the same, and what encloses it does not: colours, sizes, fonts, directions and
// variables further out change with the window, the medium and states, and so do the values that hang on them.
import fc from 'fast-check';
import type { OrdinaryCase } from './ordinary.js';
import { print, type Declared, type HeldState, type Pick, type Rule } from './ordinary-rules.js';

type Table = Readonly<Record<string, readonly string[]>>;

/** What is said further out, and what is said of the things inside; few values, so that they are often the same. */
interface Theme {
  readonly outer: Table;
  readonly inner: Table;
}

const colours = ['#ff0000', 'blue', 'red', 'currentcolor'];
const sizes = ['16px', '20px', '1em', '1.25em', 'medium', 'large', '125%', 'calc(12px + 1vw)'];
const lengths = ['1em', '16px', '20px', '1rem', '0', '1.25em', '5%'];
const sides = ['5px', '0', '10px'];

const handedDown: Table = {
  'white-space': ['pre', 'normal', 'nowrap'],
  visibility: ['hidden', 'visible', 'collapse'],
  'text-transform': ['uppercase', 'none'],
  cursor: ['pointer', 'auto', 'default'],
  'list-style-type': ['none', 'disc', 'square'],
  'letter-spacing': ['1px', 'normal', '0.1em'],
  'text-align': ['left', 'start', 'center', 'right'],
  'font-style': ['italic', 'normal'],
  'text-indent': ['1em', '16px', '10%', '0'],
  'border-collapse': ['collapse', 'separate'],
  'pointer-events': ['none', 'auto'],
  'color-scheme': ['light', 'dark', 'light dark', 'normal'],
  color: ['canvastext', '#ff0000', 'light-dark(red, blue)', 'black'],
  quotes: ['none', 'auto', '"<" ">"'],
};
const taken: Table = {
  border: ['1px solid #ff0000', '2px dashed', 'none', '1px solid blue', '0.5em solid'],
  padding: ['10px', '0', '1em', '5%'],
  width: ['100px', 'auto', '50%', '10em'],
  'background-color': ['#ff0000', 'transparent', 'currentcolor'],
  opacity: ['0.5', '1', '50%'],
  overflow: ['hidden', 'visible', 'auto', 'clip'],
  'text-decoration': ['underline', 'none', 'underline red'],
  'box-sizing': ['border-box', 'content-box'],
  'vertical-align': ['top', 'baseline', '10%'],
  'min-width': ['auto', '0', '10px'],
  'font-size': ['16px', '20px'],
  color: ['#ff0000', 'blue'],
};

const themes: readonly Theme[] = [
  {
    outer: { color: [...colours, 'inherit'] },
    inner: {
      color: [...colours, 'inherit'],
      border: ['1px solid', '1px solid #ff0000', '1px solid currentcolor', '2px solid blue', 'none'],
      'border-color': [...colours, 'transparent', 'red blue'],
      'border-top': ['1px solid', '1px solid red', 'none'],
      outline: ['1px solid', '1px solid red', 'none', '1px solid currentcolor'],
      'outline-color': colours,
      'text-decoration': ['underline', 'underline #ff0000', 'none', 'line-through blue'],
      'text-decoration-color': colours,
      'box-shadow': ['0 0 2px', '0 0 2px #ff0000', '0 0 2px blue', 'none'],
      'text-shadow': ['0 0 2px', '0 0 2px #ff0000', 'none'],
      'column-rule': ['1px solid', '1px solid red'],
      'caret-color': ['auto', ...colours],
      'background-color': colours,
      background: ['currentcolor', 'red', 'linear-gradient(currentcolor, blue)', 'linear-gradient(red, blue)'],
      'text-emphasis': ['dot', 'dot red', 'none'],
      fill: ['currentcolor', 'red', 'black'],
    },
  },
  {
    outer: { 'font-size': sizes, font: ['20px serif', 'medium serif', '1em/1.5 serif'] },
    inner: {
      margin: lengths,
      'margin-left': lengths,
      padding: lengths.slice(0, 5),
      width: ['2em', '32px', '40px', 'calc(1em + 16px)', 'max(1em, 16px)'],
      'font-size': [...sizes, 'inherit', 'smaller', 'larger', '100%', '1rem'],
      'line-height': ['1.5', '24px', '30px', '1.5em', '150%', 'normal', 'inherit'],
      height: ['1lh', '24px', '30px', '2ex'],
      'letter-spacing': ['0.1em', '1.6px', '2px', 'normal'],
      border: ['0.1em solid', '2px solid', '1em none'],
      'border-radius': ['1em', '16px', '20px'],
      'text-indent': ['1em', '16px', '20px'],
      transform: ['translateX(1em)', 'translateX(16px)', 'none'],
      'box-shadow': ['0 0 1em red', '0 0 16px red'],
    },
  },
  {
    outer: { 'font-family': ['monospace', 'serif', 'monospace, serif'], 'font-size': ['medium', '13px', '16px', '1em'] },
    inner: {
      'font-size': ['medium', '13px', '16px', 'small', '1em', 'initial', 'inherit'],
      'font-family': ['inherit', 'monospace', 'serif', 'initial'],
      font: ['medium serif', '16px monospace', '1em monospace', 'inherit'],
      width: ['1em', '13px', '16px'],
      'line-height': ['1em', '13px', '16px', '1'],
    },
  },
  {
    outer: { 'font-weight': ['400', '700', 'bold', 'normal', '900', 'lighter', 'bolder'] },
    inner: {
      'font-weight': ['bolder', 'lighter', 'bold', '400', '700', '900', '100', 'inherit'],
      font: ['bolder 16px serif', '16px serif'],
    },
  },
  {
    outer: {
      'line-height': ['1.5', '24px', '1.5em', '150%', 'normal', '30px'],
      'font-size': ['16px', '20px'],
    },
    inner: {
      'line-height': ['1.5', '24px', '30px', '1.5em', 'inherit', 'normal'],
      'font-size': ['16px', '20px', '1em'],
      height: ['1lh', '24px', '30px'],
      margin: ['1lh', '24px'],
    },
  },
  {
    outer: {
      direction: ['rtl', 'ltr'],
      'writing-mode': ['horizontal-tb', 'vertical-rl', 'horizontal-tb'],
      'text-align': ['left', 'right', 'start', 'center'],
    },
    inner: {
      'margin-left': sides,
      'margin-right': sides,
      'margin-inline-start': sides,
      'margin-inline': ['5px', '5px 0', '0'],
      'padding-inline-end': sides,
      'padding-right': sides,
      'text-align': ['start', 'left', 'right', 'end', 'match-parent', 'inherit'],
      'border-inline-start': ['1px solid red', 'none'],
      'border-left': ['1px solid red', 'none'],
      'inline-size': ['100px', 'auto'],
      width: ['100px', 'auto'],
      height: ['100px', 'auto'],
      'border-start-start-radius': sides,
      'border-top-left-radius': sides,
      direction: ['ltr', 'rtl', 'inherit'],
    },
  },
  { outer: handedDown, inner: handedDown },
  { outer: taken, inner: taken },
  {
    outer: {
      '--a': ['#ff0000', 'blue', '5px', 'initial', 'inherit', 'currentcolor', ' '],
      '--b': ['var(--a)', '10px', '1em', 'blue', 'initial'],
      color: ['red', 'var(--a)', 'blue'],
      'font-size': ['10px', '16px', 'var(--b)'],
    },
    inner: {
      color: ['var(--a)', '#ff0000', 'blue', 'var(--a, blue)', 'var(--b, var(--a, red))'],
      margin: ['var(--b)', '5px', '10px', 'var(--b, 5px)', 'var(--a, 5px)', '0'],
      '--b': ['var(--a)', '5px', 'inherit', '10px', 'initial'],
      '--a': ['var(--b)', 'blue', '5px', 'unset'],
      border: ['1px solid var(--a)', '1px solid', '1px solid blue', 'var(--b) solid'],
      width: ['var(--b)', 'calc(var(--b) * 2)', '20px', 'auto'],
      'line-height': ['var(--b)', '10px', 'normal'],
    },
  },
  {
    // Of what is not shown at all this engine leaves some values as they are written.
    outer: { display: ['flex', 'grid', 'block', 'inline', 'inline-flex', 'contents', 'flow-root'] },
    inner: {
      display: ['inline', 'block', 'inline-block', 'flex', 'inline-flex', 'table-cell', 'inherit', 'contents'],
      float: ['left', 'none', 'right'],
      'min-width': ['auto', '0', '0px'],
      'min-height': ['auto', '0'],
      position: ['absolute', 'static', 'relative', 'fixed'],
      'overflow-x': ['hidden', 'visible', 'clip', 'auto'],
      overflow: ['visible', 'auto', 'hidden', 'clip visible'],
      'align-self': ['center', 'auto', 'stretch'],
      'justify-items': ['legacy', 'center', 'normal', 'legacy center'],
    },
  },
  {
    outer: {
      'background-image': ['none', 'linear-gradient(red, blue)', 'linear-gradient(red, blue), none'],
      'background-size': ['auto', '10px', '10px, 20px'],
    },
    inner: {
      background: ['none', 'linear-gradient(red, blue) 0 0 / 10px', 'red'],
      'background-image': ['inherit', 'none', 'linear-gradient(red, blue)', 'linear-gradient(red, blue), none'],
      'background-size': ['10px', '10px, 20px', '10px, 10px', 'inherit', 'auto'],
      'background-repeat': ['repeat', 'no-repeat', 'repeat, no-repeat', 'repeat, repeat'],
      'background-position': ['0 0', '0 0, 1em 0', '1em 0'],
    },
  },
]; // prettier-ignore

const merged = (tables: readonly Table[]): Table =>
  tables.reduce<Record<string, readonly string[]>>((all, table) => {
    for (const [name, values] of Object.entries(table)) all[name] = [...(all[name] ?? []), ...values];
    return all;
  }, {});

const wide = ['inherit', 'initial', 'unset', 'revert'];

const declared = (table: Table): fc.Arbitrary<Declared> =>
  fc
    .constantFrom(...Object.keys(table))
    .chain((property) =>
      fc.tuple(
        fc.constant(property),
        fc.oneof(
          { weight: 12, arbitrary: fc.constantFrom(...table[property]) },
          { weight: 1, arbitrary: fc.constantFrom(...wide) },
        ),
        fc.constantFrom('', '', '', '', '', '', '', '', ' !important'),
      ),
    )
    .map(([property, value, mark]) => ({ kind: 'declaration', property, value: value + mark }));

const queries = ['(max-width: 600px)', '(min-width: 900px)', 'print', '(prefers-color-scheme: dark)', '(max-width: 600px) and (prefers-color-scheme: dark)', '(min-height: 700px)', '(orientation: portrait)']; // prettier-ignore
const outside = ['.outer', '.middle', '.outer.alt', 'body', 'html', 'section', ':root'] as const;
const inside = [
  '.inner',
  '.inner',
  '.inner',
  '.alt .inner',
  '.middle > *',
  'p',
  'em',
  '.inner:first-child',
] as const;
const stateNames = [':hover', ':focus-within', ':active'] as const;

/** A thing, now and then while it or what encloses it is in a state. */
const pickOf = (names: readonly string[], pseudos: readonly string[]): fc.Arbitrary<Pick> =>
  fc.oneof(
    { weight: 8, arbitrary: fc.constantFrom(...names).map((text): Pick => ({ text })) },
    {
      weight: 1,
      arbitrary: fc.tuple(fc.constantFrom(...names), fc.constantFrom(...pseudos)).map(([text, pseudo]): Pick => ({ text, pseudo })),
    },
    {
      weight: 2,
      arbitrary: fc.tuple(fc.constantFrom(...names), fc.constantFrom(...stateNames)).map(([carrier, state]): Pick => {
        const held: HeldState = { carrier, state };
        return { text: carrier + state, states: [held] };
      }),
    },
  ); // prettier-ignore

const ruleOf = (picked: fc.Arbitrary<Pick>, table: Table, most: number): fc.Arbitrary<Rule> =>
  fc
    .tuple(
      picked,
      fc.array(declared(table), { minLength: 1, maxLength: most }),
      fc.oneof(
        { weight: 2, arbitrary: fc.constant(undefined) },
        { weight: 1, arbitrary: fc.constantFrom(...queries) },
      ),
    )
    .map(([one, body, query]): Rule => {
      const rule: Rule = { kind: 'rule', picks: [one], body };
      return query ? { kind: 'group', front: `@media ${query}`, body: [rule] } : rule;
    });

const tags = ['p', 'em', 'div', 'button', 'a', 'pre', 'li', 'h2', 'td', 'input', 'svg'] as const;
const thing = (tag: (typeof tags)[number]): string => {
  if (tag === 'input') return '<input class="inner" value="x">';
  if (tag === 'svg') return '<svg class="inner" width="20" height="20"><text class="inner" y="9">x</text></svg>';
  if (tag === 'li') return '<ul class="inner"><li class="inner">one <em class="inner">x</em></li></ul>';
  // Of a cell's own padding the standard and this engine know different things once it is rolled back.
  if (tag === 'td') return '<table class="inner"><tr><td>a <em class="inner">b</em></td></tr></table>';
  return `<${tag} class="inner"${tag === 'a' ? ' href="#top"' : ''}>some <em>words</em></${tag}>`;
}; // prettier-ignore

export const enclosedCase: fc.Arbitrary<OrdinaryCase> = fc
  .uniqueArray(fc.constantFrom(...themes), { minLength: 1, maxLength: 2 })
  .chain((chosen) => {
    const outer = merged(chosen.map((one) => one.outer));
    const inner = merged(chosen.map((one) => one.inner));
    const around = ruleOf(pickOf(outside, ['::before']), outer, 2);
    const within = ruleOf(
      pickOf(inside, ['::before', '::first-line', '::marker', '::placeholder']),
      inner,
      2,
    );
    return fc.record({
      things: fc.array(fc.constantFrom(...tags), { minLength: 1, maxLength: 3 }),
      around: fc.array(around, { minLength: 1, maxLength: 4 }),
      within: fc.array(within, { maxLength: 3 }),
      draft: fc.array(fc.oneof({ weight: 5, arbitrary: within }, { weight: 1, arbitrary: around }), {
        minLength: 1,
        maxLength: 3,
      }),
    });
  })
  .map(({ things, around, within, draft }) => {
    const content = things.map(thing).join('');
    const box = (more: string) =>
      `<section class="outer${more}"><div class="middle">${content}</div></section>`;
    const [sheet, printed] = [print([...around, ...within]), print(draft)];
    const states = new Map(
      [...sheet.declarations, ...printed.declarations].map((one) => [JSON.stringify(one.states), one.states]),
    );
    states.delete('[]');
    return {
      html: `<html lang="en"><head><title>x</title></head><body>${box('')}${box(' alt')}</body></html>`,
      sheets: [sheet.text],
      draft: printed.text,
      declarations: printed.declarations,
      states: [...states.values()],
    };
  });
