// What is said of names and pages: what a page is made of, where things are mentioned, and states that the sheets alone tell.
import { findMentions, summarise, toggledStates } from 'yelto';
import { openPage } from 'yelto/node';
import { temporaryFolder, yelto } from './support/cli.js';

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
    expect(out).toMatch(
      /Colours, 8 of \d+ \(--all lists the rest\):[^]*Variables:[^]*set by Design › Colours › Accent[^]*steady/,
    );
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
