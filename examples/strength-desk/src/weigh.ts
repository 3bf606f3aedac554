// Two rules weighed against each other. No page is needed: a small one is made that both of them match.
import {
  contest,
  longhandsOf,
  parsePage,
  specificityOf,
  specificityText,
  YeltoError,
  type Specificity,
} from 'yelto';

export interface Weighed {
  /** Which wins; undefined where they cannot be compared. */
  readonly winner?: 'first' | 'second';
  readonly answer: string;
  /** What decides, step by step, in plain words. */
  readonly lesson: readonly string[];
  readonly strengths: readonly [string, string];
}

interface Rule {
  readonly selector: string;
  readonly specificity: Specificity;
  readonly declarations: readonly {
    readonly property: string;
    readonly value: string;
    readonly important: boolean;
  }[];
}

/** Weighs the platform's rule against the owner's. A selector alone counts as a rule that sets the colour. */
export function weigh(platform: string, own: string, isEarly: boolean): Weighed {
  let rules: readonly Rule[];
  try {
    rules = [platform, own].map(readRule);
  } catch (error) {
    if (!(error instanceof YeltoError)) throw error;
    return { answer: error.message, lesson: error.remedy ? [error.remedy] : [], strengths: ['', ''] };
  }
  const strengths = rules.map(({ specificity }) => specificityText(specificity)) as [string, string];
  const property = commonLonghand(rules);
  if (!property) return { answer: 'They set different properties, so both count.', lesson: [], strengths };
  const loaded = isEarly ? [rules[1], rules[0]] : rules;
  const html = `${loaded.map((rule) => `<style>${standIn(rule)}</style>`).join('')}<p class="thing"></p>`;
  const page = parsePage({ name: 'desk', html });
  const { entries } = contest(page, page.select('.thing')[0], property);
  const isFirst = (entries[0].declaration.sheet === 0) !== isEarly;
  return {
    winner: isFirst ? 'first' : 'second',
    answer: isFirst ? 'The platform’s rule wins.' : 'Your rule wins.',
    lesson: lessonFor(rules, property, isFirst),
    strengths,
  };
}

function readRule(text: string): Rule {
  const [, prelude = text, body] = /^([^{]*)\{([^]*)$/.exec(text) ?? [];
  const selector = prelude.trim() || '*';
  const specificity = specificityOf(selector);
  const declarations = (body ?? 'color: red')
    .replace(/\}[^]*$/, '')
    .split(';')
    .flatMap((one) => {
      const [, property, value] = /^\s*([\w-]+)\s*:\s*([^]+?)\s*$/.exec(one) ?? [];
      if (property === undefined) return [];
      const important = /!\s*important$/i.test(value);
      return [
        { property: property.toLowerCase(), value: value.replace(/\s*!\s*important$/i, ''), important },
      ];
    });
  return { selector, specificity, declarations };
}

/** A longhand that both rules set; undefined where there is none. */
function commonLonghand([first, second]: readonly Rule[]): string | undefined {
  const set = ({ declarations }: Rule) => declarations.flatMap(({ property }) => longhandsOf(property));
  return set(first).find((name) => set(second).includes(name));
}

/** A rule just as strong that matches the desk's one thing for certain. */
function standIn({ specificity: [ids, classes, types], declarations }: Rule): string {
  const selector = `*${':not(#_)'.repeat(ids)}${'.thing'.repeat(classes)}${':not(_)'.repeat(types)}`;
  const body = declarations.map(
    ({ property, value, important }) => `${property}: ${value}${important ? ' !important' : ''}`,
  );
  return `${selector} { ${body.join('; ')} }`;
}

const parts = ['ids', 'classes, attributes and pseudo-classes', 'tags and pseudo-elements'];

function lessonFor(rules: readonly Rule[], property: string, isFirst: boolean): string[] {
  const [winner, loser] = isFirst ? rules : [rules[1], rules[0]];
  const whose = isFirst ? 'Yours' : 'The platform’s';
  const isImportant = ({ declarations }: Rule) =>
    declarations.some((one) => one.important && longhandsOf(one.property).includes(property));
  if (isImportant(winner) !== isImportant(loser))
    return [
      `Importance comes first: an important declaration beats every other, however strong its selector.`,
      ...(isFirst
        ? ['Yours lacks !important. Nothing less helps here, unless the platform’s can be taken away.']
        : []),
    ];
  const steps = [
    'Both are equally important, so the selectors decide. They are counted in three columns, from the left.',
  ];
  for (let i = 0; i < 3; i++) {
    const [more, less] = [winner.specificity[i], loser.specificity[i]];
    if (more === less) {
      steps.push(`${parts[i][0].toUpperCase()}${parts[i].slice(1)}: ${more} each. Equal, so look further.`);
      continue;
    }
    steps.push(
      `${parts[i][0].toUpperCase()}${parts[i].slice(1)}: ${more} against ${less}. That decides; what stands further right does not count any more.`,
    );
    steps.push(
      `${whose} lacks ${more - less} in this column${isFirst ? `: put ${more - less === 1 ? 'one more name' : `${more - less} more names`} of that kind in front or behind.` : '.'}`,
    );
    return steps;
  }
  steps.push('All three are equal, so the one that is loaded later wins.');
  if (isFirst) steps.push('Yours is loaded first. One more name, of any kind, tips it.');
  return steps;
}
