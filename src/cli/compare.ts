import type { Command } from 'commander';
import { describeTarget, elementOf } from '../cascade/index.js';
import { compare, type Comparison } from '../drift/index.js';
import { shorten, YeltoError } from '../text/index.js';
import { paint, table, wrap, type ExitCode, type Io } from './io.js';
import { printJson } from './json.js';
import { addTargetOptions, findTargets, openForCommand, type TargetOptions } from './targets.js';

interface CompareOptions extends TargetOptions {
  readonly with?: string;
  readonly withText?: string;
}

export function addCompare(command: Command, io: Io, done: (code: ExitCode) => void): void {
  addTargetOptions(command)
    .option('--with <selector>', 'the second thing; without it the same selector or words are looked for')
    .option('--with-text <words>', 'the second thing, by words that it shows')
    .action(async (where: string, other: string | undefined, options: CompareOptions) => {
      const page = await openForCommand(io, where, options);
      const second = other === undefined ? page : await openForCommand(io, other, options);
      const [a] = findTargets(page, options);
      const named = options.with !== undefined || options.withText !== undefined;
      if (!named && second === page)
        throw new YeltoError('There is only one thing to compare.', {
          remedy: 'Name a second page, or the second thing with --with "<selector>".',
        });
      const [b] = findTargets(second, named ? { at: options.with, text: options.withText } : options);
      const found = compare({ page, target: a }, { page: second, target: b });
      if (options.json)
        printJson(io, { command: 'compare', first: elementOf(a), second: elementOf(b), ...found });
      else io.out(report([describeTarget(a), describeTarget(b)], found, io));
      done(found.differences.length ? 1 : 0);
    });
}

function report([a, b]: readonly [string, string], { differences, reasons }: Comparison, io: Io): string {
  const parts = [`1  ${paint.strong(a)}\n2  ${paint.strong(b)}`];
  if (reasons.length)
    parts.push(
      `What is different in markup and sheets:\n${reasons
        .slice(0, 12)
        .map((one) => wrap(one, io.columns, 2, 2))
        .join('\n')}`,
    );
  if (differences.length === 0) return [...parts, paint.good('They look alike.')].join('\n\n');
  const rows = differences.flatMap(({ property, values, from }) => [
    [
      paint.name(property),
      '1',
      shorten(values[0] || 'not known', 28),
      paint.quiet(shorten(from[0] || 'nobody sets it', 70)),
    ],
    ['', '2', shorten(values[1] || 'not known', 28), paint.quiet(shorten(from[1] || 'nobody sets it', 70))],
  ]);
  return [...parts, `Where they look different:\n${table(rows, io.columns)}`].join('\n\n');
}
