// The markup that Plinthwork generates, with the lending plugin Loanlattice embedded.
import { loans, tools } from './tools.mjs';

const pagePath = (_from, page) => `../${page}/index.html`;

/** What release 15 calls otherwise: a component was renamed, and the cards got a box around them. */
const isLater = ({ release }) => release >= 15;
const depositLabel = (names) => (isLater(names) ? 'll-deposit__caption' : 'll-deposit__label');
const boxed = (names, cards) => (isLater(names) ? `<div class="pw-shelf">\n${cards}\n</div>` : cards);

function head(names, page, title) {
  return `<!DOCTYPE html>
<html lang="en" class="pw-html">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${title} · Alderbrook Tool Library</title>
<link rel="stylesheet" href="../assets/reset.css">
<link rel="stylesheet" href="../assets/theme.css">
<link rel="stylesheet" href="../assets/loanlattice.min.css">
<link rel="stylesheet" href="../assets/print.css" media="print">
<link rel="stylesheet" href="../assets/season.css">
<style>
:root { --pw-accent: #2f6f8f; --pw-paper: #fbfaf6; --pw-page-width: 960px; }
.pw-heading { letter-spacing: 0.01em; }
</style>
</head>
<body class="pw-body page-${page} tpl-two-columns" data-release="r${names.release}">
`;
}

function header(page) {
  const links = [
    ['home', 'Home'],
    ['catalogue', 'Catalogue'],
    ['tool', 'Tool of the month'],
    ['account', 'Account'],
    ['news', 'News'],
  ];
  return `<header class="pw-header" role="banner">
<div class="pw-wrap pw-header__bar">
<a class="pw-logo" href="${pagePath(page, 'home')}">Alderbrook Tool Library</a>
<nav class="pw-nav" aria-label="Main">
<ul class="pw-nav__list">
${links.map(([key, label]) => `<li class="pw-nav__item${key === page ? ' is-current' : ''}"><a class="pw-nav__link" href="${pagePath(page, key)}">${label}</a></li>`).join('\n')}
</ul>
</nav>
</div>
</header>
`;
}

function footer() {
  return `<footer class="pw-footer"><div class="pw-wrap"><p class="pw-footer__text">Open Tue to Sat, 10 to 6 · 14 Mill Lane, Alderbrook</p></div></footer>
<div class="ll-signup" id="ll-signup" role="complementary"><p class="ll-signup__text">Join the library: the first loan is on us.</p><a class="ll-signup__link" href="#join">Sign up</a></div>
<script src="../assets/states.js"></script>
</body>
</html>
`;
}

function card(names, tool, n) {
  const state = tool.free ? 'free' : 'out';
  return `<article class="pw-card ${names.card} tool-${tool.id}" data-kind="${tool.kind}" id="${names.instance(n)}">
<h3 class="pw-card__title"><a href="${pagePath('catalogue', 'tool')}">${tool.name}</a></h3>
<p class="pw-card__meta">Deposit £${tool.deposit}</p>
<span class="ll-badge ll-badge--${state}">${tool.free ? 'On the shelf' : `Out until ${tool.due}`}</span>
<div class="pw-card__foot"><button class="ll-reserve" type="button"${tool.free ? '' : ' disabled'}>Reserve</button></div>
</article>`;
}

function duesTable(names) {
  const rows = loans.map(
    (loan, i) => `<tr class="ll-dues__row ${i % 2 ? 'even' : 'odd'} ${names.cell}" data-state="${loan.state}">
<td class="ll-dues__cell">${loan.tool}</td><td class="ll-dues__cell">${loan.member}</td><td class="ll-dues__cell ll-dues__cell--when">${loan.due}</td>
</tr>`,
  );
  return `<section class="ll-widget ${names.block()}" id="ll-dues">
<h2 class="pw-heading pw-heading--small">Due back</h2>
<table class="ll-dues" cellspacing="0" width="100%">
<thead><tr><th class="ll-dues__head">Tool</th><th class="ll-dues__head">Lent to</th><th class="ll-dues__head">Due</th></tr></thead>
<tbody>
${rows.join('\n')}
</tbody>
</table>
</section>`;
}

/** The catalogue: cards with availability badges, and the table of what is due back. */
export function cataloguePage(names) {
  return `${head(names, 'catalogue', 'Catalogue')}${header('catalogue')}<main class="pw-main pw-wrap" id="content">
<h1 class="pw-heading" style="color: #7a4b1e">Catalogue</h1>
<p class="pw-lead">Everything on our shelves. <em>Reserve</em> a tool and fetch it on the same day.</p>
<div class="pw-columns">
<div class="pw-columns__wide">
${boxed(
  names,
  `<div class="pw-cards">
${tools.map((tool, i) => card(names, tool, i)).join('\n')}
</div>`,
)}
</div>
<div class="pw-columns__narrow">
${duesTable(names)}
<aside class="pw-notice"><h2 class="pw-heading pw-heading--small">Note</h2><p class="pw-notice__text">Ladders longer than four metres travel on a roof rack only.</p></aside>
</div>
</div>
</main>
${footer()}`;
}

/** One tool: photo, deposit label, reserve button, folding details. One paragraph is never closed off properly. */
export function toolPage(names) {
  return `${head(names, 'tool', 'Cider press')}${header('tool')}<main class="pw-main pw-wrap" id="content">
<h1 class="pw-heading" style="color: #7a4b1e">Cider press</h1>
<div class="ll-tool ${names.block()}" id="${names.instance(0)}">
<figure class="pw-figure"><span class="pw-photo"><img class="pw-photo__image" src="../assets/cider-press.svg" alt="A wooden press with an iron screw" width="320" height="240"></span></figure>
<div class="ll-tool__facts">
<p class="ll-deposit"><span class="${depositLabel(names)}">Deposit</span> <span class="ll-deposit__sum">£40</span></p>
<span class="ll-badge ll-badge--free">On the shelf</span>
<p class="ll-tool__text">Presses twelve kilos of apples at a time. Bring your own jugs. <b>Two people carry it.</p>
<button class="ll-reserve ll-reserve--big" type="button">Reserve the press</button>
<details class="ll-details"><summary class="ll-details__summary">How to clean it</summary><p class="ll-details__text">Rinse with cold water, dry the slats in the shade.</p></details>
</div>
</div>
<table class="pw-hours" bgcolor="#f3eee2" cellspacing="0" border="0"><tr><td align="right" width="120">Tue to Fri</td><td>10 to 6</td></tr><tr><td align="right">Sat</td><td>10 to 2</td></tr></table>
<aside class="pw-notice" id="content"><p class="pw-notice__text">The press is booked out quickly in October.</p></aside>
</main>
${footer()}`;
}

/** Opening hours and notices. */
function homePage(names) {
  return `${head(names, 'home', 'Home')}${header('home')}<main class="pw-main pw-wrap" id="content">
<h1 class="pw-heading" style="color: #7a4b1e">Borrow it, mend it, bring it back</h1>
<p class="pw-lead">Drills, ladders and cider presses for everyone in Alderbrook.</p>
<div class="pw-columns">
<div class="pw-columns__wide">
<table class="pw-hours" bgcolor="#f3eee2" cellspacing="0" border="0"><tr><td align="right" width="120">Tue to Fri</td><td>10 to 6</td></tr><tr><td align="right">Sat</td><td>10 to 2</td></tr></table>
<p><a class="ll-reserve" href="${pagePath('home', 'catalogue')}">See the shelves</a></p>
</div>
<div class="pw-columns__narrow">
<aside class="pw-notice"><h2 class="pw-heading pw-heading--small">Apple day</h2><p class="pw-notice__text">Both presses stand in the yard on the first Saturday of October.</p></aside>
<link rel="stylesheet" href="../assets/theme.css">
</div>
</div>
</main>
${footer()}`;
}

/** Forms. */
/** What is lent now, as the lending plugin shows it: a component with a tree, and a sheet, of its own. */
function lender(names) {
  const action = isLater(names) ? 'renew' : 'action';
  return `<ll-lender class="ll-lender"><template shadowrootmode="open"><style>
:host { display: block; max-width: 320px; border: 1px solid #c9bfa8; border-radius: 6px; background: white }
:host([compact]) .box { padding: 6px }
.box { padding: 14px }
.title { margin: 0 0 6px; color: var(--ll-title, #4a4a4a); font-size: 15px }
.action { border: 0; border-radius: 4px; padding: 6px 12px; background: var(--ll-accent, #5b6770); color: white; font: inherit }
::slotted(p) { margin: 0 0 10px }
.fine { margin: 8px 0 0; color: #777; font-size: 11px }
</style><div class="box" part="box"><h2 class="title">On loan to you</h2><slot></slot><button class="action" part="${action}" type="button">Renew</button><p class="fine">Twice at most</p></div></template><p class="ll-lender__loan">Long ladder, due on 14 October</p></ll-lender>`;
}

function accountPage(names) {
  return `${head(names, 'account', 'Account')}${header('account')}<main class="pw-main pw-wrap" id="content">
<h1 class="pw-heading" style="color: #7a4b1e">Your account</h1>
<form class="ll-form ${names.block()}" action="../account/index.html">
<p class="ll-form__row"><label class="ll-form__label" for="${names.instance(20)}">Name</label> <input class="ll-form__field" id="${names.instance(20)}" name="name" required></p>
<p class="ll-form__row"><label class="ll-form__label" for="${names.instance(21)}">Card number</label> <input class="ll-form__field" id="${names.instance(21)}" name="card" pattern="[0-9]{6}" placeholder="six digits"></p>
<p class="ll-form__row"><label class="ll-form__label"><input type="checkbox" name="news" checked> Send me the newsletter</label></p>
<p class="ll-form__row"><button class="ll-reserve" type="submit">Save</button></p>
</form>
${lender(names)}
</main>
${footer()}`;
}

function newsPage(names) {
  const items = [
    ['Apple day', 'Both presses are out of the house until Sunday.'],
    ['New on the shelf', 'A wallpaper steamer and two long ladders.'],
    ['Stocktaking', 'We are closed on the last Monday of the month.'],
  ];
  return `${head(names, 'news', 'News')}${header('news')}<main class="pw-main pw-wrap" id="content">
<h1 class="pw-heading" style="color: #7a4b1e">News</h1>
${items.map(([title, text], i) => `<article class="pw-story post-${400 + i * 7}" id="${names.instance(40 + i)}"><h2 class="pw-heading pw-heading--small">${title}</h2><p class="pw-story__text">${text}</p></article>`).join('\n')}
</main>
${footer()}`;
}

export const pages = {
  home: homePage,
  catalogue: cataloguePage,
  tool: toolPage,
  account: accountPage,
  news: newsPage,
};
