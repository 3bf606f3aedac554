// Pages and drafts made of what frameworks and widgets say: rules that stand side by side in one of their sheets, markup that
// these match, and a draft of their selectors with their neighbours' declarations.
import { readFileSync } from 'node:fs';
import { generate, parse, walk, type CssNode, type Rule as Parsed, type Selector } from 'css-tree';
import fc from 'fast-check';
import type { OrdinaryCase } from './ordinary.js';
import { print, type Declared, type HeldState, type Pick, type Rule } from './ordinary-rules.js';

const files = [
  'fomantic-ui-css/semantic.css',
  'uikit/dist/css/uikit.css',
  'bootstrap/dist/css/bootstrap.css',
  '@picocss/pico/css/pico.css',
  'tabulator-tables/dist/css/tabulator.css',
  'choices.js/public/assets/styles/choices.css',
  'flatpickr/dist/flatpickr.css',
  'swiper/swiper-bundle.css',
];

/** A selector of a sheet, with markup that it matches. */
interface Matching {
  readonly pick: Pick;
  readonly markup: string;
}

/** A rule of a sheet as it is written there. */
interface Written {
  /** The media query around it; '' for none. */
  readonly media: string;
  readonly selectors: readonly Matching[];
  readonly declarations: readonly Declared[];
}

interface Sheet {
  readonly rules: readonly Written[];
  /** What the sheet says of its variables on the root. */
  readonly variables: ReadonlyMap<string, string>;
}

/** States that are held, as classes or as scripts set them; and what markup alone decides. */
const held = /^(hover|focus|active|focus-visible|focus-within|checked|disabled|indeterminate)$/;
const plain =
  /^(first-child|last-child|only-child|nth-child|nth-last-child|nth-of-type|first-of-type|last-of-type|empty|root|not|is|where|has|enabled|required|optional|read-only|link|any-link)$/;
const fixedAttributes = /^(type|href|role|class|title|readonly|multiple|size|data-.*|aria-.*)$/;
/** Attributes that scripts set and take away. */
const toggled =
  /^(aria-(expanded|selected|current|pressed|checked|hidden|disabled|busy|invalid|sort)|open|hidden|disabled|checked)$/;
const pseudoElements = /^(before|after|placeholder|first-letter|marker)$/;
const tags =
  /^(div|span|p|a|ul|ol|li|h[1-6]|button|input|label|details|summary|dialog|fieldset|legend|form|progress|section|article|nav|header|footer|main|img|select|textarea|small|b|strong|em|code|hr|figure|dl|dt|dd|i|table|svg)$/;
const empty = /^(input|img|hr|br)$/;

const kept: Record<number, string> = { 600: '600px', 900: '900px', 1000: '1000px' };

/** The same query about the widths that the judge looks at. */
const atKnownWidths = (media: string): string =>
  // What looks like a state there is none.
  media.replaceAll(':', ': ').replace(/[\d.]+px/g, (text) => {
    const width = parseFloat(text);
    return kept[width <= 640 ? 600 : width < 1000 ? 900 : 1000];
  });

/** A selector that ended at a pseudo-element or a state, and behind it names nothing any more: anything. */
const withSubject = (text: string): string => (/[\w\])*-]$/.test(text) ? text : `${text}*`);

/** A selector whose states can be held, its pseudo-element apart; undefined for what the judge cannot ask about. */
function matchingOf(selector: Selector): Matching | undefined {
  const states: HeldState[] = [];
  const parts: CssNode[] = [];
  let pseudo = '';
  let isAskable = true;
  // Every other such selector is of markup as scripts leave it.
  const isToggled = (node: CssNode) =>
    node.type === 'AttributeSelector' &&
    toggled.test(node.name.name) &&
    generate(selector).length % 2 === 0 &&
    (node.matcher === null || node.matcher === '=');
  const stateless = () => {
    const text = parts
      .filter((one) => !(one.type === 'PseudoClassSelector' && (held.test(one.name) || one.children)))
      .filter((one) => !isToggled(one))
      .map((one) => generate(one))
      .join('');
    return withSubject(text);
  };
  for (const node of selector.children.toArray()) {
    if (
      node.type === 'PseudoElementSelector' ||
      /^(before|after)$/.test((node as { name?: string }).name ?? '')
    ) {
      if (!pseudoElements.test((node as { name: string }).name) || pseudo) isAskable = false;
      pseudo = `::${(node as { name: string }).name}`;
      continue;
    }
    if (pseudo) isAskable = false;
    if (node.type === 'PseudoClassSelector') {
      walk(node, (inner) => {
        if (inner.type === 'PseudoElementSelector') isAskable = false;
        if (inner.type !== 'PseudoClassSelector') return;
        if (held.test(inner.name)) {
          states.push({ carrier: stateless(), state: `:${inner.name}` });
          if (node.name === 'has') isAskable = false;
        } else if (!plain.test(inner.name)) isAskable = false;
      });
    }
    if (isToggled(node)) states.push({ carrier: stateless(), state: generate(node) });
    walk(node, (inner) => {
      if (inner.type === 'AttributeSelector' && !fixedAttributes.test(inner.name.name))
        isAskable &&= toggled.test(inner.name.name);
      // States are held as classes, so that none has no class while one is held.
      if (inner.type === 'AttributeSelector' && inner.name.name === 'class' && !inner.matcher)
        isAskable = false;
      if (inner.type === 'NestingSelector' || inner.type === 'Percentage') isAskable = false;
    });
    parts.push(node);
  }
  const markup = markupOf(parts.filter((one) => !isToggled(one)));
  if (!isAskable || parts.length === 0 || markup === undefined) return undefined;
  const text = withSubject(parts.map((one) => generate(one)).join(''));
  return { pick: { text, ...(pseudo && { pseudo }), ...(states.length && { states }) }, markup };
}

/** Markup in which something matches; undefined where it would need what a body cannot hold. */
function markupOf(parts: readonly CssNode[]): string | undefined {
  let open = '';
  let close = '';
  let tag = 'div';
  let names: string[] = [];
  let attributes = '';
  let isPossible = true;
  const put = (isLast: boolean, isBeside: boolean) => {
    // A picture of no size shows nothing of what is said of its size.
    const size = tag === 'img' ? ' alt="" width="40" height="30"' : '';
    const start = `<${tag}${names.length ? ` class="${names.join(' ')}"` : ''}${attributes}${size}>`;
    if (empty.test(tag)) {
      open += start;
      isPossible &&= isLast || isBeside;
    } else if (isBeside) open += `${start}x</${tag}>`;
    else {
      open += start + (isLast ? 'words' : '');
      close = `</${tag}>${close}`;
    }
    tag = 'div';
    names = [];
    attributes = '';
  };
  for (const node of parts) {
    if (node.type === 'TypeSelector') {
      if (node.name !== '*') tag = node.name.toLowerCase();
      isPossible &&= node.name === '*' || tags.test(tag);
    } else if (node.type === 'ClassSelector') names.push(node.name.replaceAll('\\', ''));
    else if (node.type === 'IdSelector') attributes += ` id="${node.name}"`;
    else if (node.type === 'AttributeSelector') {
      const value =
        node.value?.type === 'String'
          ? node.value.value
          : node.value?.type === 'Identifier'
            ? node.value.name
            : '';
      if (node.name.name === 'class') names.push(value.trim());
      else attributes += ` ${node.name.name}="${value.replaceAll('"', '')}"`;
    } else if (node.type === 'Combinator') put(false, /[+~]/.test(node.name));
  }
  put(true, false);
  return isPossible ? open + close : undefined;
}

const texts = new Map<string, string>();
function textOf(file: string): string {
  const text =
    texts.get(file) ?? readFileSync(new URL(`../../node_modules/${file}`, import.meta.url), 'utf8');
  texts.set(file, text);
  return text;
}

function sheetOf(file: string): Sheet {
  const rules: Written[] = [];
  const variables = new Map<string, string>();
  const ast = parse(textOf(file), { parseValue: false });
  walk(ast, {
    visit: 'Rule',
    enter(this: { atrule: CssNode | null }, node: Parsed) {
      const { atrule } = this as { atrule: { name: string; prelude: CssNode | null } | null };
      if (atrule && atrule.name !== 'media') return;
      const media = atrule?.prelude ? atKnownWidths(generate(atrule.prelude)) : '';
      if (/[\d.]em|-(ms|moz)-/.test(media) || node.prelude.type !== 'SelectorList') return;
      const declarations = node.block.children.toArray().flatMap((one): Declared[] =>
        one.type === 'Declaration'
          ? [
              {
                kind: 'declaration',
                property: one.property,
                value: generate(one.value) + (one.important ? ' !important' : ''),
              },
            ]
          : [],
      );
      if (/:root/.test(generate(node.prelude)) && !media)
        for (const { property, value } of declarations)
          if (property.startsWith('--') && !variables.has(property)) variables.set(property, value);
      const selectors = node.prelude.children.toArray().flatMap((one) => {
        const found = one.type === 'Selector' ? matchingOf(one) : undefined;
        return found ? [found] : [];
      });
      const said = declarations.filter(
        ({ value }) => value.length < 200 && !/url\(|expression|progid/i.test(value),
      );
      if (selectors.length && said.length) rules.push({ media, selectors, declarations: said });
    },
  });
  return { rules, variables };
}

const sheets = new Map<string, Sheet>();
function read(file: string): Sheet {
  let found = sheets.get(file);
  if (!found) sheets.set(file, (found = sheetOf(file)));
  return found;
}

const ruleFrom = (media: string, picks: readonly Pick[], declarations: readonly Declared[]): Rule => {
  const rule: Rule = { kind: 'rule', picks, body: declarations };
  return media ? { kind: 'group', front: `@media ${media}`, body: [rule] } : rule;
};

/** What the variables that a text reads are on the root, and those that these read. */
function variablesFor(text: string, { variables }: Sheet): string {
  const wanted = new Map<string, string>();
  const queue = [text];
  for (let from = queue.pop(); from !== undefined; from = queue.pop())
    for (const [, name] of from.matchAll(/var\(\s*(--[\w-]+)/g)) {
      const value = variables.get(name);
      if (value === undefined || wanted.has(name)) continue;
      wanted.set(name, value);
      queue.push(value);
    }
  return wanted.size
    ? `:root { ${[...wanted].map(([name, value]) => `${name}: ${value}`).join('; ')} }\n`
    : '';
}

/** So many neighbours in a sheet are a page's. */
const neighbours = 14;

/** One rule of a draft: whose selectors, whose declarations, and how they are written. */
const drafted = fc.record({
  of: fc.nat(),
  from: fc.nat(),
  which: fc.array(fc.nat(), { minLength: 1, maxLength: 3 }),
  isImportant: fc.integer({ min: 0, max: 5 }).map((one) => one === 0),
  front: fc.constantFrom('', '', '', 'body ', 'html body '),
  media: fc.constantFrom('', '', '', '', 'of', '(max-width: 600px)', 'print'),
  isSingle: fc.boolean(),
});

/** A page of one framework's neighbouring rules, and a draft that mixes them. */
export const frameworkCase: fc.Arbitrary<OrdinaryCase> = fc
  .record({
    file: fc.constantFrom(...files),
    at: fc.double({ min: 0, max: 1, noNaN: true, maxExcluded: true }),
    step: fc.constantFrom(1, 1, 2, 3),
    draft: fc.array(drafted, { minLength: 4, maxLength: 12 }),
    order: fc.array(fc.nat(), { minLength: 4, maxLength: 8 }),
    isThere: fc.integer({ min: 0, max: 3 }).map((one) => one > 0),
  })
  .map(({ file, at, step, draft, order, isThere }) => {
    const sheet = read(file);
    const first = Math.floor(at * Math.max(1, sheet.rules.length - neighbours * step));
    const near = sheet.rules.slice(first, first + neighbours * step).filter((_, i) => i % step === 0);
    const site = near.map(({ media, selectors, declarations }) =>
      ruleFrom(
        media,
        selectors.slice(0, 6).map(({ pick }) => pick),
        declarations,
      ),
    );
    const all = near.flatMap(({ selectors }) => selectors.slice(0, 6));
    const rules = draft.map(({ of, from, which, isImportant, front, media, isSingle }) => {
      const own = near[of % near.length];
      const picks = own.selectors
        .slice(0, isSingle ? 1 : 3)
        .map(({ pick: { text, states = [], ...rest } }): Pick => ({
          ...rest,
          text: front + text,
          states: states.map(({ carrier, state }) => ({ carrier: front + carrier, state })),
        }));
      const { declarations } = near[from % near.length];
      const said = [...new Set(which.map((one) => declarations[one % declarations.length]))].map(
        (one): Declared => ({
          ...one,
          value: one.value.replace(/ !important$/, '') + (isImportant ? ' !important' : ''),
        }),
      );
      return ruleFrom(media === 'of' ? own.media : media, picks, said);
    });
    const printed = print(rules);
    const printedSite = print(site);
    // Of several states each may be meant to be held without the others.
    const states = new Map(
      [printed, printedSite]
        .flatMap(({ declarations }) => declarations)
        .flatMap((one) => [one.states, ...one.states.map((alone) => [alone])])
        .map((list) => [JSON.stringify(list), list]),
    );
    states.delete('[]');
    // Mostly what the draft is for is there; else scripts would have to give it its names first.
    const wanted = (isThere ? draft : []).flatMap(({ of }) => near[of % near.length].selectors.slice(0, 3));
    const markup = [...order.map((one) => all[one % all.length]), ...all.slice(0, 8), ...wanted].map(
      (one) => one.markup,
    );
    const text = printedSite.text + printed.text;
    return {
      html: `<html lang="en"><head><title>x</title></head><body>${[...new Set(markup)].join('\n')}</body></html>`,
      sheets: [variablesFor(text, sheet) + printedSite.text],
      draft: printed.text,
      declarations: printed.declarations,
      states: [...states.values()],
    };
  });

/** A stretch of a sheet as it is written, cut off behind any declaration. */
export const frameworkText: fc.Arbitrary<string> = fc
  .record({
    file: fc.constantFrom(...files),
    at: fc.double({ min: 0, max: 1, noNaN: true, maxExcluded: true }),
    length: fc.integer({ min: 1, max: 1500 }),
    isWhole: fc.boolean(),
  })
  .map(({ file, at, length, isWhole }) => {
    const text = textOf(file);
    const start = Math.floor(at * text.length);
    // Half of them begin where a rule does.
    const from = isWhole ? text.indexOf('}', start) + 1 : start;
    const cut = text.slice(from, from + length);
    // What a variable's text leaves open is told as it is written, and closed all the same.
    return cut.slice(0, Math.max(cut.lastIndexOf(';\n'), cut.lastIndexOf('}\n')) + 1);
  });

/** Things that have the names of which a sheet speaks, those of one compound on one. */
export function markupNamedIn(css: string): string {
  const compounds = new Set(css.match(/(\.-?[a-z_][\w-]*)+/gi));
  return [...compounds]
    .slice(0, 25)
    .map((names) => `<div class="${names.slice(1).replaceAll('.', ' ')}">x</div>`)
    .join('');
}
