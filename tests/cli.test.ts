import { chmodSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { temporaryFolder, yelto } from './support/cli.js';

const tool = 'demo/r14/tool';
const catalogue = 'demo/r14/catalogue';
let folder: ReturnType<typeof temporaryFolder>;
beforeEach(() => {
  folder = temporaryFolder();
});
afterEach(() => folder.remove());

describe('the job on the demo site', () => {
  test('survey lists sheets in load order and says what is missing', async () => {
    const { code, out } = await yelto('survey', catalogue);
    expect(code).toBe(1);
    const order = [
      'reset.css',
      'fonts.css',
      'theme.css',
      'loanlattice.min.css',
      'print.css',
      'season.css',
      '<style> 1',
    ].map((label) => out.indexOf(label));
    expect(order).toEqual([...order].sort((a, b) => a - b));
    expect(out).toMatch(/season\.css +missing/);
    expect(out).toContain('600px, 900px, 1200px');
  });

  test('why names the winner’s line in a minified sheet, the loser’s reason and the price', async () => {
    const { code, out } = await yelto('why', tool, '--text', 'Deposit', '--property', 'font-size');
    const css = readFileSync('demo/r14/assets/loanlattice.min.css', 'utf8');
    const column = css.indexOf('font-size', css.indexOf('.ll-tool .ll-deposit__label{')) + 1;
    expect(code).toBe(0);
    expect(out).toContain(`loanlattice.min.css:1:${column} says font-size: 13px`);
    expect(out).toContain('less specific: (0,1,0) against (0,2,0)');
    expect(out).toMatch(/To beat it: a rule of at least \(0,2,0\)/);
    expect(
      Math.max(
        ...out
          .split('\n')
          .filter((line) => !/^(Next|\(0)/.test(line))
          .map((line) => line.length),
      ),
    ).toBeLessThanOrEqual(80);
  });

  test('why sends a heading’s inline colour to the platform’s settings', async () => {
    const { out } = await yelto('why', catalogue, '--at', 'h1', '-p', 'color');
    expect(out).toMatch(/set on the element itself[^]*the\s+setting\s+Pages › Heading colour/);
  });

  test('hooks finds out by a second load which names are fleeting', async () => {
    const { out } = await yelto(
      'hooks',
      catalogue,
      '--at',
      '.pw-card',
      '--with',
      'demo/r14-again/catalogue',
      '--json',
    );
    const grades = Object.fromEntries(
      JSON.parse(out).hooks.map(({ selector, grade }: { selector: string; grade: string }) => [
        selector,
        grade,
      ]),
    );
    expect(grades['.pw-card']).toBe('steady');
    expect(
      Object.entries(grades)
        .filter(([selector]) => /^#ll-\w+-0$/.test(selector))
        .map(([, grade]) => grade),
    ).toEqual(['fleeting']);
  });

  test('write, prove and pack keep a draft that holds', async () => {
    const draft = folder.file('my.css');
    writeFileSync(draft, '/* mine */\n.pw-lead { margin: 0 }\n');
    const first = await yelto(
      'write',
      tool,
      '--text',
      'Deposit',
      '--set',
      'font-size: 18px',
      '--panel',
      'plinthwork',
      '--draft',
      draft,
    );
    expect(first.out).toContain('.ll-deposit .ll-deposit__label {\n  font-size: 18px;\n}');
    expect(first.code).toBe(0);
    await yelto(
      'write',
      tool,
      '--text',
      'Deposit',
      '--set',
      'font-size: 20px',
      '--set',
      'color: #333',
      '--panel',
      'plinthwork',
      '--draft',
      draft,
    );
    const text = readFileSync(draft, 'utf8');
    expect(text).toBe(
      '/* mine */\n.pw-lead { margin: 0 }\n\n.ll-deposit .ll-deposit__label {\n  font-size: 20px;\n  color: #333;\n}\n',
    );
    const proof = await yelto('prove', tool, catalogue, '--draft', draft);
    expect(proof.out).toContain('Every declaration takes effect.');
    expect(proof.code).toBe(0);
    const packed = await yelto('pack', draft, '--panel', 'plinthwork');
    expect(packed.out).not.toContain('mine');
    expect(packed.err).toContain('left out 1 comment');
  });

  test('write beats an important declaration by importance and says so', async () => {
    const { out } = await yelto(
      'write',
      catalogue,
      '--at',
      '.ll-signup',
      '--hide',
      '--panel',
      'plain',
      '--json',
    );
    const { css, important, spill, schema } = JSON.parse(out);
    expect(css).toBe('.ll-signup {\n  display: none !important;\n}\n');
    expect([important, spill, schema]).toEqual([['display'], [], 1]);
  });

  test('write for a scripted state carries the state and beats the id in it', async () => {
    const draft = folder.file('my.css');
    const state = '.ll-dues__row.is-under-pointer';
    await yelto(
      'write',
      catalogue,
      '--at',
      '.ll-dues__cell',
      '--reach',
      'alike',
      '--while',
      state,
      '--set',
      'background-color: #fff3c4',
      '--draft',
      draft,
    );
    expect(readFileSync(draft, 'utf8')).toMatch(
      /^#ll-dues \.ll-dues__row\.is-under-pointer \.ll-dues__cell \{/,
    );
    const { code, out } = await yelto('prove', catalogue, '--draft', draft);
    expect([code, out]).toEqual([0, expect.stringContaining('wins')]);
  });

  test('prove tells each way of falling short, with a remedy', async () => {
    const draft = folder.file('my.css');
    writeFileSync(
      draft,
      [
        '.ll-deposit__label { font-size: 18px }',
        '.pw-photo { width: 300px }',
        '#ll-badge { color: red }',
        '.ll-badge { colour: red; color: #zzz }',
        '.ll-signup { display: none }',
        '.pw-lead { margin-bottom: 24px }',
      ].join('\n'),
    );
    const { code, out } = await yelto('prove', tool, '--draft', draft, '--json');
    const told = JSON.parse(out).verdicts.map(
      ({ outcome, remedy = '' }: { outcome: string; remedy: string }) => [outcome, remedy],
    );
    expect(code).toBe(1);
    expect(told).toEqual([
      ['loses', 'Write: .ll-deposit .ll-deposit__label { font-size: 18px; }'],
      ['no-effect', 'Add display: inline-block to the same rule.'],
      ['matches-nothing', 'Write .ll-badge (matches 1 element).'],
      ['invalid', 'Did you mean color?'],
      ['invalid', ''],
      ['loses', 'Write: .ll-signup { display: none !important; }'],
      ['matches-nothing', expect.any(String)],
    ]);
  });

  test('prove finds the width below which a rule loses', async () => {
    const draft = folder.file('my.css');
    writeFileSync(draft, '.ll-tool .ll-deposit__label { font-size: 18px }');
    const { out } = await yelto('prove', tool, '--draft', draft, '--panel', 'early');
    expect(out).toContain('loses');
    writeFileSync(
      draft,
      '.pw-heading { font-size: 3rem }\n@media (min-width: 700px) { .pw-main .pw-lead { color: red } }',
    );
    const { out: fine } = await yelto('prove', tool.replace('tool', 'catalogue'), '--draft', draft);
    expect(fine).toContain('Every declaration takes effect.');
  });

  test('demo walks through the whole job', async () => {
    const { code, out } = await yelto('demo');
    expect(code).toBe(0);
    for (const command of ['survey', 'why', 'hooks', 'write', 'prove', 'pack'])
      expect(out).toContain(`$ yelto ${command}`);
    expect(out).toContain('Every declaration takes effect.');
  });
});

describe('bad input is answered with what, where and what to do', () => {
  const complaints: [string, string[], RegExp][] = [
    ['a missing file', ['survey', 'nowhere.html'], /no file or folder "nowhere\.html"[^]*looked for at/],
    ['a folder without pages', ['survey', 'demo'], /holds no index\.html/],
    [
      'an address that does not answer',
      ['survey', 'http://127.0.0.1:9/'],
      /does not answer[^]*Check the address/,
    ],
    ['an unknown selector', ['why', tool, '--at', '.a:hoover'], /:hoover[^]*Did you mean :hover/],
    ['a broken selector', ['why', tool, '--at', '.a >'], /not valid/],
    [
      'a target that matches nothing',
      ['why', tool, '--at', '.ll-deposit__lable'],
      /Did you mean \.ll-deposit__label/,
    ],
    ['words that are nowhere', ['why', tool, '--text', 'Lawn mower'], /No text on/],
    ['no target', ['why', tool], /Use --at/],
    [
      'an unknown property',
      ['write', tool, '--at', 'h1', '--set', 'font-colour: red'],
      /no property "font-colour"/,
    ],
    [
      'an invalid value',
      ['write', tool, '--at', 'h1', '--set', 'font-size: 18'],
      /needs its unit, as in 18px/,
    ],
    ['a wish that is no declaration', ['write', tool, '--at', 'h1', '--set', 'red'], /not a declaration/],
    [
      'a shorthand’s name misspelled',
      ['why', tool, '--at', 'h1', '-p', 'bakground'],
      /Did you mean background/,
    ],
    ['an unknown panel', ['pack', 'demo/r14/assets/theme.css', '--panel', 'mine'], /plinthwork:/],
    ['a missing draft', ['prove', tool, '--draft', 'no.css'], /there is no such file/],
    ['an unknown command', ['lint'], /unknown command/],
    ['a state that is none', ['why', tool, '--at', 'h1', '--hold', '.x'], /names no state/],
    ['a width that is no number', ['why', tool, '--at', 'h1', '--width', 'wide'], /CSS px/],
  ];
  test.each(complaints)('%s', async (_, args, words) => {
    const { code, out, err } = await yelto(...args);
    expect(err).toMatch(words);
    expect(err).not.toMatch(/ {4}at /);
    expect([code, out]).toEqual([2, '']);
  });

  test('a draft that cannot be written stays as it was', async () => {
    const inTheWay = folder.file('file');
    writeFileSync(inTheWay, 'kept');
    const { code, err } = await yelto(
      'write',
      tool,
      '--at',
      'h1',
      '--set',
      'margin: 0',
      '--draft',
      `${inTheWay}/my.css`,
    );
    expect([code, readFileSync(inTheWay, 'utf8')]).toEqual([2, 'kept']);
    expect(err).toContain('a part of its path is a file');
    const closed = folder.file('closed');
    mkdirSync(closed);
    chmodSync(closed, 0o500);
    const { code: second } = await yelto(
      'write',
      tool,
      '--at',
      'h1',
      '--set',
      'margin: 0',
      '--draft',
      folder.path,
    );
    expect(second).toBe(2);
  });

  test('pages over HTTP: 404, a missing sheet, and a sheet that is there', async () => {
    const server = createServer((request, response) => {
      if (request.url === '/')
        response.end(
          '<!DOCTYPE html><link rel=stylesheet href=a.css><link rel=stylesheet href=/no.css><p class=x>words',
        );
      else if (request.url === '/a.css') response.end('.x { color: red }');
      else response.writeHead(404).end('no');
    });
    await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
    const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
    try {
      const gone = await yelto('survey', `${address}gone`);
      expect([gone.code, gone.err]).toEqual([2, expect.stringMatching(/answered 404/)]);
      const why = await yelto('why', address, '--text', 'words', '-p', 'color');
      expect(why.out).toContain('a.css:1:6 says color: red');
      const survey = await yelto('survey', address);
      expect([survey.code, survey.out]).toEqual([1, expect.stringMatching(/no\.css +missing/)]);
    } finally {
      server.close();
    }
  });

  test('broken markup and sheets are reported, and the rest is used', async () => {
    writeFileSync(
      folder.file('index.html'),
      '<!DOCTYPE html><style>.a { color: red } .b { color: blue; .c { color: </style><div class=a><b>bold<p class=b>text',
    );
    const { code, out } = await yelto('survey', folder.path);
    expect(code).toBe(0);
    expect(out).toMatch(/<div> is never closed/);
    expect(out).toMatch(/<style> 1:1:\d+ the block that begins here is never closed/);
    const why = await yelto('why', folder.path, '--at', '.b', '-p', 'color');
    expect(why.out).toContain('color: blue');
    const empty = folder.file('empty.html');
    writeFileSync(empty, '');
    expect(await yelto('survey', empty)).toMatchObject({
      code: 2,
      err: expect.stringContaining('holds nothing'),
    });
    writeFileSync(folder.file('picture.html'), Buffer.from([0x89, 0, 1, 2]));
    expect((await yelto('survey', folder.file('picture.html'))).err).toContain('binary data');
  });

  test('a page of 5 MB is read', async () => {
    const row = '<div class="card"><p class="title">Ladder</p><a href="/x/">more</a></div>\n';
    writeFileSync(
      folder.file('index.html'),
      `<!DOCTYPE html><style>.card .title { color: red }</style>${row.repeat(Math.ceil(5_000_000 / row.length))}<p id="last">end</p>`,
    );
    const { code, out } = await yelto('why', folder.path, '--at', '#last', '--json');
    expect([code, JSON.parse(out).target.id]).toEqual([0, 'last']);
  });
});
