// Coming back after an update: what a new release does to a draft, why two things differ, whether what was pasted
// has arrived, and captures of live pages.
import { readFileSync, writeFileSync } from 'node:fs';
import { confirm, drift, prove } from 'yelto';
import { openPage } from 'yelto/node';
import { temporaryFolder, yelto } from './support/cli.js';
import { startEngine } from './support/engine.js';
import { startPlinthwork, type Plinthwork } from './support/room.js';

const folder = temporaryFolder();
afterAll(folder.remove);
const draft = folder.file('my.css');
const rules = [
  '.ll-deposit .ll-deposit__label {\n  font-size: 18px;\n}',
  '#ll-dues .ll-dues__row.is-under-pointer .ll-dues__cell {\n  background-color: #fff3c4;\n}',
  '.ll-badge::before {\n  background-color: #1d6fb8;\n}',
  '.pw-lead {\n  max-width: 50ch;\n}',
].join('\n\n');
writeFileSync(draft, `${rules}\n`);

test('drift tells lost, spare and holding rules of a release apart, with rules that work there', async () => {
  const [old, fresh] = [await openPage('demo/r14/tool'), await openPage('demo/r15/tool')];
  const found = drift(old, fresh, rules);
  expect(found.map(({ fate }) => fate)).toEqual(['lost', 'elsewhere', 'lost', 'elsewhere']);
  expect(found[0].why).toContain('.ll-deposit__label');
  for (const { fate, remedy } of found)
    if (fate === 'lost') expect(prove(fresh, remedy!.replace('Write: ', '')).ok).toBe(true);
  const cards = drift(await openPage('demo/r14/catalogue'), await openPage('demo/r15/catalogue'), rules);
  expect(cards.map(({ fate }) => fate)).toEqual(['elsewhere', 'spare', 'lost', 'holds']);
  const { out, code } = await yelto('drift', 'demo/r14/catalogue', 'demo/r15/catalogue', '--draft', draft);
  expect(out).toMatch(/spare: the new release looks so by itself/);
  expect(code).toBe(1);
});

test('compare says where two things differ and what may be why', async () => {
  const { out, code } = await yelto('compare', 'demo/r14/catalogue', 'demo/r14/tool', '--at', '.ll-badge');
  expect(out).toMatch(/font-size\s+1\s+0.8125rem[^]*theme.css:98:3[^]*14px/);
  expect(out).toMatch(/the first is in <article>/);
  expect(code).toBe(1);
  const same = await yelto('compare', 'demo/r14/tool', 'demo/r14-again/tool', '--at', '.ll-badge');
  expect(same).toMatchObject({ code: 0, out: expect.stringContaining('They look alike.') });
  const two = await yelto(
    'compare',
    'demo/r14/catalogue',
    '--at',
    '.ll-badge--free',
    '--with',
    '.ll-badge--out',
  );
  expect(two.out).toMatch(/only the first has the class "ll-badge--free"|is spelled/);
  expect((await yelto('compare', 'demo/r14/tool', '--at', 'h1')).err).toContain('only one thing');
});

describe('on the live site', () => {
  let site: Plinthwork;
  beforeAll(async () => {
    site = await startPlinthwork();
  });
  afterAll(() => site.close());
  const catalogue = () => `${site.address}catalogue/index.html`;

  test.each([
    ['last', 'after'],
    ['early', 'before'],
  ])(
    'what a panel of the layout %s takes has arrived, or it is said at which step not',
    async (panel, place) => {
      site.store.set({ panel, css: '' });
      const ask = async () =>
        confirm(await openPage(catalogue()), rules).map(({ question, ok }) => [question, ok]);
      expect(await ask()).toEqual([['is the sheet loaded', false]]);
      site.store.set({ css: rules.replace('50ch', '40ch') });
      expect(await ask()).toEqual([
        ['is the sheet loaded', true],
        ['is it the new text', false],
      ]);
      site.store.set({ css: rules });
      const answers = await ask();
      expect(answers.slice(0, 3).every(([, ok]) => ok)).toBe(true);
      // As strong as the platform's rule is enough behind its sheets, not before them.
      expect(answers[3]).toEqual(['does each declaration win', place === 'after']);
    },
  );

  test('confirm as a command, and a panel that prefixes selectors', async () => {
    site.store.set({ panel: 'inside', css: rules });
    const { out, code } = await yelto('confirm', catalogue(), '--draft', draft);
    expect(out).toMatch(/yes\s+Is the sheet loaded\?[^]*It has arrived/);
    expect(code).toBe(0);
    site.store.set({ css: 'p { top: 0 }' });
    expect(await yelto('confirm', catalogue(), '--draft', draft)).toMatchObject({ code: 1 });
  });

  test('capture saves the page after its scripts ran, and is read like the live one', async () => {
    site.store.set({ panel: 'last', css: rules });
    const to = folder.file('captured');
    const { out, code } = await yelto('capture', catalogue(), '--to', to);
    expect(out).toMatch(/after its scripts ran[^]*missing[^]*season\.css/);
    expect(code).toBe(1);
    const [saved, live] = [await openPage(to), await openPage(catalogue())];
    const outline = ({ sheets }: typeof live) => sheets.map(({ label, status, css }) => [label, status, css]);
    expect(outline(saved)).toEqual(outline(live));
    expect(confirm(saved, rules).every(({ ok }) => ok)).toBe(true);
    writeFileSync(folder.file('full'), '');
    expect((await yelto('capture', 'no-address', '--to', to)).err).toContain('is no address');
    expect((await yelto('capture', catalogue(), '--to', 'demo')).err).toContain('is not empty');
  });

  test('the bookmark saves a page of itself', async () => {
    const { out } = await yelto('capture', '--bookmark');
    expect(out.length).toBeLessThan(10_000);
    const browser = await startEngine();
    const tab = await browser.newPage();
    await tab.goto(catalogue());
    const [download] = await Promise.all([
      tab.waitForEvent('download'),
      tab.evaluate(decodeURIComponent(out.replace('javascript:', ''))),
    ]);
    const file = folder.file('index.capture.json');
    await download.saveAs(file);
    await browser.close();
    const page = await openPage(file);
    const live = await openPage(catalogue());
    expect(page.sheets.map(({ css }) => css)).toEqual(live.sheets.map(({ css }) => css));
    expect(page.elements.length).toBe(live.elements.length);
    writeFileSync(folder.file('odd.json'), readFileSync(file, 'utf8').slice(0, 90));
    expect((await yelto('survey', folder.file('odd.json'))).err).toContain('is no capture');
  });
});
