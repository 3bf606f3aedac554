// What is said of slips in markup, and where.
import { parsePage } from 'yelto';

/** The faults of a body, its first line told as line 1. */
const told = (body: string) =>
  parsePage({
    name: 'x.html',
    html: `<!DOCTYPE html><html><head><title>x</title></head><body>${body}`,
  }).faults.map(({ line, message }) => `${line}: ${message}`);

test.each([
  ['<p>a</p></div>', ['1: </div> closes nothing, as no <div> is open there']],
  ['<p>a<ul></ul>\n</p>', ['2: </p> closes nothing, and the browser makes an empty <p> of it']],
  ['a</br>b', ['1: the browser takes </br> for <br>']],
  ['<div><span>a</div>', ['1: <span> is never closed; the browser closes it where its parent ends']],
  [
    '<div><b>a</div>c',
    ['1: <b> is never closed; the browser closes it where its parent ends, and opens it again behind that'],
  ],
  [
    '<div><span>a</div>\n</span>',
    ['1: <span> is closed where its parent ends; its </span> in line 2 comes too late'],
  ],
  [
    '<div><b>a</div>c\n</b>',
    [
      '1: <b> reaches past the end of its parent; the browser closes it there, and opens it again behind that, up to line 2',
    ],
  ],
  ['<div/>\n<p>a</p>', ['1: the slash of <div/> closes nothing, and what follows stands inside']],
  ['<tr><td>a</td></tr>', ['1: the browser leaves <tr> out, as it cannot stand there', '1: the browser leaves <td> out, as it cannot stand there']],
  ['<!-- fine --><! a <b>c</b>', ['1: <! begins a comment, which takes in all up to the next >', '1: </b> closes nothing, as no <b> is open there']],
  ['<?xml <i>?>c</i>', ['1: <? begins a comment, which takes in all up to the next >', '1: </i> closes nothing, as no <i> is open there']],
])('%s', (body, faults) => expect(told(body)).toEqual(faults)); // prettier-ignore

test.each([
  '<ul><li>a<li>b</ul><table><tr><td>c</table><dl><dt>d<dd>e</dl><p>f<p>g',
  // A heading is closed by any other heading’s tag.
  '<h2>a</h3><p>b</p>',
  '<svg viewBox="0 0 1 1"><path d="M0 0"/><g/></svg><br/><img alt=""/><input/>',
  '<template><tr><td>b</td></tr></template><template><p>a</p></template>',
  '<!-- [if old]><b>a<![endif] --><![endif]><!DOCTYPE html>',
  '<script>"</div><b>"</script><style>/* </p> */</style><textarea></div></textarea>',
  // Engines tell in two ways what may stand in a drop-down list.
  '<select><div><b>a</b></div><option>c</option></select>',
  '<a href="#"><div>a</div></a><button><span>b</span></button>',
])('nothing is said of %s', (body) => expect(told(body)).toEqual([]));

test('what is written twice is told with what came before, in the order of the markup', () => {
  expect(
    told('<p id="a">x</p>\n</i>\n<p id="a" class="b" class="c">y</p>\n<link rel="stylesheet" href="a.css">\n<link rel="stylesheet" href="a.css">').filter((text) => !text.includes('missing')),
  ).toEqual([
    '2: </i> closes nothing, as no <i> is open there',
    '3: the id "a" is already used in line 1',
    '3: an attribute is written twice; the first one counts',
    '5: the sheet "a.css" is already linked in line 4',
  ]); // prettier-ignore
});
