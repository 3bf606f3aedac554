// What is wrong in markup, told where it changes what a page is made of: slips of syntax, tags that close nothing, are never
// closed or left out, and names that are used twice.
import {
  Parser,
  type DefaultTreeAdapterMap,
  type DefaultTreeAdapterTypes,
  type ParserError,
  type Token,
} from 'parse5';
import type { Fault } from '../text/index.js';
import type { PageElement } from './element.js';
import type { SheetMention } from './markup.js';

type Tag = Token.TagToken;
type Node = DefaultTreeAdapterTypes.ChildNode;

/** What was made of the markup. */
interface Made {
  readonly elements: readonly PageElement[];
  readonly mentions: readonly SheetMention[];
  /** Elements without an end tag that need one. */
  readonly unclosed: readonly PageElement[];
}

/** Reads a document and notes its tags: of those that make or close nothing its tree tells nothing. */
export class NotingParser extends Parser<DefaultTreeAdapterMap> {
  readonly #errors: ParserError[];
  readonly #starts: Tag[] = [];
  readonly #ends: Tag[] = [];

  constructor() {
    const errors: ParserError[] = [];
    super({ sourceCodeLocationInfo: true, onParseError: (error) => errors.push(error) });
    this.#errors = errors;
  }

  read(source: string): DefaultTreeAdapterTypes.Document {
    this.tokenizer.write(source, true);
    return this.document;
  }

  override onStartTag(token: Tag): void {
    this.#starts.push(token);
    super.onStartTag(token);
  }

  override onEndTag(token: Tag): void {
    this.#ends.push(token);
    super.onEndTag(token);
  }

  /** In a file of that name, as they stand in it. */
  faults(file: string, source: string, made: Made): Fault[] {
    const { used, closed, ends } = this.#places();
    const isIdle = ({ tagName, location }: Tag) =>
      location !== null &&
      !givenAnyway.has(tagName) &&
      !used.has(location.startOffset) &&
      !this.#isInList(location.startOffset);
    const idle = new Set(this.#ends.filter(isIdle));
    const lost = this.#starts.filter(isIdle);
    // The end tag of what was left out has nothing to close.
    for (const { tagName, location } of lost) takeEnd(idle, tagName, location!.endOffset);
    const unclosed = made.unclosed.filter(({ place }) => place && !closed.has(place.start));
    return [
      ...syntaxFaults(this.#errors, source),
      ...openFaults(unclosed, idle, ends, this.#slashed()),
      ...[...idle].map(closesNothing),
      ...lost.map(leftOut),
      ...duplicateFaults(made),
    ]
      .sort((one, other) => one.line! - other.line! || one.column! - other.column!)
      .map((fault) => ({ kind: 'markup', file, ...fault }));
  }

  /** Whether a drop-down list is open there: what may stand in one engines tell in two ways. */
  #isInList(offset: number): boolean {
    const before = (tags: readonly Tag[]) =>
      tags.filter(({ tagName, location }) => tagName === 'select' && location!.startOffset < offset).length;
    return before(this.#starts) > before(this.#ends);
  }

  #places(): Places {
    const used = new Set<number>();
    const closed = new Set<number>();
    const ends = new Map<number, number>();
    const headings = new Set(
      this.#ends.flatMap(({ tagName, location }) => (isHeading.test(tagName) ? [location!.startOffset] : [])),
    );
    const queue: Node[] = [...this.document.childNodes];
    for (let node = queue.pop(); node; node = queue.pop()) {
      if (!('tagName' in node)) continue;
      queue.push(...node.childNodes);
      if ('content' in node) queue.push(...node.content.childNodes);
      const { sourceCodeLocation: location, tagName } = node;
      if (!location) continue;
      const { startOffset } = location.startTag ?? location;
      used.add(startOffset);
      if (location.endTag) {
        used.add(location.endTag.startOffset);
        ends.set(startOffset, location.endTag.startLine);
      } else if (isHeading.test(tagName) && headings.has(location.endOffset)) {
        used.add(location.endOffset);
        closed.add(startOffset);
      }
    }
    return { used, closed, ends };
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
  readonly ends: ReadonlyMap<number, number>;
}

type Found = Omit<Fault, 'kind' | 'file'>;

const ignoredSlash = 'non-void-html-element-start-tag-with-trailing-solidus';

/** These a browser opens again behind the end of what they stand in, up to their own end tag (HTML Standard §13.2.4.3). */
const formatting = /^(a|b|big|code|em|font|i|nobr|s|small|strike|strong|tt|u)$/;

/** Each page has them, written or not. */
const givenAnyway = new Set(['html', 'head', 'body']);

const isHeading = /^h[1-6]$/;

/** Takes the first end tag of that name behind a place out of some; undefined where there is none. */
function takeEnd(ends: Set<Tag>, name: string, from: number): Tag | undefined {
  for (const one of ends)
    if (one.tagName === name && one.location!.startOffset >= from) {
      ends.delete(one);
      return one;
    }
  return undefined;
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
  ends: Places['ends'],
  slashed: ReadonlySet<number>,
): Found[] {
  // A parser opens an unclosed <b> or <a> again in each following box; the tag in the markup is one.
  const once = new Map(unclosed.map((element) => [element.place?.start, element]));
  return [...once.values()].map(({ tag, place }): Found => {
    const { line, column, start, end } = place!;
    const until = ends.get(start) ?? takeEnd(idle, tag, end)?.location?.startLine;
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

function closesNothing({ tagName, location }: Tag): Found {
  const { startLine: line, startCol: column } = location!;
  const tag = `</${tagName}>`;
  if (tagName === 'p')
    return {
      line,
      column,
      message: `${tag} closes nothing, and the browser makes an empty <p> of it`,
      remedy: 'A <p> ends where a box such as <div>, <ul> or <table> begins in it.',
    };
  if (tagName === 'br')
    return { line, column, message: `the browser takes ${tag} for <br>`, remedy: 'Write <br>.' };
  return {
    line,
    column,
    message: `${tag} closes nothing, as no <${tagName}> is open there`,
    remedy: `Look for a missing <${tagName}>, or for one that was closed before.`,
  };
}

const leftOut = ({ tagName, location }: Tag): Found => ({
  line: location!.startLine,
  column: location!.startCol,
  message: `the browser leaves <${tagName}> out, as it cannot stand there`,
  remedy: `A rule for ${tagName} finds nothing here.`,
});

function duplicateFaults({ elements, mentions }: Made): Found[] {
  const faults: Found[] = [];
  const report = ({ place }: PageElement, message: string, remedy: string) =>
    faults.push({ line: place?.line, column: place?.column, message, remedy });
  const ids = new Map<string, PageElement>();
  for (const element of elements) {
    if (element.id === '') continue;
    // An id is one in its own tree.
    const key = `${element.host?.index ?? ''} ${element.id}`;
    const first = ids.get(key);
    if (!first) ids.set(key, element);
    else
      report(
        element,
        `the id "${element.id}" is already used in line ${first.place?.line ?? '?'}`,
        'A rule for #' + element.id + ' styles both.',
      );
  }
  const links = new Map<string, PageElement>();
  for (const { element, href } of mentions) {
    if (href === undefined) continue;
    const key = `${element.host?.index ?? ''} ${href}`;
    const first = links.get(key);
    if (!first) links.set(key, element);
    else
      report(
        element,
        `the sheet "${href}" is already linked in line ${first.place?.line ?? '?'}`,
        'The second link loads its rules again, after all sheets between.',
      );
  }
  return faults;
}
