import type { Command } from 'commander';
import {
  describeTarget,
  elementOf,
  entryPlace,
  isOfComponent,
  type Entry,
  type Target,
} from '../cascade/index.js';
import { panelProfiles, type PanelProfile } from '../facts/index.js';
import { readDraft, saveToDraft } from '../node/index.js';
import { reaches, writeOverride, type Override, type Reach } from '../override/index.js';
import type { Page } from '../page/index.js';
import { prove } from '../proof/index.js';
import { specificityText } from '../selector/index.js';
import { count, list, YeltoError } from '../text/index.js';
import { paint, table, wrap, type ExitCode, type Io } from './io.js';
import { printJson } from './json.js';
import { collect, heldStates } from './conditions.js';
import { addTargetOptions, amongOthers, findTargets, openForCommand, type TargetOptions } from './targets.js';

interface WriteOptions extends TargetOptions {
  readonly set?: readonly string[];
  readonly hide?: boolean;
  readonly reach: string;
  readonly panel?: string;
  readonly media?: string;
  readonly while?: readonly string[];
  readonly avoid?: readonly string[];
  readonly draft?: string;
}

export function addWrite(command: Command, io: Io, done: (code: ExitCode) => void): void {
  addTargetOptions(command)
    .option('--set <declaration>', 'what to change, as in "font-size: 18px"; may be repeated', collect)
    .option('--hide', 'make the thing go away')
    .option(
      '--reach <reach>',
      'only: just the first match; all: every match; near: those nearest to it in kind or place; alike: all of its kind, on every page',
      'only',
    )
    .option('--while <state>', 'only in this state, as in ".row:hover"; may be repeated', collect)
    .option('--media <query>', 'only under this media query, as in "(max-width: 600px)"')
    .option(
      '--panel <name>',
      'the box that it will be pasted into; without it the rule wins wherever it is loaded',
    )
    .option('--avoid <name>', 'a name that must not be used; may be repeated', collect)
    .option('--draft <file>', 'add the rule to this CSS file')
    .action(async (where: string[], options: WriteOptions) => {
      const pages: Page[] = [];
      for (const one of where) pages.push(await openForCommand(io, one, options));
      const [page] = pages;
      const targets = findTargets(page, options);
      const steps = reaches(pages, targets[0]);
      const { at, reach } = readReach(options.reach, targets, steps);
      const draft = options.draft === undefined ? undefined : await readDraft(options.draft);
      const override = writeOverride(pages, {
        draft,
        at,
        set: readSet(options),
        reach,
        panel: findPanel(options.panel),
        media: options.media,
        held: heldStates(options.while ?? [], '--while'),
        avoid: options.avoid,
      });
      if (options.draft && override.css) await saveToDraft(options.draft, override.css);
      const short = prove(page, override.css, { panel: findPanel(options.panel) }).verdicts.filter(
        ({ outcome }) => /^(no-effect|partly|cannot-tell)$/.test(outcome),
      );
      if (options.json) printJson(io, { command: 'write', target: elementOf(at[0]), ...override, short });
      else {
        io.out(report(page, targets, steps, override, options, io).join('\n'));
        for (const { declaration, why, remedy = '' } of short)
          io.out(
            `\n${wrap(`${paint.wary('Mind:')} ${declaration.property}: ${why}. ${remedy}`, io.columns, 0, 6)}`,
          );
      }
      if (options.draft && override.css) io.err(`added to ${options.draft}`);
      done(
        override.spill.length || override.warnings.some((warning) => /^Nothing|does not win/.test(warning))
          ? 1
          : 0,
      );
    });
}

function readReach(
  reach: string,
  targets: readonly Target[],
  steps: readonly Reach[],
): { at: readonly Target[]; reach: 'only' | 'alike' } {
  switch (reach) {
    case 'only':
    case 'alike':
      return { at: targets.slice(0, 1), reach };
    case 'all':
      return { at: targets, reach: 'only' };
    case 'near':
      return steps[1] ?? steps[0];
    default:
      throw new YeltoError(`--reach takes only, all, near or alike, not "${reach}".`);
  }
}

/** @throws YeltoError for an unknown name, with the known ones. */
export function findPanel(name: string | undefined): PanelProfile | undefined {
  if (name === undefined) return undefined;
  const found = panelProfiles.find((profile) => profile.name === name);
  if (found) return found;
  const known = panelProfiles.map((profile) => `  ${profile.name}: ${profile.about}`).join('\n');
  throw new YeltoError(`There is no panel "${name}".`, { remedy: `These are known:\n${known}` });
}

function readSet({ set = [], hide }: WriteOptions): Record<string, string> {
  const wished: Record<string, string> = hide ? { display: 'none' } : {};
  for (const text of set) {
    const [, property, value] = /^\s*([\w-]+)\s*:\s*([^]*?)\s*;?\s*$/.exec(text) ?? [];
    if (property === undefined || value === '') {
      throw new YeltoError(`--set "${text}" is not a declaration.`, {
        remedy: 'Write a property, a colon and a value, as in --set "font-size: 18px".',
      });
    }
    const before = wished[property.toLowerCase()];
    if (before !== undefined && before !== value)
      throw new YeltoError(
        property.toLowerCase() === 'display' && hide
          ? '--hide and --set display say two things about one box.'
          : `--set gives ${property} twice: ${before} and ${value}.`,
        { text, remedy: 'Take one of the two.' },
      );
    wished[property.startsWith('--') ? property : property.toLowerCase()] = value;
  }
  if (Object.keys(wished).length === 0) {
    throw new YeltoError('Nothing was wished for.', {
      remedy: 'Say what to change with --set "property: value", or --hide.',
    });
  }
  return wished;
}

function report(
  page: Page,
  targets: readonly Target[],
  steps: readonly Reach[],
  override: Override,
  options: WriteOptions,
  io: Io,
): string[] {
  const { css, matched, spill, beats, hooks, alternatives, warnings, instead } = override;
  // Where there is no way in there is no rule either.
  if (css === '') return warnings.map((warning) => wrap(warning, io.columns, 0, 2));
  const others = options.reach === 'only' ? amongOthers(targets) : '';
  const lines = [
    paint.quiet(
      `for ${describeTarget(targets[0])}${others ? `, ${others}; --reach all takes them all` : ''}`,
    ),
    '',
    ...countedLines(override, io),
    paint.name(css),
  ];
  const exact =
    spill.length === 0
      ? 'and touches nothing else'
      : `of which ${count(spill.length, 'element')} nobody asked for`;
  lines.push(
    `${spill.length === 0 ? paint.good('Matches') : paint.bad('Matches')} ${count(matched.length, 'element')} ${exact}.`,
    '',
  );
  const rows: string[][] = beats.map((entry, i) => [
    i ? '' : 'Beats',
    `${entry.declaration.property}: ${entry.declaration.value} in ${entryPlace(page, entry)}, ${winWords(entry, override, isOfComponent(page, entry.declaration))}`,
  ]);
  if (hooks.length)
    rows.push(['Holds on to', list([...new Set(hooks.map(({ name, grade }) => `${name} (${grade})`))])]);
  alternatives
    .slice(0, 3)
    .forEach(({ selector, cost }, i) => rows.push([i ? '' : 'Or', `${selector}: ${cost}`]));
  if (options.reach === 'only' && steps.length > 1)
    rows.push([
      'Wider',
      [...new Set([steps[1], steps[steps.length - 1]])]
        .map((step) => `${step.words} (--reach ${step.reach === 'alike' ? 'alike' : 'near'})`)
        .join('; '),
    ]);
  lines.push(table(rows, io.columns, 0));
  for (const { words, css: instance, isExact } of instead)
    lines.push(
      '',
      wrap(
        `${isExact ? paint.good('Better:') : paint.quiet('Or:')} ${words}`,
        io.columns,
        0,
        isExact ? 8 : 4,
      ),
      ...(instance ? ['', paint.name(instance.trim())] : []),
    );
  for (const warning of warnings)
    if (warning !== override.counted?.words)
      lines.push('', wrap(`${paint.wary('Mind:')} ${warning}`, io.columns, 0, 6));
  if (page.conditions.width === 1280 && !options.draft) {
    lines.push('', paint.quiet('Next: the same again with --draft my.css to keep it, then yelto prove.'));
  } else if (options.draft)
    lines.push('', paint.quiet(`Next: yelto prove ${page.name} --draft ${options.draft}`));
  return lines;
}

/** That places are counted is said first, with what there is without. */
function countedLines({ counted }: Override, io: Io): string[] {
  if (!counted) return [];
  const { words, without } = counted;
  return [
    wrap(`${paint.wary('Mind:')} ${words}`, io.columns, 0, 6),
    ...(without.length
      ? [
          table(
            without.map((one, i) => [i ? '' : 'Without counting', one.words, one.selector]),
            io.columns,
            0,
          ),
        ]
      : []),
    '',
  ];
}

/** By how much it wins. */
function winWords(entry: Entry, { important, specificity }: Override, isFromInside: boolean): string {
  const { declaration, specificity: theirs } = entry;
  if (declaration.origin === 'user-agent') return 'which any rule beats';
  if (important.length && !declaration.important) return 'by importance, as nothing less beats it';
  if (!theirs) return 'which any rule beats';
  if (isFromInside) return 'which gives way to what comes from outside';
  if (entry.layer) return `which stands in layer ${entry.layer}`;
  const isEqual = specificityText(theirs) === specificityText(specificity);
  const both = important.length ? 'both important, ' : '';
  return isEqual
    ? `${both}as strong and loaded earlier ${specificityText(theirs)}`
    : `${both}by ${specificityText(specificity)} against ${specificityText(theirs)}`;
}
