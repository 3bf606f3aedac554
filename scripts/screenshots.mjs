// npm run screenshots: one picture for each command's output and each screen, from the demo data, in
// docs/screenshots/. Terminal output is a picture of a real terminal window.
import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startBrowser } from './browser.mjs';
import { chromiumNeeded, ensureBuild, ensurePackages, ensurePrograms, root, runOrStop } from './setup.mjs';

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
const deposit = "write demo/r14/tool --text Deposit --set 'font-size: 18px'";
const terminals = {
  survey: `yelto survey ${catalogue}`,
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

function terminalPictures() {
  const names = Object.keys(terminals).filter(isWanted);
  if (!names.length) return;
  const display = `:${90 + (process.pid % 400)}`;
  const screen = spawn('Xvfb', [display, '-screen', '0', '1280x800x24'], { stdio: 'ignore' });
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
  writeFileSync(join(folder, 'my.css'), name === 'pack' ? packDraft : proveDraft);
  const script = join(folder, 'show.sh');
  const ready = join(folder, 'ready');
  rmSync(ready, { force: true });
  // The demo pages and the command are found from the folder in which the draft lies.
  spawnSync('ln', ['-sfn', join(root, 'demo'), join(folder, 'demo')]);
  const shown = terminals[name].replaceAll("'", `'\\''`);
  writeFileSync(
    script,
    `cd ${folder}\nyelto() { ${process.execPath} ${join(root, 'dist/cli/main.js')} "$@" 2>&1; }\nprintf '\\033[?25l\\033[1m$ %s\\033[0m\\n' '${shown}'\n${terminals[name]}\ntouch ${ready}\nsleep 30\n`,
  );
  const env = { ...process.env, DISPLAY: display, FORCE_COLOR: '1' };
  const look = [
    '-fa',
    'DejaVu Sans Mono',
    '-fs',
    '11',
    '-geometry',
    '94x40',
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

async function roomPictures() {
  const names = ['room-point', 'room-govern', 'room-change', 'room-prove', 'room-dark'];
  if (!names.some(isWanted)) return;
  const room = join(root, 'examples/fitting-room');
  runOrStop('npx', ['--no-install', 'vite', 'build', room, '--logLevel', 'error']);
  const { preview } = await import('vite');
  const server = await preview({
    root: room,
    configFile: join(room, 'vite.config.ts'),
    logLevel: 'error',
    preview: { host: '127.0.0.1', port: 5420 },
  });
  const browser = await startBrowser();
  try {
    await roomWalk(browser, server.resolvedUrls.local[0], 'light');
    await roomWalk(browser, server.resolvedUrls.local[0], 'dark');
  } finally {
    await browser.close();
    await server.close();
  }
}

async function roomWalk(browser, address, colorScheme) {
  const page = await (
    await browser.newContext({ viewport: { width: 1280, height: 800 }, colorScheme })
  ).newPage();
  const shoot = (name) => isWanted(name) && page.screenshot({ path: join(target, `${name}.png`) });
  const button = (name) => page.getByRole('button', { name }).first();
  await page.goto(`${address}?page=/r14/catalogue/index.html`);
  await page.getByText(/elements read/).waitFor();
  await button(/^Point at/).click();
  await page.frameLocator('iframe').locator('.ll-badge--out').first().click();
  await button(/^::before of/).hover();
  await page.waitForTimeout(200);
  if (colorScheme === 'light') {
    await page.locator('.rung').nth(2).hover();
    await page.waitForTimeout(200);
    await shoot('room-point');
  }
  await button(/^::before of/).click();
  await button(/^background-color is/).click();
  await page.waitForTimeout(300);
  if (colorScheme === 'light') await shoot('room-govern');
  await button(/^Change background-color/).click();
  await page.getByLabel('Value').fill('#1c5fa8');
  await page.getByText('all 2 of its kind').click();
  await page.getByText(/2 things and nothing else/).waitFor();
  await page.waitForTimeout(300);
  if (colorScheme === 'light') await shoot('room-change');
  await button('Put it into the draft').click();
  await page.getByRole('textbox', { name: 'Your draft' }).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.type('.pw-card__titel { font-size: 1.1rem');
  await page.getByText('matches-nothing', { exact: true }).waitFor();
  await page.waitForTimeout(400);
  await shoot(colorScheme === 'light' ? 'room-prove' : 'room-dark');
  await page.context().close();
}

terminalPictures();
await roomPictures();
process.exit(0);
