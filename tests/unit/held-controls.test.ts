// What comes with a state of a form control that is held, and what a living page tells of its controls.
import { contests, parsePage, prove, toggledStates, type Page, type StandingStates } from 'yelto';

/** Names of pseudo-classes that hold on the first element that a selector matches. */
function statesOf(page: Page, selector: string): string {
  const [element] = page.select(selector);
  return contests(page, element)
    .flatMap(({ property }) => (property.startsWith('--is-') ? [property.slice(5)] : []))
    .sort()
    .join(' ');
}
const names =
  'enabled disabled checked indeterminate read-only read-write placeholder-shown valid invalid open modal hover focus-within'.split(
    ' ',
  );
const css = names.map((name) => `:${name} { --is-${name}: 1 }`).join(' ');
const parse = (html: string, standing?: readonly StandingStates[]) =>
  parsePage({
    name: 'x',
    html: `<!DOCTYPE html><style>${css} [open] { --is-attribute: 1 }</style>${html}`,
    standing,
  });

describe('with a state that is held come others', () => {
  test.each([
    ['<input id=t>', '#t:disabled', '#t', 'disabled read-only'],
    ['<fieldset><input id=t></fieldset>', 'fieldset:disabled', '#t', 'disabled read-only'],
    [
      '<fieldset><legend><input id=t></legend></fieldset>',
      'fieldset:disabled',
      '#t',
      'enabled read-write valid',
    ],
    ['<select><option id=t></select>', 'select:disabled', '#t', 'checked disabled read-only'],
    [
      '<input type=radio name=a id=t checked><input type=radio name=a id=o>',
      '#o:checked',
      '#t',
      'enabled read-only valid',
    ],
    [
      '<input type=radio name=a id=t><input type=radio name=a id=o>',
      '#o:checked',
      '#t',
      'enabled read-only valid',
    ],
    [
      '<input type=radio name=a id=t><input type=radio name=b id=o>',
      '#o:checked',
      '#t',
      'enabled indeterminate read-only valid',
    ],
    ['<select><option id=t><option id=o></select>', '#o:checked', '#t', 'enabled read-only'],
    [
      '<select multiple><option id=t selected><option id=o></select>',
      '#o:checked',
      '#t',
      'checked enabled read-only',
    ],
    ['<input type=checkbox required id=t>', '#t:checked', '#t', 'checked enabled read-only valid'],
    ['<form id=t><input required id=o type=checkbox></form>', '#o:checked', '#t', 'read-only valid'],
    ['<input type=checkbox checked id=t>', '#t:indeterminate', '#t', 'enabled indeterminate read-only valid'],
    ['<form id=t><input id=o></form>', '#o:invalid', '#t', 'invalid read-only'],
    ['<form id=t><input id=o></form>', '#o:user-invalid', '#t', 'invalid read-only'],
    ['<input required id=t>', '#t:valid', '#t', 'enabled read-write valid'],
    ['<details id=t></details>', '#t:open', '#t', 'attribute open read-only'],
    ['<dialog id=t></dialog>', '#t:modal', '#t', 'attribute modal open read-only'],
  ])('%s while %s: %s', (html, state, selector, expected) => {
    const at = state.lastIndexOf(':');
    const held = [{ selector: state.slice(0, at), state: state.slice(at) }];
    expect(statesOf(parse(html).under({ held }), selector)).toBe(expected);
  });

  test('the rule for what is read only is looked at where the control is switched off', () => {
    const page = parse('<article contenteditable><input class="btn"></article>');
    const [verdict] = prove(page, '.btn:read-only { color: red }').verdicts;
    expect([verdict.outcome, verdict.why]).toEqual([
      'wins',
      expect.stringContaining('while :disabled on .btn is held'),
    ]);
  });

  test('a button that another one switches off is told as one of its states', () => {
    const page = parsePage({
      name: 'x',
      html: '<!DOCTYPE html><style>fieldset:disabled { opacity: 1 } .btn:enabled { color: red }</style><fieldset><input class="btn"></fieldset>',
    });
    const found = toggledStates(page, page.select('.btn')[0]).map(({ state, on, changes }) => [
      state,
      on.tag,
      changes.join(),
    ]);
    expect(found).toEqual([[':disabled', 'fieldset', 'color']]);
  });
});

describe('beyond what lies on top of all else nothing is hovered', () => {
  const html = '<div id=t><dialog><button id=o>Close</button></dialog></div>';
  test.each([':hover', ':focus', ':active', ':focus-within'])('%s', (state) => {
    const at = { selector: '#o', state };
    const open = parse(html).under({ held: [at] });
    expect(statesOf(open, '#t')).toBe(
      state === ':hover' ? 'hover read-only' : state === ':active' ? 'read-only' : 'focus-within read-only',
    );
    for (const held of [
      [at, { selector: 'dialog', state: ':modal' }],
      [{ selector: 'dialog', state: ':modal' }, at],
    ])
      expect(statesOf(parse(html).under({ held }), '#t')).toBe('read-only');
  });

  test('neither where a living page has shown it', () => {
    const page = parse(html);
    const shown = parse(html, [{ index: page.select('dialog')[0].index, states: ['modal'] }]);
    expect(statesOf(shown, 'dialog')).toBe('modal read-only');
    const hovered = shown.under({ held: [{ selector: '#o', state: ':hover' }] });
    expect([statesOf(hovered, 'dialog'), statesOf(hovered, '#t')]).toEqual([
      'hover modal read-only',
      'read-only',
    ]);
  });
});

describe('what a living page tells', () => {
  const told = (html: string, states: Readonly<Record<string, readonly string[]>>) => {
    const page = parse(html);
    return parse(
      html,
      Object.entries(states).map(([selector, list]) => ({
        index: page.select(selector)[0].index,
        states: list,
      })),
    );
  };
  const radios = '<input type=radio name=a id=t checked><input type=radio name=a id=o>';

  test('counts before the markup', () => {
    const page = told(radios, { '#t': ['valid'], '#o': ['checked', 'valid'] });
    expect([statesOf(page, '#t'), statesOf(page, '#o')]).toEqual([
      'enabled read-only valid',
      'checked enabled read-only valid',
    ]);
  });

  test('gives way to what is held', () => {
    const page = told(radios, { '#t': ['valid'], '#o': ['checked', 'valid'] });
    const held = page.under({ held: [{ selector: '#t', state: ':checked' }] });
    expect([statesOf(held, '#t'), statesOf(held, '#o')]).toEqual([
      'checked enabled read-only valid',
      'enabled read-only valid',
    ]);
  });

  test('of a value that was typed, while the control is switched off too', () => {
    const page = told('<input required placeholder=x id=t>', { '#t': ['valid'] });
    expect(statesOf(page, '#t')).toBe('enabled read-write valid');
    const off = page.under({ held: [{ selector: '#t', state: ':disabled' }] });
    expect(statesOf(off, '#t')).toBe('disabled read-only');
    // What another type makes of the value nobody has told.
    const other = page.under({ held: [{ selector: '#t', state: '[type="checkbox"]' }] });
    expect(statesOf(other, '#t')).toBe('enabled invalid read-only');
  });

  test('of what is not there is not heeded', () => {
    const page = parse('<p id=t>x</p>', [
      { index: -1, states: ['modal'] },
      { index: 400, states: ['checked'] },
      { index: 2, states: ['no-such', 'constructor'] },
    ]);
    expect(statesOf(page, '#t')).toBe('read-only');
  });
});
