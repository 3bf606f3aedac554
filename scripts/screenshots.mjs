// npm run screenshots: one picture for each command's output and each screen, from the demo data, in
// docs/screenshots/. Terminal output is a picture of a real terminal window.
import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createServer } from 'node:http';
import sirv from 'sirv';
import { startBrowser } from './browser.mjs';
import { buildRoom } from './build.mjs';
import { chromiumNeeded, ensureBuild, ensurePackages, ensurePrograms, root } from './setup.mjs';

ensurePackages();
ensureBuild();
ensurePrograms({
  ...chromiumNeeded,
  '/usr/bin/Xvfb': 'xvfb',
  '/usr/bin/xterm': 'xterm',
  '/usr/bin/import': 'imagemagick',
  '/usr/share/fonts/truetype/dejavu': 'fonts-dejavu',
  '/usr/share/fonts/truetype/liberation': 'fonts-liberation',
});
const target = join(root, 'docs/screenshots');
mkdirSync(target, { recursive: true });
const only = process.argv.slice(2);
const isWanted = (name) => only.length === 0 || only.includes(name);

const tool = 'demo/r14/tool';
const catalogue = 'demo/r14/catalogue';
const deposit = "write demo/r14/tool --text Deposit --set 'font-size: 18px' --panel plinthwork";
const terminals = {
  survey: `yelto survey ${catalogue}`,
  find: `yelto find ${catalogue} --pw-accent; yelto find ${catalogue} '#ffd21f'`,
  drift: `cat my.css; yelto drift ${catalogue} demo/r15/catalogue --draft my.css`,
  compare: `yelto compare ${catalogue} ${tool} --at .ll-badge`,
  why: `yelto why ${tool} --text Deposit --property font-size`,
  hooks: `yelto hooks ${catalogue} --at .pw-card --with demo/r14-again/catalogue`,
  write: `yelto ${deposit}`,
  prove: `cat my.css; yelto prove ${tool} --draft my.css`,
  pack: `yelto pack my.css --panel plinthwork`,
};
const proveDraft = `.ll-deposit__label { font-size: 18px; }
.pw-photo { width: 300px; }
#ll-badge { colour: #333; }
.ll-tool .ll-reserve { font-weight: bold; }
`;
const packDraft = `/* a calmer row under the pointer */
#ll-dues .ll-dues__row.is-under-pointer .ll-dues__cell {
  background-color: #fff3c4;
}

/* no sign-up bar */
.ll-signup {
  display: none !important;
}
`;

const driftDraft = `#ll-dues .ll-dues__row.is-under-pointer .ll-dues__cell { background-color: #fff3c4; }
.ll-badge::before { background-color: #1d6fb8; }
.pw-lead { max-width: 50ch; }
`;

function terminalPictures() {
  const names = Object.keys(terminals).filter(isWanted);
  if (!names.length) return;
  const display = `:${90 + (process.pid % 400)}`;
  const screen = spawn('Xvfb', [display, '-screen', '0', '1280x1100x24'], { stdio: 'ignore' });
  spawnSync('sleep', ['1']);
  const folder = mkdtempSync(join(tmpdir(), 'yelto-shots-'));
  try {
    for (const name of names) terminalPicture(name, display, folder);
  } finally {
    screen.kill();
    rmSync(folder, { recursive: true, force: true });
  }
}

function terminalPicture(name, display, folder) {
  const drafts = { pack: packDraft, drift: driftDraft };
  writeFileSync(join(folder, 'my.css'), drafts[name] ?? proveDraft);
  const script = join(folder, 'show.sh');
  const ready = join(folder, 'ready');
  rmSync(ready, { force: true });
  // The demo pages and the command are found from the folder in which the draft lies.
  spawnSync('ln', ['-sfn', join(root, 'demo'), join(folder, 'demo')]);
  const shown = terminals[name].replaceAll("'", `'\\''`);
  writeFileSync(
    script,
    `cd ${folder}\nyelto() { ${process.execPath} ${join(root, 'dist/cli/yelto.js')} "$@" 2>&1; }\nprintf '\\033[?25l\\033[1m$ %s\\033[0m\\n' '${shown}'\n${terminals[name]}\ntouch ${ready}\nsleep 30\n`,
  );
  const env = { ...process.env, DISPLAY: display, FORCE_COLOR: '1' };
  const look = [
    '-fa',
    'DejaVu Sans Mono',
    '-fs',
    '11',
    '-geometry',
    name === 'survey' ? '94x55' : '94x40',
    '-bg',
    '#fdfcf9',
    '-fg',
    '#24211c',
    '-b',
    '14',
    '+sb',
  ];
  const colours = ['color1:#a3201b', 'color2:#1d6b2a', 'color3:#8a5200', 'color6:#0b5d6b'].flatMap(
    (colour) => ['-xrm', `XTerm*${colour.replace(':', ': ')}`],
  );
  const window = spawn('xterm', [...look, ...colours, '-T', `yelto ${name}`, '-e', 'bash', script], {
    env,
    stdio: 'ignore',
  });
  for (let i = 0; i < 60 && spawnSync('test', ['-e', ready]).status !== 0; i++) spawnSync('sleep', ['0.2']);
  spawnSync('sleep', ['0.5']);
  spawnSync(
    'import',
    ['-window', 'root', '-trim', '+repage', '-bordercolor', '#fdfcf9', join(target, `${name}.png`)],
    { env },
  );
  // The window's empty part tells nothing.
  const picture = join(target, `${name}.png`);
  spawnSync('convert', [picture, '-trim', '+repage', '-bordercolor', '#fdfcf9', '-border', '16', picture]);
  window.kill();
  spawnSync('sleep', ['0.3']);
}

const roomNames = 'point govern hold change prove compare widths dark component'
  .split(' ')
  .map((name) => `room-${name}`);

const openRoom = async (options) => (await import('../dist/node/index.js')).openRoom(options);

async function roomPictures() {
  if (![...roomNames, 'strength-desk'].some(isWanted)) return;
  buildRoom();
  const { startPlinthwork } = await import('../examples/plinthwork/server.mjs');
  const folder = mkdtempSync(join(tmpdir(), 'yelto-shots-'));
  const site = await startPlinthwork();
  const browser = await startBrowser();
  try {
    for (const scheme of ['light', 'dark']) {
      const room = await openRoom({
        where: `${site.address}catalogue/index.html`,
        draft: join(folder, scheme, 'my.css'),
      });
      await roomWalk(browser, room.address, scheme);
      await room.close();
    }
    if (isWanted('room-component')) await componentPicture(browser, site, folder);
    await deskPicture(browser);
  } finally {
    await browser.close();
    await site.close();
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Inside a component: who governs it, and the way in. */
async function componentPicture(browser, site, folder) {
  const room = await openRoom({
    where: `${site.address}account/index.html`,
    draft: join(folder, 'component', 'my.css'),
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(room.address);
  await page.getByText(/elements read/).waitFor();
  await page
    .getByRole('button', { name: /^Point at/ })
    .first()
    .click();
  await page.frameLocator('iframe.stage').locator('ll-lender .action').click();
  await page.locator('.rung[aria-pressed=true]').first().waitFor();
  await page.getByRole('button', { name: /^What governs/ }).click();
  await page
    .getByRole('button', { name: /^background-color is|^background is/ })
    .first()
    .click();
  await page.waitForTimeout(1000);
  await page.screenshot({ path: join(target, 'room-component.png') });
  await page.close();
  await room.close();
}

async function roomWalk(browser, address, colorScheme) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme });
  const page = await context.newPage();
  const isLight = colorScheme === 'light';
  const shoot = async (name) => {
    await page.waitForTimeout(400);
    if (isWanted(name)) await page.screenshot({ path: join(target, `${name}.png`) });
  };
  const button = (name) => page.getByRole('button', { name }).first();
  const point = async (selector) => {
    await button(/^Point at/).click();
    await page.frameLocator('iframe.stage').locator(selector).first().click();
    await page.locator('.rung[aria-pressed=true]').first().waitFor();
  };
  await page.goto(address);
  await page.getByText(/elements read/).waitFor();
  if (isLight) {
    await point('.ll-dues__cell');
    await button(/In which state/).click();
    await page.locator('.states .rung').first().click();
    await shoot('room-hold');
    await page.locator('.states .rung').first().click();
  }
  await point('.ll-badge--out');
  await page.locator('.rung').nth(2).hover();
  if (isLight) await shoot('room-point');
  await button(/^::before of/).click();
  await button(/^background-color is/).click();
  if (isLight) await shoot('room-govern');
  await button(/^Change background-color/).click();
  await page.getByLabel('Value').fill('#1c5fa8');
  await page.getByText('all 2 with ll-badge--out').click();
  await page.getByText(/2 things and nothing else/).waitFor();
  if (isLight) await shoot('room-change');
  await button('Put it into the draft').click();
  await page.getByRole('textbox', { name: 'Your draft' }).click();
  await page.keyboard.press('Control+End');
  const card = isLight ? 'background: #eef6ee' : 'border-color: #7fb8d0';
  await page.keyboard.type(`.pw-card { ${card} }\n.pw-card__titel { font-size: 1.1rem`);
  await page.getByText('matches-nothing', { exact: true }).waitFor();
  await shoot(isLight ? 'room-prove' : 'room-dark');
  if (isLight) {
    await button('Before and after').click();
    await page.waitForTimeout(1500);
    await shoot('room-compare');
    await button('End the comparison').click();
    await button(/other widths/).click();
    await page.waitForTimeout(2000);
    await shoot('room-widths');
  }
  await context.close();
}

async function deskPicture(browser) {
  if (!isWanted('strength-desk')) return;
  const server = createServer(sirv(join(root, 'examples/strength-desk/dist'), { dev: true })).listen(
    0,
    '127.0.0.1',
  );
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.goto(`http://127.0.0.1:${server.address().port}/`);
  await page.waitForTimeout(600);
  await page.screenshot({ path: join(target, 'strength-desk.png') });
  server.close();
}

terminalPictures();
await roomPictures();
process.exit(0);
