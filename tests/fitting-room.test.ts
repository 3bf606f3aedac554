// The fitting room as the owner of the demo site uses it, in a real browser, on the site that Plinthwork serves.
import { writeFileSync } from 'node:fs';
import type { Browser, FrameLocator, Page as Tab } from 'playwright-core';
import { startEngine } from './support/engine.js';
import { openDemoRoom, until, type OpenedRoom, readDraft } from './support/room.js';

let browser: Browser;
let opened: OpenedRoom;
let tab: Tab;
let site: FrameLocator;
const faults: string[] = [];

beforeAll(async () => {
  browser = await startEngine();
});
afterAll(() => browser.close());
beforeEach(() => {
  faults.length = 0;
});
afterEach(async () => {
  await tab.context().close();
  await opened.close();
  expect(faults).toEqual([]);
});

async function enter(page?: string): Promise<void> {
  opened = await openDemoRoom(page);
  tab = await openTab();
}

async function openTab(): Promise<Tab> {
  const fresh = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  fresh.on('pageerror', (error) => faults.push(error.message));
  await fresh.goto(opened.room.address);
  await fresh.getByText(/\d+ elements read/).waitFor();
  site = fresh.frameLocator('iframe.stage');
  return fresh;
}

async function pointAt(selector: string): Promise<void> {
  await tab.getByRole('button', { name: 'Point at something on the page' }).click();
  await site.locator(selector).first().click();
  await tab.locator('.rung[aria-pressed=true]').first().waitFor();
}

const ask = (question: RegExp | string) => tab.getByRole('button', { name: question }).click();
const draftText = () => readDraft(opened.draft);
const computed = (selector: string, property: string, pseudo: string | null = null) =>
  site
    .locator(selector)
    .first()
    .evaluate((element, [name, part]) => getComputedStyle(element, part).getPropertyValue(name!), [
      property,
      pseudo,
    ] as const);

async function change(property: string, value: string): Promise<void> {
  await ask('What should it be?');
  await tab.getByLabel('Property').fill(property);
  await tab.getByLabel('Value').fill(value);
  await tab.locator('code.mantine-Code-root, pre.mantine-Code-root').first().waitFor();
}

async function keep(): Promise<void> {
  await ask('Put it into the draft');
  await tab.getByText('wins', { exact: true }).first().waitFor();
}

test('point, understand, change live, prove, reload, paste, and it has arrived', async () => {
  await enter('tool/index.html');
  await pointAt('.ll-deposit__label');
  await ask(/What governs span.ll-deposit__label/);
  await tab.getByRole('button', { name: /^font-size is 13px/ }).click();
  await tab.getByText('less specific: (0,1,0) against (0,2,0)').waitFor();
  await tab.getByRole('button', { name: 'Change font-size' }).click();
  await tab.getByLabel('Value').fill('22px');
  await until(
    async () => (await computed('.ll-deposit__label', 'font-size')) === '22px',
    'the change on the page',
  );
  await keep();
  await until(() => draftText().includes('font-size: 22px'), 'the change in the file');
  await tab.reload();
  await tab.getByText(/\d+ elements read/).waitFor();
  await until(
    async () => (await computed('.ll-deposit__label', 'font-size')) === '22px',
    'the change after a reload',
  );
  await ask('Paste it');
  await tab.getByText(/characters of 2000/).waitFor();
  await tab.getByLabel('What stands in the panel now').fill('.pw-lead { margin: 0 }');
  await tab.getByText('.pw-lead {').first().waitFor();
  await ask('Copy for the panel');
  await tab.getByText(/What stood in the panel is kept in .*panel-.*\.css/).waitFor();
  await ask('Pasted. Has it arrived?');
  await tab.getByText('No: is the sheet loaded?').waitFor();
  opened.site.store.set({ css: draftText() });
  await ask('Pasted. Has it arrived?');
  await tab.getByText('Yes: does each declaration win?').waitFor();
});

test('step inwards to a mark that cannot be pressed, for all of its kind', async () => {
  await enter();
  await pointAt('.ll-badge--out');
  await tab
    .getByRole('button', { name: /^::before of span\.ll-badge/ })
    .first()
    .click();
  await change('background-color', 'rgb(0, 90, 160)');
  await tab.getByText('all 2 with ll-badge--out').click();
  await tab.getByText(/2 things and nothing else/).waitFor();
  await keep();
  await until(
    async () => (await computed('.ll-badge--out', 'background-color', '::before')) === 'rgb(0, 90, 160)',
    'the mark in its new colour',
  );
  expect(await computed('.ll-badge--free', 'background-color', '::before')).toBe('rgb(46, 125, 50)');
});

test('a state that a script takes away is kept on, and the rule is for it alone', async () => {
  await enter();
  await pointAt('.ll-dues__cell');
  await ask(/In which state/);
  await tab.getByRole('button', { name: /\.is-under-pointer on tr/ }).click();
  await until(
    async () => (await computed('.ll-dues__cell', 'background-color')) === 'rgb(255, 210, 31)',
    'the state',
  );
  await change('background-color', 'rgb(255, 243, 196)');
  await tab.getByText(/all 12 td\.ll-dues__cell/).click();
  await tab.getByText(/12 things and nothing else/).waitFor();
  await keep();
  expect(draftText()).toMatch(/\.ll-dues__row\.is-under-pointer .*\.ll-dues__cell/);
  await until(
    async () => (await computed('.ll-dues__cell', 'background-color')) === 'rgb(255, 243, 196)',
    'the new colour',
  );
  // Let go, it looks as before.
  await ask(/In which state/);
  await tab.locator('.states .rung[aria-pressed=true]').click();
  await until(
    async () => (await computed('.ll-dues__cell', 'background-color')) === 'rgb(255, 255, 255)',
    'the plain row',
  );
});

test('the sign-up bar goes, the heading is a setting, the photo’s width does nothing, the green is a variable', async () => {
  await enter('tool/index.html');
  await pointAt('.ll-signup__text');
  await tab.getByRole('button', { name: /^div#ll-signup/ }).click();
  await change('display', 'none');
  await tab.getByText(/by importance, as nothing less can/).waitFor();
  await keep();
  await until(async () => (await computed('.ll-signup', 'display')) === 'none', 'no bar');
  await pointAt('h1');
  await change('color', 'navy');
  await tab.getByText(/look for the setting first/).waitFor();
  await pointAt('.pw-photo__image');
  await tab.getByRole('button', { name: /^span\.pw-photo/ }).click();
  await change('width', '300px');
  await tab.getByText(/has no effect: the box is inline/).waitFor();
  await pointAt('.ll-reserve');
  await change('background', '#2c6e49');
  await tab.getByText(/comes from the variable --pw-accent/).waitFor();
  await pointAt('.ll-deposit__label');
  await change('font-size', '19px');
  await keep();
  await until(() => draftText().includes('19px'), 'both rules in the file');
  // Wherever the panel loads it, it arrives and wins.
  for (const panel of ['last', 'early']) {
    opened.site.store.set({ panel, css: draftText() });
    await ask('Paste it');
    await ask('Pasted. Has it arrived?');
    await tab.getByText('Yes: does each declaration win?').waitFor();
    await ask(/Does your draft hold/);
  }
  // Opened again on the page that now holds it, the draft is still judged for itself.
  await tab.reload();
  await tab.getByText(/\d+ elements read/).waitFor();
  await ask(/Does your draft hold/);
  await tab.getByText(/custom\.css holds this draft already/).waitFor();
  await tab.getByText(/Does your draft hold\? \(all \d+ do\)/).waitFor();
});

test('climbing while pointing, what if, before and after, switching off', async () => {
  await enter();
  await tab.getByRole('button', { name: 'Point at something on the page' }).click();
  await site.locator('.pw-card__title a').first().hover();
  await tab.waitForTimeout(100);
  await tab.keyboard.press('ArrowUp');
  await tab.keyboard.press('ArrowUp');
  await tab.waitForTimeout(150);
  await tab.keyboard.press('Enter');
  await tab.locator('.rung[aria-pressed=true]', { hasText: /^article.*\.pw-card/ }).waitFor();
  await change('background', 'rgb(200, 255, 200)');
  await keep();
  await tab.getByRole('button', { name: 'Switch off' }).first().click();
  await until(
    async () => (await computed('.pw-card', 'background-color')) === 'rgb(255, 255, 255)',
    'the old colour',
  );
  // The page shows it at once; the file follows.
  await until(
    () => draftText().includes('/* off: background-color: rgb(200, 255, 200); */'),
    'the declaration in a comment',
  );
  await tab.getByRole('button', { name: 'Switch on' }).click();
  await until(
    async () => (await computed('.pw-card', 'background-color')) === 'rgb(200, 255, 200)',
    'the new colour',
  );
  await ask('Before and after');
  const earlier = tab.frameLocator('iframe.earlier');
  // That page loads by itself, sheets last.
  const earlierColour = () =>
    earlier
      .locator('.pw-card')
      .first()
      .evaluate((card) => getComputedStyle(card).backgroundColor);
  await until(async () => (await earlierColour()) === 'rgb(255, 255, 255)', 'the card as it was');
  await ask('End the comparison');
  const cards = () => site.locator('.pw-card').count();
  const before = await cards();
  await ask('What if…');
  await ask('there were one more of it');
  await until(async () => (await cards()) === before + 1, 'one more card');
  await ask('Back to the page as it is');
  await until(async () => (await cards()) === before, 'the cards as they were');
  expect(draftText()).not.toContain('more');
});

test('a page with a strict content policy can be tried on', async () => {
  await enter('tool/index.html?strict');
  await pointAt('.ll-deposit__label');
  await change('font-size', '23px');
  await until(
    async () => (await computed('.ll-deposit__label', 'font-size')) === '23px',
    'the change on the page',
  );
});

test('a bad value is said while typing, and a typed rule that loses is told with its remedy', async () => {
  await enter('tool/index.html');
  await pointAt('.ll-deposit__label');
  await ask('What should it be?');
  await tab.getByLabel('Property').fill('font-size');
  await tab.getByLabel('Value').fill('18');
  await tab.getByText(/A length needs its unit, as in 18px/).waitFor();
  await tab.getByLabel('Value').fill('18px');
  await tab.getByLabel('Value').press('Shift+ArrowUp');
  expect(await tab.getByLabel('Value').inputValue()).toBe('28px');
  await ask(/Does your draft hold/);
  await tab.getByRole('textbox', { name: 'Your draft' }).click();
  await tab.keyboard.type('.ll-deposit__label { font-size: 18px;');
  await tab.getByText('loses', { exact: true }).waitFor();
  await tab.getByText(/Write: \.ll-deposit/).waitFor();
});

test('found by words with the keyboard alone, and seen at every width', async () => {
  await enter('tool/index.html');
  await tab.getByLabel('Or find it by words on the page').fill('reserve the press');
  await tab.getByRole('button', { name: /button\.ll-reserve/ }).focus();
  await tab.keyboard.press('Enter');
  await tab.locator('.rung[aria-pressed=true]').first().waitFor();
  await ask('And at other widths?');
  await tab.getByText('599 px: no draft yet').waitFor();
  expect(await tab.locator('.narrowed iframe').count()).toBeGreaterThan(3);
});

test.each([50, 350, 700])(
  'what is found by words is chosen, though the page was changed %i ms before',
  async (wait) => {
    await enter('tool/index.html');
    await tab.getByLabel('Or find it by words on the page').fill('reserve the press');
    await tab.getByRole('button', { name: /button\.ll-reserve/ }).focus();
    const reads = tab.getByText(/\d+ elements read/);
    const before = await reads.innerText();
    await site.locator('body').evaluate((body) => {
      const list = body.ownerDocument.createElement('ul');
      list.innerHTML = '<li>Another press</li>'.repeat(400);
      body.prepend(list);
    });
    // Before, within or behind the new reading.
    await tab.waitForTimeout(wait);
    await tab.keyboard.press('Enter');
    await until(async () => (await reads.innerText()) !== before, 'the page to be read anew');
    await tab.locator('.rung[aria-pressed=true]', { hasText: 'button.ll-reserve' }).waitFor();
  },
);

test('a question that is pressed is opened, though an answer above it grows meanwhile', async () => {
  await enter('tool/index.html');
  const question = tab.getByRole('button', { name: 'What if…' });
  await question.hover();
  await tab.mouse.down();
  await tab
    .locator('.notices')
    .evaluate((notices) =>
      notices.append(Object.assign(document.createElement('pre'), { textContent: '\n'.repeat(9) })),
    );
  await tab.mouse.up();
  await tab.getByRole('button', { name: 'What if…', expanded: true }).waitFor({ timeout: 5000 });
});

test('an editor and the room follow each other; undo works after a restart', async () => {
  await enter('tool/index.html');
  writeFileSync(opened.draft, 'h1 { color: rgb(1, 2, 3) !important }\n');
  await until(
    async () => (await computed('h1', 'color')) === 'rgb(1, 2, 3)',
    'the editor’s text on the page',
  );
  await ask(/Does your draft hold/);
  await tab.getByRole('textbox', { name: 'Your draft' }).click();
  await tab.keyboard.press('Control+End');
  await tab.keyboard.type('p {{} top: 1px }');
  await until(() => draftText().includes('top: 1px'), 'the typed text in the file');
  await tab.reload();
  await tab.getByText(/\d+ elements read/).waitFor();
  await ask(/Does your draft hold/);
  for (let i = 0; i < 30 && draftText() !== ''; i++) {
    const before = draftText();
    await tab.getByRole('button', { name: 'One step back' }).click();
    await until(() => draftText() !== before, 'the step back');
  }
  expect(draftText()).toBe('');
  await tab.getByRole('button', { name: 'One step on' }).click();
  await until(() => draftText().startsWith('h1 {'), 'the step on');
});

test('two rooms see each other and what the other writes', async () => {
  await enter('tool/index.html');
  const first = tab;
  const second = await openTab();
  await first.getByText('This draft is open in 2 rooms').waitFor();
  await second.getByText('This draft is open in 2 rooms').waitFor();
  await second.getByRole('button', { name: /Does your draft hold/ }).click();
  await second.getByRole('textbox', { name: 'Your draft' }).click();
  await second.keyboard.type('p {{}');
  await first.getByRole('button', { name: /Does your draft hold/ }).click();
  await first.getByText('p {').first().waitFor();
  await second.context().close();
  await first.getByText('This draft is open in 2 rooms').waitFor({ state: 'detached' });
});

test('the answers can be had for print, which the page beside does not show', async () => {
  await enter('catalogue/index.html');
  await pointAt('.pw-header a');
  await tab.getByRole('button', { name: /header\.pw-header/ }).click();
  await ask(/In which state/);
  await tab.getByRole('button', { name: 'in print' }).click();
  await tab.getByRole('button', { name: 'In which state? (in print)' }).waitFor();
  await ask(/What governs/);
  await tab
    .getByText(/print\.css/)
    .first()
    .waitFor();
  await ask(/In which state/);
  await tab.getByRole('button', { name: 'in print' }).and(tab.locator('[aria-pressed=true]')).click();
  await ask(/What governs/);
  expect(await tab.getByText(/print\.css/).count()).toBe(0);
});
