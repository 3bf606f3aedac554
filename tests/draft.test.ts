// The draft behind a room: whatever happens to its file, its server or its disk, no change is lost and each trouble is said.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { chmodSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import fc from 'fast-check';
import { parsePage } from 'yelto';
import { joinTexts } from '../dist/node/room/join-texts.js';
import { openRoom, type FittingRoom } from 'yelto/node';
import { temporaryFolder } from './support/cli.js';
import { startEngine } from './support/engine.js';
import { seed } from './support/judging.js';
import { link } from './support/room-link.js';
import { readDraft, until } from './support/room.js';

const folder = temporaryFolder();
afterAll(folder.remove);

describe('no change is lost', () => {
  test('changes in other lines are joined, changes in the same line are asked about', async () => {
    const draft = folder.file('joined.css');
    writeFileSync(draft, 'a {}\nb {}\nc {}\n');
    const room = await openRoom({ where: 'demo/r14/tool', draft });
    const { tell, socket } = await link(room);
    const base = 'a {}\nb {}\nc {}\n';
    writeFileSync(draft, 'a { top: 1px }\nb {}\nc {}\n');
    expect(await tell({ kind: 'save', base, text: 'a {}\nb {}\nc { left: 2px }\n' })).toMatchObject({
      kind: 'saved',
    });
    expect(readDraft(draft)).toBe('a { top: 1px }\nb {}\nc { left: 2px }\n');
    const mine = 'a { top: 9px }\nb {}\nc {}\n';
    expect(await tell({ kind: 'save', base, text: mine })).toMatchObject({ kind: 'changed meanwhile' });
    expect(readDraft(draft)).toBe('a { top: 1px }\nb {}\nc { left: 2px }\n');
    expect(await tell({ kind: 'undo' })).toMatchObject({ text: 'a { top: 1px }\nb {}\nc {}\n' });
    socket.terminate();
    await room.close();
  });

  test('a server that is killed while it writes leaves a whole text, and the history', async () => {
    const draft = folder.file('killed.css');
    for (let round = 0; round < 4; round++) {
      const child = spawn(process.execPath, ['dist/cli/yelto.js', 'try', 'demo/r14/tool', '--draft', draft]);
      let out = '';
      child.stdout.on('data', (data) => (out += data));
      await until(() => /#token/.test(out), 'the room’s address');
      const address = /http:\S+/.exec(out)![0];
      const { socket } = await link({ address } as FittingRoom);
      let base = readDraft(draft);
      const whole = new Set([base]);
      for (let i = 0; i < 40; i++) {
        const text = `/* ${round}.${i} */\n${'p { top: 1px }\n'.repeat(2000)}/* end */\n`;
        whole.add(text);
        socket.send(JSON.stringify({ kind: 'save', id: i, base, text }));
        base = text;
      }
      await new Promise((next) => setTimeout(next, 20 + round * 35));
      child.kill('SIGKILL');
      await once(child, 'exit');
      socket.terminate();
      expect(whole.has(readDraft(draft))).toBe(true);
    }
    const room = await openRoom({ where: 'demo/r14/tool', draft });
    const { notices, socket } = await link(room);
    await until(() => notices.length > 0, 'the draft');
    expect(notices[0]).toMatchObject({ kind: 'draft', state: { text: readDraft(draft) } });
    socket.terminate();
    await room.close();
  });

  test('a history that cannot be read is put aside', async () => {
    const draft = folder.file('odd.css');
    writeFileSync(draft, 'p {}');
    writeFileSync(`${draft}.history.json`, '{ not json');
    const room = await openRoom({ where: 'demo/r14/tool', draft });
    expect(readDraft(`${draft}.history.json.unreadable`)).toBe('{ not json');
    expect(readDraft(draft)).toBe('p {}');
    await room.close();
  });
});

describe('two changes of one text', () => {
  const names = ['a', 'b', 'c', 'd', 'e', 'f'];
  const rule = (name: string, n: number) => `.${name} {\n  top: ${n}px;\n}`;
  const text = (rules: readonly (readonly [string, number])[]) =>
    rules.map(([name, n]) => rule(name, n)).join('\n');

  test(`in different rules are joined, however near they stand (SEED=${seed})`, () => {
    const change = fc.record({ at: fc.subarray(names, { minLength: 1 }), added: fc.subarray(['g', 'h']) });
    fc.assert(
      fc.property(change, change, (mine, theirs) => {
        const base = text(names.map((name) => [name, 1]));
        const changed = ({ at, added }: typeof mine, taken: readonly string[], n: number, mark: string) =>
          text([
            ...names.map((name) => [name, at.includes(name) && !taken.includes(name) ? n : 1] as const),
            ...added.map((name) => [mark + name, n] as const),
          ]);
        const joined = joinTexts(base, changed(mine, [], 2, 'm'), changed(theirs, mine.at, 3, 't'));
        expect(joined).toBeDefined();
        // Read as a browser would: each rule is there once, as whoever changed it has it.
        const [{ css }] = parsePage({ name: 'x', html: `<style>${joined}</style>` }).sheets;
        const got = new Map(
          [...css.matchAll(/\.(\w+) \{\s*top: (\d)px;\s*\}/g)].map(([, name, n]) => [name, Number(n)]),
        );
        const wanted = new Map<string, number>(
          names.map((name) => [name, mine.at.includes(name) ? 2 : theirs.at.includes(name) ? 3 : 1]),
        );
        for (const name of mine.added) wanted.set(`m${name}`, 2);
        for (const name of theirs.added) wanted.set(`t${name}`, 3);
        expect(Object.fromEntries([...got].sort())).toEqual(Object.fromEntries([...wanted].sort()));
        expect(css.split('{')).toHaveLength(wanted.size + 1);
      }),
      { seed, numRuns: 300 },
    );
  });

  test.each<[string, string, string, string]>([
    ['the same line', 'a {}', 'a { top: 0 }', 'a { left: 0 }'],
    ['one takes away what the other changes', 'a {\n top: 0;\n}\n', '', 'a {\n top: 1px;\n}\n'],
    ['half a rule beside another', '', 'a {', 'b { top: 0 }'],
  ])('%s is asked about', (_, base, mine, theirs) => {
    expect(joinTexts(base, mine, theirs)).toBeUndefined();
  });

  test('what both wrote alike is there once', () => {
    expect(joinTexts('a {}\n', 'a {}\nb {}\n', 'a {}\nb {}\n')).toBe('a {}\nb {}\n');
    expect(joinTexts('a {}', 'a {}', 'c {}')).toBe('c {}');
  });
});

describe('trouble with the file is said, and the text kept', () => {
  test('a file that is marked as read-only', async () => {
    const draft = folder.file('read-only.css');
    writeFileSync(draft, 'a {}\n');
    chmodSync(draft, 0o444);
    const room = await openRoom({ where: 'demo/r14/tool', draft });
    const { tell, socket } = await link(room);
    const save = { kind: 'save', base: 'a {}\n', text: 'a { top: 0 }\n' };
    expect(await tell(save)).toMatchObject({
      kind: 'failed',
      message: expect.stringContaining('marked as read-only'),
      remedy: expect.stringContaining('kept in this tab'),
    });
    expect(readDraft(draft)).toBe('a {}\n');
    chmodSync(draft, 0o644);
    expect(await tell(save)).toMatchObject({ kind: 'saved', state: { trouble: '', canUndo: true } });
    expect(await tell({ kind: 'undo' })).toMatchObject({ text: 'a {}\n' });
    socket.terminate();
    await room.close();
  });

  test('a file, and a folder, that is deleted meanwhile', async () => {
    mkdirSync(folder.file('gone'));
    const draft = folder.file('gone/my.css');
    writeFileSync(draft, 'a {}\n');
    const room = await openRoom({ where: 'demo/r14/tool', draft });
    const { tell, notices, socket } = await link(room);
    rmSync(folder.file('gone'), { recursive: true });
    const last = () => notices.filter((one) => one.kind === 'draft').at(-1)?.state;
    await until(() => last()?.trouble !== '', 'the trouble');
    expect(last()).toMatchObject({
      text: 'a {}\n',
      trouble: expect.stringMatching(/deleted or moved[^]*kept here/),
    });
    expect(await tell({ kind: 'save', base: 'a {}\n', text: 'a { top: 0 }\n' })).toMatchObject({
      kind: 'saved',
      state: { trouble: '' },
    });
    expect(readDraft(draft)).toBe('a { top: 0 }\n');
    socket.terminate();
    await room.close();
  });

  test('a disk that takes no more', async () => {
    const draft = folder.file('full.css');
    writeFileSync(draft, 'a {}\n');
    // A disk that refuses whatever is larger than 8 kB, as a full one refuses all.
    const full = `import fs from 'node:fs'; const { write } = fs;
      fs.write = (fd, what, ...rest) => what.length > 8000 ? rest.at(-1)(Object.assign(new Error('no space'), { code: 'ENOSPC' })) : write(fd, what, ...rest);`;
    const child = spawn(process.execPath, [
      '--import',
      `data:text/javascript,${encodeURIComponent(full)}`,
      ...['dist/cli/yelto.js', 'try', 'demo/r14/tool', '--draft', draft],
    ]);
    let out = '';
    child.stdout.on('data', (data) => (out += data));
    await until(() => /#token/.test(out), 'the room’s address');
    const { tell, socket } = await link({ address: /http:\S+/.exec(out)![0] });
    const text = `a {}\n${'p { top: 1px }\n'.repeat(2000)}`;
    expect(await tell({ kind: 'save', base: 'a {}\n', text })).toMatchObject({
      kind: 'failed',
      message: expect.stringMatching(/cannot be written: the disk is full/),
    });
    expect(readDraft(draft)).toBe('a {}\n');
    expect(await tell({ kind: 'save', base: 'a {}\n', text: 'a { top: 0 }\n' })).toMatchObject({
      kind: 'saved',
    });
    child.kill();
    await once(child, 'exit');
    socket.terminate();
  });
});

test('what is typed while the server is away is saved when it answers again; two rooms join what they type', async () => {
  const draft = folder.file('away.css');
  writeFileSync(draft, '.a { top: 1px }\n.b { top: 1px }\n');
  const room = await openRoom({ where: 'demo/r14/tool', draft });
  const browser = await startEngine();
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 1000 } });
    const open = async () => {
      const tab = await context.newPage();
      let isAway = false;
      const sockets: { close: () => Promise<void> }[] = [];
      await tab.routeWebSocket(/\/link/, (socket) => {
        if (isAway) return void socket.close();
        socket.connectToServer();
        sockets.push(socket);
      });
      await tab.goto(room.address);
      await tab.getByText(/\d+ elements read/).waitFor();
      await tab.getByRole('button', { name: /Does your draft hold/ }).click();
      const lines = tab.locator('.cm-line');
      return {
        tab,
        async away(on: boolean) {
          isAway = on;
          if (on) for (const one of sockets.splice(0)) await one.close();
        },
        async type(line: number, words: string) {
          await lines.nth(line).click();
          await tab.keyboard.press('End');
          await tab.keyboard.type(words);
        },
      };
    };
    const [one, two] = [await open(), await open()];
    await one.away(true);
    await one.tab.getByText('does not answer').waitFor();
    await one.type(0, ' .c { left: 2px }');
    await two.type(1, ' .d { left: 3px }');
    await until(() => readDraft(draft).includes('.d { left: 3px }'), 'the other room’s rule');
    expect(readDraft(draft)).not.toContain('.c');
    await one.away(false);
    await until(
      () => readDraft(draft).includes('.c { left: 2px }'),
      'what was typed while the server was away',
    );
    expect(readDraft(draft)).toContain('.d { left: 3px }');
    await until(
      async () => (await two.tab.locator('.cm-content').innerText()).includes('.c { left: 2px }'),
      'the rule in the other room',
    );
  } finally {
    await browser.close();
    await room.close();
  }
});
