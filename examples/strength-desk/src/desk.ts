import { weigh } from './weigh.js';

const byId = <T extends HTMLElement>(id: string) => document.getElementById(id) as T;
const first = byId<HTMLTextAreaElement>('first');
const second = byId<HTMLTextAreaElement>('second');
const early = byId<HTMLInputElement>('early');

const examples: readonly (readonly [label: string, platform: string, own: string])[] = [
  [
    'A class more',
    '.ll-tool .ll-deposit__label { font-size: 13px }',
    '.ll-deposit__label { font-size: 18px }',
  ],
  [
    'As strong, so the later one',
    '.ll-tool .ll-badge { color: navy }',
    '.pw-card .ll-badge { color: green }',
  ],
  [
    'One id, eleven classes',
    '#ll-dues td { background: gold }',
    '.a.b.c.d.e.f.g.h.i.j.k { background: ivory }',
  ],
  ['Importance', '.ll-signup { display: flex !important }', '#ll-signup.ll-signup { display: none }'],
  [':where() weighs nothing', ':where(#content) .pw-lead { margin: 0 }', '.pw-lead { margin: 1em }'],
  ['A selector by itself', 'nav ul li a', '.pw-nav__link'],
];

function show(): void {
  const { winner, answer, lesson, strengths } = weigh(first.value, second.value, early.checked);
  byId('first-strength').textContent = strengths[0] && `strength ${strengths[0]}`;
  byId('second-strength').textContent = strengths[1] && `strength ${strengths[1]}`;
  byId('answer').textContent = answer;
  document.body.dataset.winner = winner ?? '';
  byId('lesson').replaceChildren(
    ...lesson.map((step) => Object.assign(document.createElement('li'), { textContent: step })),
  );
}

byId('examples').replaceChildren(
  ...examples.map(([label, platform, own]) => {
    const button = Object.assign(document.createElement('button'), { type: 'button', textContent: label });
    button.addEventListener('click', () => {
      first.value = platform;
      second.value = own;
      show();
    });
    const item = document.createElement('li');
    item.append(button);
    return item;
  }),
);
for (const field of [first, second, early]) field.addEventListener('input', show);
[, first.value, second.value] = examples[0];
show();
