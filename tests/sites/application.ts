// A loan desk as a single-page application whose rules are made as they are needed and put in one by one, as packages that
// keep styles in scripts do in production.
import { bundled } from '../support/bundle.js';
import type { SmallSite } from './servers.js';

const desk = `
import { css, cx, injectGlobal, keyframes } from '@emotion/css';

injectGlobal({ body: { margin: 0, color: '#222', fontFamily: 'serif' }, a: { color: 'navy' }, '.row > :first-child': { paddingLeft: 3 } });
const pulse = keyframes({ from: { opacity: 0.9 }, to: { opacity: 1 } });
const tone = (hue) => css({ color: 'hsl(' + hue + ' 40% 30%)', '&:hover': { color: 'black' }, '@media (max-width: 700px)': { color: 'gray' } });
const card = css({ padding: 12, border: '1px solid #ccc', '& .note': { fontSize: 14, color: 'olive' }, '&::before': { content: '"-"', color: 'teal' }, '& + &': { marginTop: 9 } });
const late = css({ letterSpacing: 1, 'a&': { textDecoration: 'none', animation: pulse + ' 2s' } });
const el = (tag, name, ...inside) => { const one = document.createElement(tag); one.className = name; one.append(...inside); return one };

function show(place, round) {
  const things = ['Cider press', 'Drill', 'Saw', 'Ladder', 'Tent', 'Projector', 'Apple picker', 'Sander'];
  const cards = things.slice(0, 5 + round).map((name, i) =>
    el('article', cx('card', card, i % 3 === round && css({ background: '#eef', padding: 4 + i })),
      el('h2', cx('title', tone(i * 40 + round)), name),
      el('p', 'note', 'Deposit ' + (i + 1) * 5),
      el('a', cx('btn', i % 2 ? late : tone(200)), 'Reserve')));
  document.querySelector('#app').replaceChildren(el('nav', css({ display: 'flex', gap: 8 + round }), place), el('main', 'row', ...cards));
}
show('tools', 0);
setTimeout(() => { history.pushState({}, '', '/tents'); show('tents', 1) }, 150);
setTimeout(() => { history.pushState({}, '', '/all'); show('all', 2) }, 300);
`;

export const application = (): SmallSite => ({
  name: 'an application whose package puts rules in one by one',
  answers: () => ({
    '/': `<!DOCTYPE html><html lang="en"><head><title>Alderbrook</title><style>.note { color: red; font-size: 20px } .site .btn { font-weight: 700 }</style></head><body class="site"><div id="app"></div><script src="/desk.js"></script></body></html>`,
    '/desk.js': { headers: { 'content-type': 'text/javascript' }, body: bundled(desk) },
  }),
  settles: 900,
});
