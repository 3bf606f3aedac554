import type { Command } from 'commander';
import {
  contest,
  contests,
  declarationText,
  describeTarget,
  elementOf,
  entryPlace,
  explain,
  ruleText,
  valueOf,
  type Contest,
  type Entry,
  type Target,
} from '../cascade/index.js';
import { toggledStates } from '../hook/index.js';
import type { Page } from '../page/index.js';
import { placeText, shorten } from '../text/index.js';
import { groupedLonghands, isLonghand, longhandsOf } from '../value/index.js';
import { paint, table, wrap, type ExitCode, type Io } from './io.js';
import { printJson } from './json.js';
import { addTargetOptions, amongOthers, findTargets, openForCommand, type TargetOptions } from './targets.js';

interface WhyOptions extends TargetOptions {
  readonly property?: string;
}

export function addWhy(command: Command, io: Io, done: (code: ExitCode) => void): void {
  addTargetOptions(command)
    .option('-p, --property <name>', 'only this property')
    .action(async (where: string, options: WhyOptions) => {
      const page = await openForCommand(io, where, options);
      const targets = findTargets(page, options);
      const [target] = targets;
      const wanted = askedContests(page, target, options.property);
      if (options.json) printJson(io, { command: 'why', target: elementOf(target), contests: wanted });
      else {
        io.out(heading(page, targets));
        io.out(options.property ? detailed(page, wanted, io) : overview(page, target, wanted, io));
        if (options.property)
          io.out(
            paint.quiet(
              wrap(
                'Numbers like (0,2,1) count ids, classes and tags in a selector: the first that differs decides.',
                io.columns,
              ),
            ),
          );
        const states = statesReport(page, target, options.property, io);
        if (states) io.out(states);
        io.out(nextStep(where, options));
      }
      done(0);
    });
}

/** One longhand, the longhands of a shorthand, or all that anyone sets. */
function askedContests(page: Page, target: Target, property: string | undefined): Contest[] {
  if (property === undefined) return contests(page, target);
  if (isLonghand(property)) return [contest(page, target, property)];
  const longhands = longhandsOf(property);
  if (longhands.length === 0) return [contest(page, target, property)];
  return longhands.map((longhand) => contest(page, target, longhand));
}

function heading(page: Page, targets: readonly Target[]): string {
  const { place } = elementOf(targets[0]);
  const where = placeText({ file: page.name, line: place?.line, column: place?.column });
  const others = amongOthers(targets);
  return `${paint.strong(describeTarget(targets[0]))}\n${paint.quiet(where + (others ? `, ${others}` : ''))}\n`;
}

function overview(page: Page, target: Target, all: readonly Contest[], io: Io): string {
  const isSite = ({ entries }: Contest) => entries[0].declaration.origin !== 'user-agent';
  const own = all.filter(isSite).filter(({ property }) => !property.startsWith('--'));
  // One line for each winning declaration: a shorthand's longhands stand together.
  const rows = new Map<string, { names: string[]; entry: Entry; rivals: number }>();
  for (const { property, entries } of own) {
    const key = `${entryPlace(page, entries[0])}${declarationText(entries[0])}`;
    const row = rows.get(key) ?? { names: [], entry: entries[0], rivals: 0 };
    row.names.push(property);
    row.rivals = Math.max(row.rivals, entries.length - 1);
    rows.set(key, row);
  }
  const lines = [...rows.values()].map(({ entry, rivals }) => [
    declarationText(entry, 34),
    entryPlace(page, entry),
    `${ruleText(entry)}${rivals ? `, over ${rivals} more` : ''}`,
  ]);
  const colour = contest(page, target, 'color');
  const parts: string[] = [];
  parts.push(
    lines.length
      ? `Set on it:\n${table(lines, io.columns)}`
      : 'The site sets nothing on it; all comes from its ancestors and the browser.',
  );
  if (colour.inheritedFrom)
    parts.push(
      wrap(
        `Inherited, among others: color ${valueOf(page, target, 'color')}, from ${describeTarget(colour.inheritedFrom)}.`,
        io.columns,
      ),
    );
  const browsers = all.length - own.length;
  if (browsers > 0)
    parts.push(
      paint.quiet(`${browsers} more set by the browser or as variables; --property shows one in full.`),
    );
  return `${parts.join('\n\n')}\n`;
}

/** The states that would change it, if a script or a person brought them about. */
function statesReport(page: Page, target: Target, property: string | undefined, io: Io): string {
  const states = toggledStates(page, target).filter(
    ({ changes }) => property === undefined || longhandsOf(property).some((one) => changes.includes(one)),
  );
  if (states.length === 0) return '';
  const rows = states
    .slice(0, 6)
    .map(({ state, on, steps, changes }) => [
      paint.name(state),
      `on ${steps === 0 ? 'itself' : describeTarget(on).replace(/ “.*/, '')}`,
      shorten((property ? [property] : groupedLonghands(changes)).join(', '), 60),
    ]);
  return `It would change in these states; --hold keeps one on:\n${table(rows, io.columns)}\n`;
}

function detailed(page: Page, wanted: readonly Contest[], io: Io): string {
  // Longhands of a shorthand that are governed alike are told once.
  const groups = new Map<string, Contest[]>();
  for (const one of wanted) {
    const key = one.entries.map((entry) => entryPlace(page, entry) + declarationText(entry)).join('|');
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  return [...groups.values()].map((group) => oneContest(page, group, io)).join('\n');
}

function oneContest(page: Page, group: readonly Contest[], io: Io): string {
  const { property, value, governs, variables, rivals, price, motion } = explain(page, group[0]);
  const names =
    group.length > 4
      ? `${property} and ${group.length - 1} more`
      : group.map((one) => one.property).join(', ');
  const parts = [`${paint.strong(names)} is ${paint.name(shorten(value || 'left to the browser', 60))}`];
  for (const sentence of [governs, ...variables, ...motion]) parts.push(wrap(sentence, io.columns, 2));
  if (rivals.length) parts.push('', 'It won over:');
  for (const { declaration, from, reason } of rivals) {
    parts.push(wrap(`${declaration}   ${paint.quiet(from)}`, io.columns, 2, 2), wrap(reason, io.columns, 6));
  }
  parts.push('', wrap(`To beat it: ${price[0].toLowerCase()}${price.slice(1)}`, io.columns, 0, 2), '');
  return parts.join('\n');
}

function nextStep(where: string, { at, text, inside = [], property }: WhyOptions): string {
  const within = inside.map((one) => `--inside '${one}' `).join('');
  const target = at !== undefined ? `${within}--at '${at}'` : `--text '${text}'`;
  return paint.quiet(`Next: yelto write ${where} ${target} --set '${property ?? 'property'}: value'`);
}
