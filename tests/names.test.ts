// What is said of names and pages: grades of names on lists that nothing was trained on, what a page is made of,
// where things are mentioned, and states that the sheets alone tell.
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { findMentions, hooks, parsePage, summarise, toggledStates, type Grade } from 'yelto';
import { openPage } from 'yelto/node';
import { temporaryFolder, yelto } from './support/cli.js';

/** Grades of class names, asked as a person does: of an element that has them. */
function grades(names: readonly string[]): Map<string, Grade> {
  const css = names.map((name) => `.${CSS_escape(name)}`).join(',');
  const html = `<style>${css} { top: 0 }</style>${names.map((name) => `<i class="${name}"></i>`).join('')}`;
  const page = parsePage({ name: 'names', html });
  const found = page.select('i').map((element): [string, Grade] => {
    const own = hooks(page, element).find(({ kind, steps }) => kind === 'class' && steps === 0);
    return [element.classes[0], own!.grade];
  });
  return new Map(found);
}

const CSS_escape = (name: string) => name.replace(/[^\w-]/g, '\\$&').replace(/^(\d)/, '\\3$1 ');

const share = (all: Map<string, Grade>, is: (grade: Grade) => boolean) =>
  [...all.values()].filter(is).length / all.size;

/** As builds make them: digests of a file's and a rule's name in the usual alphabets. */
function hashedNames(): string[] {
  const words = ['card', 'navBar', 'listItem', 'media', 'footer-link', 'priceTag', 'overlay'];
  return Array.from({ length: 700 }, (_, i) => {
    const digest = createHash('sha256')
      .update(`src/${words[i % 7]}/${i}.css`)
      .digest();
    const base64 = digest.toString('base64url');
    const base36 = BigInt(`0x${digest.toString('hex')}`).toString(36);
    const word = words[(i * 3) % 7];
    return [
      `${word}_${words[i % 7]}__${base64.slice(0, 5)}`,
      `css-${base36.slice(0, 7)}`,
      `${word}-${digest.toString('hex').slice(0, 8)}`,
      `sc-${base64.replace(/[^a-z]/gi, '').slice(0, 6)}`,
      `_${word}_${base36.slice(3, 8)}_${i % 90}`,
      `svelte-${base36.slice(1, 8)}`,
      `${word}--${base64.slice(0, 6)}`,
    ][i % 7];
  });
}

/** As people write them, in sheets that the table of letters was not drawn from. */
function writtenNames(): string[] {
  const files = [
    'tabulator-tables/dist/css/tabulator.css',
    'uikit/dist/css/uikit.css',
    'swiper/swiper-bundle.css',
  ];
  const names = files.flatMap((file) => {
    const css = readFileSync(`node_modules/${file}`, 'utf8').replace(/\{[^{}]*\}|\/\*[^]*?\*\//g, '{}');
    return (css.match(/\.[a-z](?:[\w-])*/gi) ?? []).map((name) => name.slice(1));
  });
  return [...new Set(names)];
}

test('names that a build made up are told from names that people wrote', () => {
  const hashed = grades(hashedNames());
  const written = grades(writtenNames());
  expect([hashed.size >= 500, written.size >= 500]).toEqual([true, true]);
  expect(share(hashed, (grade) => grade === 'fleeting')).toBeGreaterThan(0.97);
  expect(share(written, (grade) => grade !== 'fleeting')).toBeGreaterThan(0.99);
});

describe('the demo site', () => {
  const folder = temporaryFolder();
  afterAll(folder.remove);

  test('what it is made of', async () => {
    const page = await openPage('demo/r14/catalogue');
    const { fonts, colours, variables, hooks: names } = summarise(page);
    expect(fonts.length).toBeGreaterThan(0);
    expect(colours[0].elements).toBeGreaterThanOrEqual(colours[1].elements);
    expect(variables.find(({ name }) => name === '--pw-accent')).toMatchObject({
      uses: 3,
      setting: 'Design › Colours › Accent',
    });
    expect(names.steady).toContain('.pw-card');
    expect(names.fleeting.some((name) => /^\.css-/.test(name))).toBe(true);
    const { out } = await yelto('survey', 'demo/r14/catalogue');
    expect(out).toMatch(/Colours:[^]*Variables:[^]*set by Design › Colours › Accent[^]*steady/);
  });

  test('where a name, a colour and a variable stand', async () => {
    const page = await openPage('demo/r14/catalogue');
    const kinds = (what: string) => findMentions(page, what).map(({ kind }) => kind);
    expect(kinds('--pw-accent')).toEqual(['variable read', 'variable read', 'variable read', 'variable set']);
    expect(kinds('rgb(255, 210, 31)')).toEqual(['colour']);
    expect(kinds('.ll-badge').filter((kind) => kind === 'markup')).toHaveLength(6);
    expect(kinds('padding-top').every((kind) => kind === 'property')).toBe(true);
    expect(kinds('no-such-thing')).toEqual([]);
    const { out, code } = await yelto('find', 'demo/r14/catalogue', '--pw-accent');
    expect([/\.ll-reserve\s+{\s+background/.test(out), code]).toEqual([true, 0]);
    expect((await yelto('find', 'demo/r14/catalogue', 'no-such-thing')).code).toBe(1);
  });

  test('which states would change a thing, from the sheets alone', async () => {
    const page = await openPage('demo/r14/catalogue');
    const [state] = toggledStates(page, page.select('.ll-dues__cell')[0]);
    expect([state.state, state.on.tag, state.changes.includes('background-color')]).toEqual([
      '.is-under-pointer',
      'tr',
      true,
    ]);
    const { out } = await yelto('why', 'demo/r14/catalogue', '--at', '.ll-dues__cell');
    expect(out).toContain('.is-under-pointer');
  });

  test('a proof for a code-review tool, and one to send', async () => {
    const { writeFileSync } = await import('node:fs');
    const draft = folder.file('my draft.css');
    writeFileSync(draft, '.ll-deposit__label { font-size: 18px }\n.nowhere { color: red<b> }\n');
    const sarif = await yelto('prove', 'demo/r14/tool', '--draft', draft, '--format', 'sarif');
    const { version, runs } = JSON.parse(sarif.out);
    expect([version, sarif.code]).toEqual(['2.1.0', 1]);
    const ids = runs[0].tool.driver.rules.map(({ id }: { id: string }) => id);
    for (const { ruleId, level, message, locations } of runs[0].results) {
      expect(ids).toContain(ruleId);
      expect(level).toMatch(/^(error|warning|note)$/);
      expect(message.text.length).toBeGreaterThan(10);
      expect(locations[0].physicalLocation.artifactLocation.uri).not.toContain(' ');
      expect(locations[0].physicalLocation.region.startLine).toBeGreaterThan(0);
    }
    const html = await yelto('prove', 'demo/r14/tool', '--draft', draft, '--format', 'html');
    expect(html.out).toMatch(/is beaten[^]*Write: \.ll-deposit/);
    expect(html.out).not.toContain('red<b>');
  });
});
