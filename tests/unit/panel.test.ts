// The panel's text, point by point; tests/pack.test.ts has an engine judge it on random texts.
import fc from 'fast-check';
import { addToDraft, pack, panelProfiles, readPanel, type PanelProfile } from 'yelto';
import { closed } from '../../dist/panel/close.js';
import { tightened, withoutAngles, withoutComments } from '../../dist/panel/rewrite.js';

const plain: PanelProfile = { name: 'plain', about: '', place: 'after' };
const packed = (draft: string, standing = '', panel: Partial<PanelProfile> = {}) =>
  pack(draft, { ...plain, ...panel }, standing).text;

test.each([
  ['.a { color: red', '.a { color: red}'],
  ['.a', '.a {}'],
  ['/* open', '/* open*/'],
  ['/* open *', '/* open */'],
  ['.a { content: "x', '.a { content: "x"}'],
  ['@import "x.css"', '@import "x.css";'],
  ['@media (min-width: 1px) { .a { top: 0', '@media (min-width: 1px) { .a { top: 0}}'],
  ['.a { background: url(x', '.a { background: url(x)}'],
  ['.a { color: r\\', '.a { color: r\\fffd }'],
  ['}', '} {}'],
  ['.a { top: 0 }', '.a { top: 0 }'],
  ['@layer a;', '@layer a;'],
])('%s is closed as a browser closes it', (open, shut) => {
  expect(closed(open)).toBe(shut);
});

test('what the text in the box leaves open does not swallow the draft', () => {
  expect(packed('.b { top: 0 }', '.a { color: red')).toBe('.a { color: red}\n\n.b { top: 0 }\n');
  expect(packed('.b { top: 0 }', '.a')).toBe('.a {}\n\n.b { top: 0 }\n');
});

test('nothing of either text is lost, and the order stays', () => {
  const standing =
    '@media (min-width: 1px) { .a { top: 0 } .b { left: 0 } }\n.c { width: 100vh; width: 100dvh }\n.d { color: red; .e { color: blue } }\n';
  const text = packed('.c { width: 3px }\n.c:hover { top: 1px }', standing);
  for (const piece of [
    '.b { left: 0 }',
    'width: 100vh; width: 100dvh',
    '.e { color: blue }',
    '.c { width: 3px }',
  ])
    expect(text).toContain(piece);
  expect(text.indexOf('100dvh')).toBeLessThan(text.indexOf('.c { width: 3px }'));
});

test('a rule that stands in both is kept once, where the draft has it', () => {
  const text = packed('.b { top: 1px }\n.a { color: red }', '.a{color:red}\n.c { top: 2px }');
  expect(text.match(/\.a/g)).toHaveLength(1);
  expect(text.indexOf('.c')).toBeLessThan(text.indexOf('.a'));
});

test('a layer that is named first keeps its place', () => {
  const text = packed(
    '@layer low { .a { top: 0 } }',
    '@layer low { .a { top: 0 } }\n@layer high { .a { top: 1px } }',
  );
  expect(text.match(/@layer low/g)).toHaveLength(2);
});

test('@charset and @import go to the top, where alone they are read, and that is said', () => {
  const { text, warnings } = pack(
    '@charset "utf-8";\n@import "a.css";\n.b { top: 0 }',
    plain,
    '@import "s.css";\n.a { top: 0 }',
  );
  expect(text).toBe(
    '@charset "utf-8";\n@import "s.css";\n@import "a.css";\n\n.a { top: 0 }\n\n.b { top: 0 }\n',
  );
  expect(warnings).toEqual([expect.stringContaining('An @import counts only at the top')]);
});

test.each([
  ['behind one that is read', '@import "a.css"; @layer x; @import "lost.css";', '@import "c.css";', '@import "a.css"; @import "c.css"; @layer x; @import "lost.css";'],
  ['before namespaces', '@namespace s url(x);', '@import "c.css";', '@import "c.css"; @namespace s url(x);'],
  ['and namespaces behind it', '@import "a.css"; @namespace s url(x);', '@import "c.css"; @namespace t url(y);', '@import "a.css"; @import "c.css"; @namespace s url(x); @namespace t url(y);'],
  ['once', '@import "a.css";', '@import "a.css"; @import "b.css";', '@import "a.css"; @import "b.css";'],
])('an @import goes where it is read: %s', (_, standing, draft, expected) => {
  expect(packed(draft, standing).replace(/\s+/g, ' ').trim()).toBe(expected);
}); // prettier-ignore

test('an @import that stands too late is not brought to life', () => {
  expect(packed('.b { top: 0 }\n@import "a.css";', '.a { top: 0 }')).toMatch(
    /^\.a[^]*\.b[^]*@import "a.css";/,
  );
});

test.each(panelProfiles.map((profile) => [profile.name, profile] as const))(
  'packing again for %s changes nothing more',
  (_, profile) => {
    const draft =
      '@layer low, high;\n/* note */ .a\\>b { color: red; width: 1px; width: 2px }\n.c::after { content: "</style>" }';
    const once = pack(
      draft,
      profile,
      profile.wrapped ? '<style>.z { top: 0 }</style>' : '.z { top: 0 }',
    ).text;
    expect(pack(draft, profile, once).text).toBe(once);
  },
);

test('comments that part two tokens leave a space', () => {
  expect(withoutComments('.a { margin: 1px/**/2px; color: re/**/d }').text).toBe(
    '.a { margin: 1px 2px; color: re d }',
  );
  expect(withoutComments('.a/**/.b { top: 0 }').text).toBe('.a.b { top: 0 }');
  expect(withoutComments('.a { content: "/* no */" }')).toEqual({
    text: '.a { content: "/* no */" }',
    dropped: 0,
  });
});

test('white space that means something stays when others go', () => {
  expect(tightened('.a :hover, .a:hover {\n  margin: calc(1px + 2px) -1px;\n}\n')).toBe(
    '.a :hover, .a:hover{margin: calc(1px + 2px) -1px}\n',
  );
  expect(tightened('.a { --x: a  b ; }')).toBe('.a{--x: a  b}\n');
  // A backslash at a line's end would escape what comes next.
  expect(tightened('.a { color: r\\\n}\n.b { top: 0 }')).toBe('.a{color: r\\\n}\n.b{top: 0}\n');
  expect(tightened('.a { top: 0; } }')).toBe('.a{top: 0}\n}\n');
});

test.each([
  ['--x: { b: c;   d: e }', '.a{--x: { b: c;   d: e }}'],
  ['color: var(--y,\n  { q:  r })', '.a{color: var(--y, { q: r })}'],
  ['--x: a ;\n  top: 0;', '.a{--x: a;top: 0}'],
])('what a variable holds keeps its braces and what is around them: %s', (said, tight) => {
  expect(tightened(`.a { ${said} }`)).toBe(`${tight}\n`);
  const once = packed(`.a { ${said} }`, '.b { color: red }', { limit: 9 });
  expect(packed(`.a { ${said} }`, once, { limit: 9 })).toBe(once);
});

test.each([
  ['layers that are named before an import', '@layer low, high;\n@import "x.css";\n.a { top: 0 }', ''],
  ['an encoding that is told further down', '@charset "utf-8";\n/* mine', '.b { top: 0 }\n@charset "UTF-8";'],
])('packing again adds nothing: %s', (_, draft, standing) => {
  const once = packed(draft, standing);
  expect(packed(draft, once)).toBe(once);
  expect(packed(draft, packed(draft, once))).toBe(once);
});

test('a limit is counted as the box counts', () => {
  const draft = '.a { content: "ääää" }\n';
  expect(pack(draft, { ...plain, limit: 10 }).size).toBe(20);
  expect(pack(draft, { ...plain, limit: 10, countedIn: 'bytes' })).toMatchObject({
    size: 24,
    warnings: [expect.stringContaining('bytes')],
  });
});

test('an HTML block keeps what else stands in it, and the style cannot be ended from inside', () => {
  const text = packed(
    '.a { content: "</style>" }',
    '<p>Hours</p>\n<style>\n.z { top: 0 }\n</style>\n<p>End</p>',
    { wrapped: true },
  );
  expect(text).toContain('<p>Hours</p>');
  expect(text).toContain('<p>End</p>');
  expect(text.match(/<\/style>/g)).toHaveLength(1);
  expect(readPanel(text, { ...plain, wrapped: true })).toContain('.z { top: 0 }');
});

test('signs that a box would turn into entities are escaped where they can be', () => {
  expect(withoutAngles('.a\\>b::after { content: ">" }')).toBe('.a\\3e b::after { content: "\\3e " }');
  expect(pack('.a::after { content: ">" }', { ...plain, escaped: true }).warnings).toEqual([]);
  expect(pack('.a > .b { top: 0 }', { ...plain, escaped: true }).warnings).toHaveLength(1);
  expect(readPanel('.a &gt; .b { top: 0 }', { ...plain, escaped: true })).toBe('.a > .b { top: 0 }');
});

describe('a rule added to a draft', () => {
  test('goes into the rule of its selector where that changes nothing else', () => {
    expect(addToDraft('.a {\n  top: 0;\n}\n', '.a { top: 1px; left: 0 }')).toBe(
      '.a {\n  top: 1px;\n  left: 0;\n}\n',
    );
  });

  test('comes last where a rule between them sets the same', () => {
    const draft = '.a { color: red }\n.b { color: blue }\n';
    expect(addToDraft(draft, '.a { color: teal }')).toBe(`${draft}\n.a { color: teal }\n`);
  });

  test('comes last where the rule holds nested ones, and brings its own along', () => {
    const draft = '.a { top: 0; .x { left: 0 } }\n';
    expect(addToDraft(draft, '.a { .y { top: 1px } }')).toBe(`${draft}\n.a { .y { top: 1px } }\n`);
  });

  test('takes the place of a fallback pair as a whole, and stands behind a shorthand that follows', () => {
    expect(addToDraft('.a {\n  width: 1px;\n  width: 2px;\n}\n', '.a { width: 3px }')).toBe(
      '.a {\n  width: 3px;\n}\n',
    );
    expect(addToDraft('.a {\n  border-left: 0;\n  border: 1px solid;\n}\n', '.a { border-left: 3px }')).toBe(
      '.a {\n  border: 1px solid;\n  border-left: 3px;\n}\n',
    );
  });

  test('keeps all rules of a media query', () => {
    const css = '@media print { .a { top: 0 } .b { top: 0 } }';
    expect(addToDraft('@media print { .a { top: 9px } }\n', css)).toContain('.b { top: 0 }');
  });
});

test('what is closed is closed: pieces of any kind, cut anywhere', () => {
  const piece = fc.constantFrom(
    ...['.a', '{', ' ', 'color:red', 'url(', ')', 'x', '"', "'", '\\', '/*', '*/', '}', ';', '(', '['],
    ...[']', '@media ', 'a', '\n', 'url(x"', '<!--', '-->', 'u', '@import '],
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 9 }), (pieces) => {
      const once = closed(pieces.join(''));
      expect(closed(once)).toBe(once);
    }),
    { seed: 7, numRuns: 20_000 },
  );
});

test('a text that white space was taken out of for the limit ends as any other', () => {
  expect(packed('', '@import "other.css" screen;\n/* words */', { limit: 30 })).toBe(
    '@import "other.css" screen;\n',
  );
});

test('a comment between two classes may go, whatever strings stand before it', () => {
  const css = `.a::after { content: "</style><b>" }\n${'.b { top: 0 }\n'.repeat(4)}.c/**/.d { top: 0 }\n`;
  expect(withoutComments(css).text).toContain('.c.d {');
});

test('a text of comments alone stays, however short the limit is', () => {
  expect(packed('/* words */', `/* ${'more '.repeat(20)} */`, { limit: 30 })).toContain('more');
});
