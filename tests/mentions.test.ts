// Which of the sheets that a page mentions count, judged by a real engine: each way of mentioning one, in a saved page.
import { writeFileSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import type { Browser, Page as Tab } from 'playwright-core';
import { openPage } from 'yelto/node';
import { computedOf } from '../dist/cascade/index.js';
import { colourText } from '../dist/value/index.js';
import { temporaryFolder } from './support/cli.js';
import { startEngine } from './support/engine.js';

let browser: Browser;
let tab: Tab;
const folder = temporaryFolder();
beforeAll(async () => {
  browser = await startEngine();
  tab = await browser.newPage();
  for (const colour of ['red', 'blue', 'green'])
    writeFileSync(folder.file(`${colour}.css`), `p { color: ${colour} }`);
});
afterAll(async () => {
  await browser.close();
  folder.remove();
});

const red = 'p { color: red }';
const blue = 'p { color: blue }';
const sheet = (rest: string) => `<link rel=stylesheet ${rest}>`;
const two = sheet('title=A href=red.css') + sheet('title=B href=blue.css');

test.each([
  '<link rel="alternate stylesheet" title=A href=red.css>',
  '<link rel="alternate stylesheet" href=red.css>',
  `<meta http-equiv="default-style" content="A"><link rel="alternate stylesheet" title=A href=red.css>`,
  two,
  sheet('href=green.css') + two,
  `<meta http-equiv="default-style" content="B">${two}`,
  `<style title=A>${red}</style><style title=B>${blue}</style>`,
  `<style title=A>${red}</style>${sheet('title=B href=blue.css')}`,
  sheet('href=red.css disabled'),
  `<style disabled>${red}</style>`,
  ...['print', 'foo bar', '', 'screen', 'not all', '(min-width: 1px)'].map((media) =>
    sheet(`media="${media}" href=red.css`),
  ),
  ...['text/plain', 'TEXT/CSS', 'text/css; charset=utf-8', ''].map((type) =>
    sheet(`type="${type}" href=red.css`),
  ),
  ...['text/x', '', ' text/css', 'text/CSS'].map((type) => `<style type="${type}">${red}</style>`),
  '<link rel=preload as=style href=red.css>',
  '<link rel="preload stylesheet" as=style href=red.css>',
  '<link rel="StyleSheet" href=red.css>',
  '<link rel="icon" href=red.css>',
  sheet('href=""'),
  `<noscript><style>${red}</style></noscript>`,
  `<template><style>${red}</style></template>`,
  `<svg><style>${red}</style></svg>`,
  `<svg><style media=print>${red}</style></svg>`,
  `<math><style>${red}</style></math>`,
  `<style><!-- ${red} --></style>`,
  `<style>${red}</style><!-- <style>${blue}</style> -->`,
  `<style>${red}</style>${sheet('href=blue.css')}`,
  `${sheet('href=blue.css')}<style>${red}</style>`,
  `</head><body><style>${red}</style>`,
  `</head><body><textarea><style>${red}</style></textarea>`,
  `</head><body><div>${sheet('href=red.css')}</div>`,
  `<style>@import url(blue.css) print; ${red}</style>`,
  '<style>@import "blue.css";</style>',
  `<style>${red} @import "blue.css";</style>`,
  '<style>@layer a; @import "blue.css" layer(a); @import "red.css";</style>',
  '<style>@namespace x "y"; @import "blue.css";</style>',
  '<style>@media all {} @import "blue.css";</style>',
  `<style>@import "blue.css" layer(a); ${red}</style>`,
  '<style>@import "blue.css" supports(display: nope);</style>',
  '<style>@charset "utf-8"; @import "blue.css";</style>',
  `<style scoped>${red}</style>`,
  `<base href="elsewhere/">${sheet('href=red.css')}`,
])('%s', async (head) => {
  const path = folder.file('page.html');
  writeFileSync(
    path,
    `<!DOCTYPE html><html><head>${head}${head.includes('<body>') ? '' : '</head><body>'}<p>x</p></body></html>`,
  );
  await tab.goto(pathToFileURL(path).href);
  const shown = await tab.evaluate(() => getComputedStyle(document.querySelector('p')!).color);
  const page = await openPage(path);
  expect(computedOf(page, page.select('p')[0], 'color')).toBe(colourText(shown));
});
