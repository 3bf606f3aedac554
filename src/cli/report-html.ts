import type { Outcome, Verdict } from '../proof/index.js';
import { count } from '../text/index.js';

const words: Readonly<Record<Outcome, string>> = {
  wins: 'takes effect',
  partly: 'takes effect in part',
  loses: 'is beaten',
  'matches-nothing': 'matches nothing',
  'no-effect': 'has no effect',
  invalid: 'is not valid',
  needless: 'is not needed',
  'cannot-tell': 'cannot be told',
};

const style = `
  :root { color-scheme: light dark }
  body { font: 16px/1.5 sans-serif; max-width: 60rem; margin: 2rem auto; padding: 0 1rem; color: CanvasText; background: Canvas }
  h1 { font-size: 1.4rem } h2 { font-size: 1rem; margin: 2rem 0 .25rem }
  code { font: .95em monospace } p { margin: .2rem 0 }
  article { border-left: 4px solid #888; padding: .25rem 0 .25rem 1rem; margin: 1rem 0 }
  .wins { border-color: #2c7a4b } .loses, .invalid, .matches-nothing { border-color: #b3261e }
  .partly, .no-effect, .needless, .cannot-tell { border-color: #a86400 }
  .quiet { opacity: .75 }`;

/** Verdicts as a page by itself, to send to someone; it loads nothing. */
export function htmlReport(file: string, verdicts: readonly Verdict[], ok: boolean): string {
  const short = verdicts.filter(({ outcome }) => outcome !== 'wins');
  const sum = ok
    ? 'Every declaration takes effect.'
    : `${count(short.length, 'declaration')} of ${verdicts.length} ${short.length === 1 ? 'falls' : 'fall'} short.`;
  const pages = [...new Set(verdicts.map(({ page }) => page))];
  const parts = pages.map((page) => {
    const own = verdicts.filter((verdict) => verdict.page === page);
    return `<h2>${escaped(page)}</h2>\n${own.map(article).join('\n')}`;
  });
  return `<!DOCTYPE html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>${escaped(file)}: ${escaped(sum)}</title>
<style>${style}</style>
<h1>${escaped(file)}</h1>
<p>${escaped(sum)}</p>
${parts.join('\n')}
</html>`;
}

function article({ declaration, outcome, selector, why, remedy, conditions }: Verdict): string {
  const { property, value, line, column, important } = declaration;
  const text = value ? `${property}: ${value}${important ? ' !important' : ''}` : property;
  return `<article class="${outcome}">
<p><code>${escaped(text)}</code> ${selector ? `in <code>${escaped(selector)}</code>` : ''} <strong>${words[outcome]}</strong></p>
<p>${escaped(why[0].toUpperCase() + why.slice(1))}.</p>
${remedy ? `<p>${escaped(remedy)}</p>` : ''}
<p class="quiet">Line ${line}, column ${column}; window ${conditions.width} px wide</p>
</article>`;
}

function escaped(text: string): string {
  return text.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);
}
