// npm run bench: speed and memory as ratios within one run, on two pages of about 6,000 elements and 20,600 rules: one on
// which many elements are alike, and one on which few are (bench-pages.mjs). `--growth` measures 1, 2, 4 and 8 times as much.
import { parse as parseCss } from 'css-tree';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createServer } from 'node:http';
import { spawnSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { contests, parsePage, prove, toggledStates, writeOverride } from '../dist/index.js';
import { openPage } from '../dist/node/index.js';
import { drawnPage, repeatedPage, smallPage } from './bench-pages.mjs';
import { componentsRatio } from './bench-components.mjs';
import { asCommands, draftRatios } from './bench-drafts.mjs';
import { floorLines } from './bench-floor.mjs';
import { startBrowser } from './browser.mjs';
import { chromiumNeeded, ensureBuild, ensurePackages, ensurePrograms } from './setup.mjs';

ensurePackages();
ensureBuild();
ensurePrograms(chromiumNeeded);

async function serve({ html, sheets }) {
  const server = createServer((request, response) => {
    const sheet = /^\/(\d+)\.css$/.exec(request.url);
    response
      // A link that is kept open is cut while this very process is at work for seconds.
      .writeHead(200, { 'content-type': sheet ? 'text/css' : 'text/html', connection: 'close' })
      .end(sheet ? sheets[sheet[1]] : html);
  });
  await new Promise((ready) => server.listen(0, '127.0.0.1', ready));
  return { server, address: `http://127.0.0.1:${server.address().port}/` };
}

const median = (times) => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)];

async function time(runs, work) {
  const times = [];
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    await work(i);
    times.push(performance.now() - start);
  }
  return median(times);
}

/** Milliseconds for which the browser recalculates every element's style, sheets switched off and on. */
async function restyle(browser, address) {
  const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await tab.goto(address);
  const times = await tab.evaluate(() => {
    const readAll = () => {
      let length = 0;
      for (const element of document.querySelectorAll('*')) length += getComputedStyle(element).color.length;
      return length;
    };
    readAll();
    return Array.from({ length: 5 }, () => {
      for (const sheet of document.styleSheets) sheet.disabled = true;
      readAll();
      const start = performance.now();
      for (const sheet of document.styleSheets) sheet.disabled = false;
      readAll();
      return performance.now() - start;
    });
  });
  await tab.close();
  return median(times);
}

function allContests(page) {
  let entries = 0;
  for (const element of page.elements)
    for (const contest of contests(page, element)) entries += contest.entries.length;
  return entries;
}

/** The same edit in the browser: a rule is put in, and the value of all that it matches is read. */
async function browserEdit(browser, address) {
  const tab = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await tab.goto(address);
  const times = await tab.evaluate(() => {
    const style = document.head.appendChild(document.createElement('style'));
    const readAll = () => {
      let length = 0;
      for (const element of document.querySelectorAll('*')) length += getComputedStyle(element).color.length;
      return length;
    };
    readAll();
    return Array.from({ length: 7 }, (_, i) => {
      const start = performance.now();
      style.textContent = `.card .card-title { color: #12345${i} }\n.table td { padding: ${i + 3}px }`;
      readAll();
      return performance.now() - start;
    });
  });
  await tab.close();
  return median(times);
}

async function measure(made, browser) {
  const { server, address } = await serve(made);
  try {
    const bare = await time(3, () => made.sheets.forEach((css) => parseCss(css)));
    let page;
    const open = await time(3, async () => (page = await openPage(address)));
    let entries = 0;
    // A fresh page each time, as a page is solved once.
    const pages = [await openPage(address), await openPage(address), await openPage(address)];
    const solve = await time(3, (i) => (entries = allContests(pages[i])));
    // Another draft each time, as with each key press.
    const draft = (i) => `.card .card-title { color: #12345${i} }\n.table td { padding: ${i + 3}px }\n`;
    prove(page, draft(9));
    const proof = await time(7, (i) => prove(page, draft(i)));
    if (!entries) throw new Error('No contests were found, so there is nothing to measure.');
    const styled = browser ? await restyle(browser, address) : undefined;
    const edited = browser ? await browserEdit(browser, address) : undefined;
    const targets = Array.from({ length: 40 }, (_, i) => page.elements[(50 + i * 97) % page.elements.length]);
    toggledStates(page, targets[0]);
    const states = await time(39, (i) => toggledStates(page, targets[i + 1]));
    return {
      elements: page.elements.length,
      rules: page.styles.blocks.length,
      size: made.sheets.join('').length,
      bare,
      open,
      solve,
      proof,
      styled,
      edited,
      states,
      entries,
    };
  } finally {
    server.close();
  }
}

/** Peak memory, MiB, of a process that reads the page and works out all contests. */
function memoryOfOne() {
  const child = spawnSync(process.execPath, [fileURLToPath(import.meta.url), '--memory'], {
    encoding: 'utf8',
  });
  return Number(child.stdout) / 1024;
}

if (process.argv.includes('--memory')) {
  const { html, sheets } = repeatedPage(122, 1);
  allContests(
    parsePage({ name: 'page', html, sheets: sheets.map((css, i) => ({ href: `/${i}.css`, css })) }),
  );
  console.log(process.resourceUsage().maxRSS);
  process.exit(0);
}

/** Milliseconds for the first contests of a small page. */
async function small() {
  const { html, sheets } = smallPage();
  return time(5, () =>
    allContests(parsePage({ name: 'page', html, sheets: [{ href: '/0.css', css: sheets[0] }] })),
  );
}

/** Processor seconds of a whole command, the middle one of three. */
function processorTime(args) {
  const times = Array.from({ length: 3 }, () => {
    const run = spawnSync('sh', ['-c', `"$0" "$@" > /dev/null 2>&1; times`, process.execPath, ...args], {
      encoding: 'utf8',
    });
    const [, , ...spent] = run.stdout.match(/[\d.]+m[\d.]+s/g);
    return spent.reduce((sum, text) => {
      const [minutes, seconds] = text.split(/[ms]/).map(Number);
      return sum + minutes * 60 + seconds;
    }, 0);
  });
  return median(times);
}

/** What each command costs on a page, against opening that page and nothing else. */
function commandRatios({ html, sheets }) {
  const folder = mkdtempSync(join(tmpdir(), 'yelto-bench-'));
  try {
    writeFileSync(join(folder, 'index.html'), html.replace(/href="\//g, 'href="'));
    sheets.forEach((css, i) => writeFileSync(join(folder, `${i}.css`), css));
    const draft = join(folder, 'my draft.css');
    writeFileSync(draft, '.card .card-title { color: #123456 }\n.table td { padding: 3px }\n');
    const faces = new URL('../dist/node/index.js', import.meta.url).href;
    const script = `const { openPage } = await import('${faces}'); await openPage(process.argv[1]);`;
    const open = processorTime([...asCommands, '--input-type=module', '-e', script, folder]);
    const command = (...args) =>
      processorTime([fileURLToPath(new URL('../dist/cli/yelto.js', import.meta.url)), ...args]);
    return {
      survey: command('survey', folder) / open,
      why: command('why', folder, '--at', '.ui') / open,
      hooks: command('hooks', folder, '--at', '.ui') / open,
      find: command('find', folder, '.ui') / open,
      write: command('write', folder, '--at', '.ui', '--set', 'color: red') / open,
      prove: command('prove', folder, '--draft', draft) / open,
    };
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Processor seconds that a command needs beyond an empty program. */
function startUp() {
  const path = (file) => fileURLToPath(new URL(file, import.meta.url));
  const empty = processorTime(['-e', '0']);
  return {
    help: processorTime([path('../dist/cli/yelto.js'), '--help']) - empty,
    why: processorTime([
      path('../dist/cli/yelto.js'),
      'why',
      path('../demo/r14/tool'),
      '--at',
      '.ll-reserve',
    ]),
  };
}

/** Milliseconds for an override, half and 95 of 100 of them: 300 wishes on a page of about 1,000 elements. */
function wishes() {
  const { html, sheets } = repeatedPage(20, 1);
  const page = parsePage({
    name: 'page',
    html,
    sheets: sheets.map((css, i) => ({ href: `/${i}.css`, css })),
  });
  const sets = [{ color: '#123456' }, { 'padding-left': '13px' }, { border: '2px solid #654321' }];
  const times = Array.from({ length: 300 }, (_, i) => {
    const element = page.elements[20 + ((i * 7919) % (page.elements.length - 20))];
    const start = performance.now();
    writeOverride(page, { at: [element], set: sets[i % 3], reach: i % 2 ? 'only' : 'alike' });
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return { elements: page.elements.length, half: times[150], most: times[285] };
}

const row = (label, value, goal) => console.log(`${label.padEnd(58)} ${value.padStart(10)}   ${goal}`);
const ratio = (a, b) => (a / b).toFixed(2);

const browser = await startBrowser();
// One run first, so that nothing is measured that is compiled for the first time.
await measure(repeatedPage(10, 1));
if (process.argv.includes('--growth')) await growth();
else await whole();
await browser.close();

async function whole() {
  for (const [name, made] of [
    ['many alike', repeatedPage(122, 1)],
    ['few alike', drawnPage(5964, 1)],
  ]) {
    const one = await measure(made, browser);
    console.log(
      `\nA page with ${name}: ${one.elements} elements and ${one.rules} rules (${(one.size / 1e6).toFixed(1)} MB of CSS), ${one.entries} entries in all contests\n`,
    );
    row(
      'open the page, against a bare css-tree parse',
      `${ratio(one.open, one.bare)} ×`,
      'goal: at most 1.0',
    );
    row(
      'all contests, against the browser’s restyle',
      `${ratio(one.solve, one.styled)} ×`,
      'goal: at most 0.8',
    );
    row(
      'prove two declarations, against the browser’s own edit',
      `${ratio(one.proof, one.edited)} ×`,
      'goal: at most 0.5',
    );
    row('prove two declarations', `${one.proof.toFixed(1)} ms`, 'goal: under 16 ms');
    row('the states that would change a thing', `${one.states.toFixed(1)} ms`, 'goal: under 5 ms');
    for (const [command, times] of Object.entries(commandRatios(made)))
      row(`yelto ${command}, against opening (processor time)`, `${times.toFixed(2)} ×`, 'goal: at most 1.6');
    console.log(
      `For scale: bare parse ${one.bare.toFixed(0)} ms, open ${one.open.toFixed(0)} ms, all contests ${one.solve.toFixed(0)} ms, restyle ${one.styled.toFixed(0)} ms, edit ${one.edited.toFixed(0)} ms`,
    );
    for (const line of floorLines(made, one)) console.log(line);
  }
  console.log('');
  for (const [command, times] of Object.entries(draftRatios(processorTime)))
    row(`60 kB of draft: ${command}, against opening`, `${times.toFixed(2)} ×`, 'goal: at most 3');
  const written = wishes();
  const start = startUp();
  row(
    '500 components that share 2,000 rules, against no trees',
    `${componentsRatio().toFixed(2)} ×`,
    'goal: at most 1.5',
  );
  row(
    'open and solve a small page (100 elements, a framework)',
    `${(await small()).toFixed(0)} ms`,
    'goal: under 60 ms',
  );
  row(
    `write an override (${written.elements} elements): half, 95 of 100`,
    `${written.half.toFixed(1)}, ${written.most.toFixed(1)} ms`,
    'goal: 10, 50 ms',
  );
  row(
    'yelto --help, beyond an empty program (processor time)',
    `${start.help.toFixed(2)} s`,
    'goal: at most 0.15 s',
  );
  row('yelto why on the demo (processor time)', `${start.why.toFixed(2)} s`, 'goal: at most 0.4 s');
  row(
    'peak memory of a process that reads a page and solves it',
    `${memoryOfOne().toFixed(0)} MiB`,
    'goal: under 350 MiB',
  );
}

/** Both pages at 1, 2, 4 and 8 times the elements, and the rules: each step against the one before. */
async function growth() {
  for (const [name, make] of [
    ['many alike, elements', (times) => repeatedPage(61 * times, 1)],
    ['many alike, rules', (times) => repeatedPage(61, times)],
    ['few alike, elements', (times) => drawnPage(2000 * times, 1)],
    ['few alike, rules', (times) => drawnPage(2000, times)],
  ]) {
    let before;
    for (const times of [1, 2, 4, 8]) {
      const one = await measure(make(times));
      const against = before
        ? `open ${ratio(one.open, before.open)} ×, contests ${ratio(one.solve, before.solve)} ×`
        : `open ${one.open.toFixed(0)} ms, contests ${one.solve.toFixed(0)} ms`;
      row(
        `${name}: ${times} times (${one.elements}, ${one.rules})`,
        against,
        times > 1 ? 'goal: at most 2.2' : '',
      );
      before = one;
    }
  }
}
