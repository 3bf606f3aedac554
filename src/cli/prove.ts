import { readFile } from 'node:fs/promises';
import type { Command } from 'commander';
import { panelProfiles, type PanelProfile } from '../facts/index.js';
import type { Page } from '../page/index.js';
import { pack, readPanel } from '../panel/index.js';
import { prove, type Outcome, type Verdict } from '../proof/index.js';
import { count, shorten, YeltoError } from '../text/index.js';
import { paint, table, wrap, type ExitCode, type Io } from './io.js';
import { printJson } from './json.js';
import { checkConditions, heldStates } from './conditions.js';
import { htmlReport } from './report-html.js';
import { sarifReport } from './report-sarif.js';
import { addPageOptions, openForCommand, type PageOptions } from './targets.js';
import { readStanding } from './standing.js';
import { findPanel } from './write.js';

interface ProveOptions extends PageOptions {
  readonly draft: string;
  readonly panel?: string;
  readonly standing?: string;
  readonly format: string;
}

const painted: Record<Outcome, (text: string) => string> = {
  wins: paint.good,
  partly: paint.wary,
  needless: paint.wary,
  'no-effect': paint.wary,
  'matches-nothing': paint.bad,
  loses: paint.bad,
  invalid: paint.bad,
  'cannot-tell': paint.wary,
};

export function addProve(command: Command, io: Io, done: (code: ExitCode) => void): void {
  addPageOptions(command)
    .requiredOption('--draft <file>', 'the CSS file with your rules')
    .option('--panel <name>', 'the box that it is pasted into; sets where it is loaded')
    .option(
      '--standing <file>',
      'what stands in the box now: the text that pack makes of both is what is proven',
    )
    .option(
      '--format <format>',
      'text; sarif for code-review tools; html for a report to send to someone',
      'text',
    )
    .action(async (where: string[], options: ProveOptions) => {
      if (!/^(text|sarif|html)$/.test(options.format))
        throw new YeltoError(`--format takes text, sarif or html, not "${options.format}".`);
      if (options.json && options.format !== 'text')
        throw new YeltoError('--json and --format are two forms of one answer.', {
          remedy: 'Take one of the two.',
        });
      const panel = findPanel(options.panel);
      const draft = await textToProve(io, options, panel);
      const pages: Page[] = [];
      for (const one of where)
        pages.push(await openForCommand(io, one, { ...options, hold: [], container: options.container }));
      checkConditions(pages, { hold: options.hold });
      const held = options.hold ? heldStates(options.hold) : undefined;
      const proof = prove(pages, draft, { panel, held });
      for (const { page, sheet } of proof.aside)
        io.err(`${sheet} of ${page} holds this draft already. It is set aside: the draft alone is proven.`);
      if (options.json) printJson(io, { command: 'prove', ...proof });
      else if (options.format === 'sarif') io.out(sarifReport(options.draft, proof.verdicts));
      else if (options.format === 'html') io.out(htmlReport(options.draft, proof.verdicts, proof.ok));
      else print(io, options.draft, pages, proof.verdicts, proof.ok);
      done(proof.ok ? 0 : 1);
    });
}

/** The draft, or what stands in the panel's box with the draft behind it, as it would be pasted. */
async function textToProve(
  io: Io,
  { draft: file, standing: box }: ProveOptions,
  panel: PanelProfile = panelProfiles[0],
): Promise<string> {
  const draft = await readDraftFile(file);
  if (box === undefined) return draft;
  const packed = pack(draft, panel, await readStanding(box));
  io.err(
    `Proven is the text to paste, ${count(packed.size, 'character')}, with what stood in the box; lines are counted in it.`,
  );
  for (const warning of packed.warnings) io.err(`Mind: ${warning}`);
  return readPanel(packed.text, panel);
}

/** @throws YeltoError when the file cannot be read. */
export async function readDraftFile(path: string): Promise<string> {
  return readFile(path, 'utf8').catch((error: NodeJS.ErrnoException) => {
    const reason =
      error.code === 'ENOENT'
        ? 'there is no such file'
        : error.code === 'EISDIR'
          ? 'it is a folder'
          : error.message;
    throw new YeltoError(`The draft "${path}" cannot be read: ${reason}.`, {
      file: path,
      remedy: 'yelto write … --draft FILE begins one.',
    });
  });
}

function print(
  io: Io,
  file: string,
  pages: readonly Page[],
  verdicts: readonly Verdict[],
  ok: boolean,
): void {
  if (verdicts.length === 0) {
    io.out(`${file} holds no rules yet.`);
    return;
  }
  const isSeveral = pages.length > 1;
  const shown = withoutElsewhere(verdicts);
  const rows = shown.map(({ declaration, outcome, selector, page }) => [
    `${declaration.line}:${declaration.column}`,
    painted[outcome](outcome),
    shorten(declaration.value ? `${declaration.property}: ${declaration.value}` : declaration.property, 30),
    paint.quiet(isSeveral ? shortPage(page) : shorten(selector, 40)),
  ]);
  io.out(`${paint.strong(file)}\n${table(rows, io.columns)}\n`);
  for (const verdict of shown.filter(({ outcome }) => outcome !== 'wins'))
    io.out(details(file, verdict, isSeveral, io));
  const short = new Set(
    shown
      .filter(({ outcome }) => outcome !== 'wins')
      .map(({ declaration: { line, column } }) => `${line}:${column}`),
  ).size;
  io.out(
    ok
      ? paint.good('Every declaration takes effect.')
      : `${count(short, 'declaration')} ${short === 1 ? 'falls' : 'fall'} short.`,
  );
  if (ok) io.out(paint.quiet(`Next: yelto pack ${file} --panel plain`));
}

/** Without what a rule for one of the pages does not match on another. */
function withoutElsewhere(verdicts: readonly Verdict[]): Verdict[] {
  const placeOf = ({ declaration: { line, column } }: Verdict) => `${line}:${column}`;
  const matching = new Set(verdicts.filter(({ outcome }) => outcome !== 'matches-nothing').map(placeOf));
  return verdicts.filter(
    (verdict) => verdict.outcome !== 'matches-nothing' || !matching.has(placeOf(verdict)),
  );
}

function shortPage(name: string): string {
  return name
    .split('/')
    .filter((part) => part && part !== 'index.html')
    .slice(-2)
    .join('/');
}

function details(
  file: string,
  { declaration, outcome, why, remedy, page }: Verdict,
  isSeveral: boolean,
  io: Io,
): string {
  const where = `${file}:${declaration.line}:${declaration.column}`;
  const onPage = isSeveral ? ` on ${shortPage(page)}` : '';
  const first = wrap(
    `${paint.strong(where)} ${painted[outcome](outcome)}${onPage}: ${why.replace(/^loses /, '')}.`.replace(
      /\.\.$/,
      '.',
    ),
    io.columns,
    0,
    2,
  );
  return `${first}\n${remedy ? `${wrap(remedy, io.columns, 2, 2)}\n` : ''}`;
}
