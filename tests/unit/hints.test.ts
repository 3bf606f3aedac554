// What attributes in the markup declare, one by one; tests/hints.test.ts asks an engine about random ones.
import { parsePage, prove, valueOf } from 'yelto';
import { computedOf } from '../../dist/cascade/index.js';

const of = (body: string, selector: string, longhand: string) => {
  const page = parsePage({ name: 'x', html: `<!DOCTYPE html><body>${body}` });
  return computedOf(page, page.select(selector)[0], longhand);
};

const table = (attributes: string) => `<table ${attributes}><tr><td>1</td></tr></table>`;

test.each([
  ['<p align=center>', 'p', 'text-align', '-webkit-center'],
  ['<h2 align=center>', 'h2', 'text-align', 'center'],
  ['<h2 align=shelf>', 'h2', 'text-align', 'start'],
  ['<br clear=all>', 'br', 'clear', 'both'],
  ['<font size=+1>', 'font', 'font-size', '18px'],
  ['<font color=abc>', 'font', 'color', '#0a0b0cff'],
  ['<font color=reddish>', 'font', 'color', '#0ed000ff'],
  ['<img width=20px height=30%>', 'img', 'height', '30%'],
  ['<canvas width=20>', 'canvas', 'width', 'auto'],
  ['<img width=40 height=30>', 'img', 'aspect-ratio', 'auto 40/30'],
  ['<img width=40px height=4.5>', 'img', 'aspect-ratio', 'auto 40/4.5'],
  ['<img width=40% height=30>', 'img', 'aspect-ratio', 'auto'],
  ['<img width=40>', 'img', 'aspect-ratio', 'auto'],
  ['<video width=16 height=9>', 'video', 'aspect-ratio', 'auto 16/9'],
  ['<canvas width=4.5 height=3>', 'canvas', 'aspect-ratio', 'auto 4/3'],
  ['<input type=image width=4 height=3>', 'input', 'aspect-ratio', 'auto 4/3'],
  ['<input width=4 height=3>', 'input', 'aspect-ratio', 'auto'],
  ['<iframe width=4 height=3>', 'iframe', 'aspect-ratio', 'auto'],
  ['<img align=left>', 'img', 'vertical-align', 'top'],
  ['<img align=center>', 'img', 'vertical-align', '-webkit-baseline-middle'],
  ['<object align=abscenter>', 'object', 'vertical-align', 'middle'],
  ['<select align=right>', 'select', 'text-align', 'start'],
  ['<textarea align=right>', 'textarea', 'text-align', 'start'],
  ['<iframe frameborder=yes>', 'iframe', 'border-top-width', '0'],
  ['<iframe frameborder=2>', 'iframe', 'border-top-width', '2px'],
  ['<img hspace=5em>', 'img', 'margin-left', '5px'],
  ['<hr noshade>', 'hr', 'border-top-style', 'solid'],
  ['<hr size=5>', 'hr', 'height', '3px'],
  ['<input type=image width=9>', 'input', 'width', '9px'],
  ['<input width=9>', 'input', 'width', 'auto'],
  ['<ol type=A><li>', 'li', 'list-style-type', 'upper-alpha'],
  ['<ul type=A><li>', 'li', 'list-style-type', 'disc'],
  [table('cellpadding=6'), 'td', 'padding-left', '6px'],
  [table('cellpadding=x'), 'td', 'padding-left', '1px'],
  [table('rules=rows'), 'td', 'border-top-style', 'solid'],
  [table('rules=rows'), 'td', 'border-left-style', 'none'],
  [table('rules=all'), 'table', 'border-collapse', 'collapse'],
  [table('border=0'), 'td', 'border-top-style', 'none'],
  [table('border=3'), 'td', 'border-top-width', '1px'],
  [table('align=center'), 'table', 'margin-left', 'auto'],
  [table('width=0'), 'table', 'width', '0'],
  [table('hspace=20'), 'table', 'margin-left', '0'],
  ['<table cellpadding=6><tr><td><table><tr><td id=in>', '#in', 'padding-left', '6px'],
  ['<div contenteditable>', 'div', 'overflow-wrap', 'break-word'],
  ['<div contenteditable=false>', 'div', 'overflow-wrap', 'normal'],
  ['<div popover>', 'div', 'position', 'fixed'],
  ['<div hidden=until-found>', 'div', 'content-visibility', 'hidden'],
  ['<svg><path fill=red>', 'path', 'fill', '#ff0000ff'],
  ['<svg><path fill=shelf>', 'path', 'fill', '#000000ff'],
  ['<svg fill=red><g><path>', 'path', 'fill', '#ff0000ff'],
  ['<svg><text font-size=9>', 'text', 'font-size', '9px'],
  ['<svg><g transform="translate(1 2)">', 'g', 'transform', 'matrix3d(1,0,0,1,0,1,0,2,0,0,1,0,0,0,0,1)'],
  ['<svg><path hidden>', 'path', 'display', 'inline'],
  ['<svg><rect width=shelf>', 'rect', 'width', '0'],
  ['<svg><rect width=-1>', 'rect', 'width', 'auto'],
  ['<svg><rect rx="">', 'rect', 'rx', '0'],
  ['<svg width=shelf>', 'svg', 'width', '100%'],
  ['<svg width="calc(1px + 1px)">', 'svg', 'width', '2px'],
  ['<marquee>', 'marquee', 'text-wrap-mode', 'nowrap'],
  ['<marquee direction=UP>', 'marquee', 'text-wrap-mode', 'wrap'],
  ['<p fill=red>', 'p', 'fill', '#000000ff'],
])('%s %s %s is %s', (body, selector, longhand, value) => {
  expect(of(body, selector, longhand)).toBe(value);
});

test('any rule beats an attribute, and what says the same is needless', () => {
  const html =
    '<!DOCTYPE html><style>g { fill: blue }</style><svg><g fill="red"><path stroke="red"></g></svg>';
  const page = parsePage({ name: 'x', html });
  expect(valueOf(page, page.select('g')[0], 'fill')).toBe('blue');
  const outcomes = prove(page, 'path { stroke: #f00; fill: red }').verdicts.map(({ outcome }) => outcome);
  expect(outcomes).toEqual(['needless', 'wins']);
});
