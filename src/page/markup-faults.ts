// What is wrong in markup, told where it changes what a page is made of: slips of syntax, tags that close nothing, are never
// closed or left out, and names that are used twice.
import {
  Parser,
  type DefaultTreeAdapterMap,
  type DefaultTreeAdapterTypes,
  type ParserError,
  type Token,
} from 'parse5';
import { Lines, type Fault } from '../text/index.js';
import type { PageElement } from './element.js';
import type { SheetMention } from './markup.js';

/** A tag as it stands in the markup. */
interface Tag {
  readonly name: string;
  readonly start: number;
  readonly line: number;
  readonly column: number;
}

type Node = DefaultTreeAdapterTypes.ChildNode;

/** What was made of the markup. */
interface Made {
  readonly elements: readonly PageElement[];
  readonly mentions: readonly SheetMention[];
  /** Elements without an end tag that need one. */
  readonly unclosed: readonly PageElement[];
  /** Where their tags begin, added up. */
  readonly tags: { readonly starts: number; readonly ends: number };
}

/** Reads a document and notes where its tags begin: of those that make or close nothing its tree tells nothing. */
export class NotingParser extends Parser<DefaultTreeAdapterMap> {
  readonly #errors: ParserError[];
  readonly #starts: number[] = [];
  readonly #ends: number[] = [];

  constructor(private readonly source: string) {
    const errors: ParserError[] = [];
    super({ sourceCodeLocationInfo: true, onParseError: (error) => errors.push(error) });
    this.#errors = errors;
  }

  read(): DefaultTreeAdapterTypes.Document {
    this.tokenizer.write(this.source, true);
    return this.document;
  }

  override onStartTag(token: Token.TagToken): void {
    if (isWritten(token)) this.#starts.push(token.location!.startOffset);
    super.onStartTag(token);
  }

  override onEndTag(token: Token.TagToken): void {
    if (isWritten(token)) this.#ends.push(token.location!.startOffset);
    super.onEndTag(token);
  }

  /** In a file of that name, as they stand in it. */
  faults(file: string, made: Made): Fault[] {
    return [...syntaxFaults(this.#errors, this.source), ...this.#tagFaults(made), ...duplicateFaults(made)]
      .sort((one, other) => one.line! - other.line! || one.column! - other.column!)
      .map((fault) => ({ kind: 'markup', file, ...fault }));
  }

  #tagFaults({ unclosed, tags }: Made): Found[] {
    // Of tags that all made or closed something none is over: most pages need no second look.
    const isWhole = sumOf(this.#starts) === tags.starts && sumOf(this.#ends) === tags.ends;
    if (isWhole && unclosed.length === 0) return [];
    const { used, closed, endLines } = this.#places();
    const isInList = this.#lists();
    const lines = new Lines(this.source);
    const idleOf = (places: readonly number[]): Tag[] =>
      places
        .filter((start) => !used.has(start) && !isInList(start))
        .map((start) => ({ name: this.#nameAt(start), start, ...lines.at(start) }));
    const idle = new Set(idleOf(this.#ends));
    const lost = idleOf(this.#starts);
    // The end tag of what was left out has nothing to close.
    takeEnds(idle, lost);
    const open = unclosed.filter(({ place }) => place && !closed.has(place.start));
    return [
      ...openFaults(open, idle, endLines, this.#slashed()),
      ...[...idle].map(closesNothing),
      ...lost.map(leftOut),
    ];
  }

  #nameAt(start: number): string {
    const name = /<\/?([^\s/>]*)/y;
    name.lastIndex = start;
    return name.exec(this.source)![1].toLowerCase();
  }

  #places(): Places {
    const used = new Set<number>();
    const closed = new Set<number>();
    const endLines = new Map<number, number>();
    const headings = new Set(this.#ends.filter((start) => isHeading.test(this.#nameAt(start))));
    const queue: Node[] = [...this.document.childNodes];
    for (let node = queue.pop(); node; node = queue.pop()) {
      if (!('tagName' in node)) continue;
      for (const child of node.childNodes) queue.push(child);
      if ('content' in node) for (const child of node.content.childNodes) queue.push(child);
      const { sourceCodeLocation: location, tagName } = node;
      if (!location) continue;
      const { startOffset } = location.startTag ?? location;
      used.add(startOffset);
      if (location.endTag) {
        used.add(location.endTag.startOffset);
        endLines.set(startOffset, location.endTag.startLine);
      } else if (isHeading.test(tagName) && headings.has(location.endOffset)) {
        used.add(location.endOffset);
        closed.add(startOffset);
      }
    }
    return { used, closed, endLines };
  }

  /** Whether a drop-down list is open at a place: what may stand in one engines tell in two ways. */
  #lists(): (start: number) => boolean {
    const placesOf = (places: readonly number[]) =>
      places.filter((start) => this.#nameAt(start) === 'select');
    const [starts, ends] = [placesOf(this.#starts), placesOf(this.#ends)];
    let next = 0;
    const lists = starts.map((start) => {
      while (ends[next] < start) next++;
      return { start, end: ends[next] ?? Infinity };
    });
    return (place) => {
      let [low, high] = [0, lists.length];
      while (low < high) {
        const middle = (low + high) >> 1;
        if (lists[middle].start < place) low = middle + 1;
        else high = middle;
      }
      return low > 0 && place < lists[low - 1].end;
    };
  }

  /** Where tags begin that end in a slash, and stay open all the same. */
  #slashed(): ReadonlySet<number> {
    const slashes = this.#errors.filter(({ code }) => code === ignoredSlash);
    return new Set(slashes.map(({ startOffset }) => startOffset));
  }
}

/** Places of tags, as offsets in the markup. */
interface Places {
  /** Where the tags begin that made something or closed it. */
  readonly used: ReadonlySet<number>;
  /** Where headings begin that another heading's tag has closed. */
  readonly closed: ReadonlySet<number>;
  /** The line of the end tag of what begins there, or of what was opened again for it. */
  readonly endLines: ReadonlyMap<number, number>;
}

type Found = Omit<Fault, 'kind' | 'file'>;

const ignoredSlash = 'non-void-html-element-start-tag-with-trailing-solidus';

/** These a browser opens again behind the end of what they stand in, up to their own end tag (HTML Standard §13.2.4.3). */
const formatting = /^(a|b|big|code|em|font|i|nobr|s|small|strike|strong|tt|u)$/;

/** Each page has them, written or not. */
export const givenAnyway = new Set(['html', 'head', 'body']);
const isWritten = ({ tagName, location }: Token.TagToken) => location !== null && !givenAnyway.has(tagName);
const sumOf = (places: readonly number[]) => places.reduce((sum, start) => sum + start + 1, 0);

const isHeading = /^h[1-6]$/;

/** For each of some tags in the markup's order, the first end tag of its name behind it, which is taken out of the rest. */
function takeEnds(
  ends: Set<Tag>,
  wanted: readonly { readonly name: string; readonly start: number }[],
): (Tag | undefined)[] {
  const byName = new Map<string, Tag[]>();
  for (const one of ends) {
    const alike = byName.get(one.name);
    if (alike) alike.push(one);
    else byName.set(one.name, [one]);
  }
  for (const list of byName.values()) list.reverse();
  return wanted.map(({ name, start }) => {
    const list = byName.get(name) ?? [];
    // What stands before this one stands before all that follow.
    while (list.length && list.at(-1)!.start < start) list.pop();
    const found = list.pop();
    if (found) ends.delete(found);
    return found;
  });
}

const words: Readonly<Record<string, string>> = {
  'duplicate-attribute': 'an attribute is written twice; the first one counts',
  'eof-in-tag': 'the markup ends inside a tag',
  'eof-in-comment': 'a comment is never closed, so the rest of the page is part of it',
  'incorrectly-opened-comment': '<! begins a comment, which takes in all up to the next >',
  'unexpected-question-mark-instead-of-tag-name': '<? begins a comment, which takes in all up to the next >',
  'unexpected-character-in-attribute-name':
    'a quote or < stands inside an attribute’s name; a quote or > is missing before it',
  'missing-whitespace-between-attributes': 'no space stands between two attributes',
  'unexpected-character-in-unquoted-attribute-value': 'a quote or = stands in a value without quotes',
  'end-tag-with-attributes': 'an end tag has attributes, which are ignored',
};

/** Comments that nobody meant, with how far behind its < the parser tells of each. */
const strayComments: Readonly<Record<string, number>> = {
  'incorrectly-opened-comment': 2,
  'unexpected-question-mark-instead-of-tag-name': 1,
};

/** Whether a tag begins before the `>` that ends what begins there. */
function swallowsTag(source: string, from: number): boolean {
  const end = source.indexOf('>', from);
  return source.slice(from, end < 0 ? undefined : end).includes('<');
}

/** Faults of syntax that change what the page shows; the many harmless ones are left out. */
const syntaxFaults = (errors: readonly ParserError[], source: string): Found[] =>
  errors
    .filter(({ code }) => Object.hasOwn(words, code))
    .filter(({ code, startOffset }) => !(code in strayComments) || swallowsTag(source, startOffset))
    .map(({ code, startLine, startCol }) => ({
      line: startLine,
      column: startCol - (strayComments[code] ?? 0),
      message: words[code],
    }));

/** Elements that are never closed, or too late; end tags that come too late are taken out of those that close nothing. */
function openFaults(
  unclosed: readonly PageElement[],
  idle: Set<Tag>,
  endLines: Places['endLines'],
  slashed: ReadonlySet<number>,
): Found[] {
  // A parser opens an unclosed <b> or <a> again in each following box; the tag in the markup is one.
  const once = new Map(unclosed.map((element) => [element.place?.start, element]));
  const all = [...once.values()];
  const open = all.filter(({ place }) => !endLines.has(place!.start));
  const late = takeEnds(
    idle,
    open.map(({ tag, place }) => ({ name: tag, start: place!.start })),
  );
  const lateOf = new Map(open.map((element, i) => [element, late[i]]));
  return all.map((element): Found => {
    const { tag, place } = element;
    const { line, column, start } = place!;
    const until = endLines.get(start) ?? lateOf.get(element)?.line;
    return { line, column, ...stayingOpen(tag, until, slashed.has(start)) };
  });
}

/** What is said of a tag that is not closed where it should be; `until` is the line of an end tag that comes too late. */
function stayingOpen(tag: string, until: number | undefined, isSlashed: boolean): Found {
  const isOpenedAgain = formatting.test(tag);
  if (isSlashed)
    return {
      message: `the slash of <${tag}/> closes nothing, and what follows stands inside`,
      remedy: `Write <${tag}></${tag}>.`,
    };
  if (until === undefined)
    return {
      message: `<${tag}> is never closed; the browser closes it where its parent ends${isOpenedAgain ? ', and opens it again behind that' : ''}`,
      remedy: `What follows it may stand inside it: look for a missing </${tag}>.`,
    };
  return {
    message: isOpenedAgain
      ? `<${tag}> reaches past the end of its parent; the browser closes it there, and opens it again behind that, up to line ${until}`
      : `<${tag}> is closed where its parent ends; its </${tag}> in line ${until} comes too late`,
    remedy: `Write </${tag}> before the end of what <${tag}> stands in.`,
  };
}

function closesNothing({ name, line, column }: Tag): Found {
  const tag = `</${name}>`;
  if (name === 'p')
    return {
      line,
      column,
      message: `${tag} closes nothing, and the browser makes an empty <p> of it`,
      remedy: 'A <p> ends where a box such as <div>, <ul> or <table> begins in it.',
    };
  if (name === 'br')
    return { line, column, message: `the browser takes ${tag} for <br>`, remedy: 'Write <br>.' };
  return {
    line,
    column,
    message: `${tag} closes nothing, as no <${name}> is open there`,
    remedy: `Look for a missing <${name}>, or for one that was closed before.`,
  };
}

const leftOut = ({ name, line, column }: Tag): Found => ({
  line,
  column,
  message: `the browser leaves <${name}> out, as it cannot stand there`,
  remedy: `A rule for ${name} finds nothing here.`,
});

const duplicateFaults = ({ elements, mentions }: Made): Found[] => [
  ...repeated(
    elements.map((element) => ({ element, name: element.id || undefined })),
    (id, line) => ({
      message: `the id "${id}" is already used in line ${line}`,
      remedy: `A rule for #${id} styles both.`,
    }),
  ),
  ...repeated(
    mentions.map(({ element, href }) => ({ element, name: href })),
    (href, line) => ({
      message: `the sheet "${href}" is already linked in line ${line}`,
      remedy: 'The second link loads its rules again, after all sheets between.',
    }),
  ),
];

/** What is said of each thing whose name an earlier one in its own tree has. */
function repeated(
  things: readonly { readonly element: PageElement; readonly name?: string }[],
  words: (name: string, line: number | '?') => Pick<Found, 'message' | 'remedy'>,
): Found[] {
  const firsts = new Map<string, PageElement>();
  return things.flatMap(({ element, name }): Found[] => {
    if (name === undefined) return [];
    const key = `${element.host?.index ?? ''} ${name}`;
    const first = firsts.get(key);
    if (!first) firsts.set(key, element);
    const { line, column } = element.place ?? {};
    return first ? [{ line, column, ...words(name, first.place?.line ?? '?') }] : [];
  });
}
