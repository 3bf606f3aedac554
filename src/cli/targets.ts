import type { Command } from 'commander';
import type { Target } from '../cascade/index.js';
import { isPseudoElement } from '../facts/index.js';
import { openPage } from '../node/index.js';
import { nearestNames, type ContainerSize, type Held, type Page, type PageElement } from '../page/index.js';
import { count, list, shorten, YeltoError } from '../text/index.js';
import type { Io } from './io.js';

/** Options by which a command is told which page, and under which conditions. */
export interface PageOptions {
  readonly width?: string;
  readonly hold?: readonly string[];
  readonly container?: readonly string[];
  readonly json?: boolean;
}

/** Options by which a command is told what on the page. */
export interface TargetOptions extends PageOptions {
  readonly at?: string;
  readonly text?: string;
}

export function addPageOptions(command: Command): Command {
  return command
    .option('--width <px>', 'look at the page in a window of this width', '1280')
    .option(
      '--hold <state>',
      'keep a state on, as in ".row:hover" or ".menu.is-open"; may be repeated',
      collect,
    )
    .option(
      '--container <size>',
      'the width of a container, as in ".cards 480", for container queries; may be repeated',
      collect,
    )
    .option('--json', 'print the answer as JSON');
}

export function addTargetOptions(command: Command): Command {
  return addPageOptions(command)
    .option('--at <selector>', 'the thing, by a selector; "::before" and its like are allowed')
    .option('--text <words>', 'the thing, by words that it shows');
}

export function collect(value: string, before: readonly string[] = []): string[] {
  return [...before, value];
}

/** Opens the page under the conditions that the options name. */
export async function openForCommand(io: Io, where: string, options: PageOptions): Promise<Page> {
  const width = Number(options.width ?? 1280);
  if (!(width >= 1 && width <= 100_000))
    throw new YeltoError(`--width takes a number of CSS px, not "${options.width}".`);
  const onProgress =
    io.isTerminal && /^https?:/i.test(where)
      ? (reading: string) => io.err(`reading ${shorten(reading, 70)}`)
      : undefined;
  return openPage(where, {
    conditions: {
      width,
      held: heldStates(options.hold ?? []),
      containers: containerSizes(options.container),
    },
    onProgress,
  });
}

/** `.cards 480`: what the selector matches is 480 CSS px wide inside; `.cards 480 300` is 300 high as well. */
function containerSizes(texts: readonly string[] | undefined): ContainerSize[] | undefined {
  return texts?.map((text) => {
    const [, selector, width, height] = /^(.+?)\s+([\d.]+)(?:\s+([\d.]+))?$/.exec(text.trim()) ?? [];
    if (selector === undefined) {
      throw new YeltoError(`--container "${text}" gives no size.`, {
        remedy: 'Write a selector and a width in CSS px, as in ".cards 480".',
      });
    }
    return { selector, width: Number(width), height: height === undefined ? undefined : Number(height) };
  });
}

/** `.row:hover` holds `:hover` on `.row`; `.menu.is-open` holds the last class on the rest. */
export function heldStates(texts: readonly string[]): Held[] {
  return texts.map((text) => {
    const found = /^([^]+?)((?::[\w-]+|\.[\w-]+|\[[^\]]+\]))$/.exec(text.trim());
    if (!found) {
      throw new YeltoError(`--hold "${text}" names no state.`, {
        remedy: 'Write a selector and the state behind it, as in ".row:hover" or ".menu.is-open".',
      });
    }
    return { selector: found[1], state: found[2] };
  });
}

/**
 * What `--at` or `--text` point at.
 * @throws YeltoError when neither or both are given, or nothing is found.
 */
export function findTargets(page: Page, { at, text }: TargetOptions): Target[] {
  if ((at === undefined) === (text === undefined)) {
    throw new YeltoError('Say which thing is meant, in one way.', {
      remedy: 'Use --at "<selector>" or --text "<words on the page>".',
    });
  }
  return at !== undefined ? bySelector(page, at) : [byText(page, text!)];
}

function bySelector(page: Page, selector: string): Target[] {
  const [, bare = selector, pseudo] =
    /^([^]*?)(::[\w-]+(?:\([^)]*\))?|:(?:before|after|first-line|first-letter))$/.exec(selector) ?? [];
  const isPseudo = pseudo !== undefined && isPseudoElement(pseudo.replace(/^:+/, '').replace(/\(.*/, ''));
  const elements = page.select(isPseudo ? bare || '*' : selector);
  if (elements.length === 0) {
    const near = nearestNames(page.elements, selector);
    throw new YeltoError(`Nothing on ${page.name} matches "${selector}".`, {
      text: selector,
      remedy: near.length
        ? `Did you mean ${list(near, 'or')}?`
        : `Point by words on the page with --text, or see what names there are: yelto survey ${page.name}`,
    });
  }
  return isPseudo ? elements.map((element) => ({ element, pseudo })) : elements;
}

/** The smallest element that shows the words: the deepest one whose text holds them. */
function byText(page: Page, words: string): PageElement {
  const wanted = words.replace(/\s+/g, ' ').trim().toLowerCase();
  const shows = (element: PageElement) =>
    !/^(head|script|style|template|noscript)$/.test(element.tag) &&
    element.text.toLowerCase().includes(wanted);
  let found = page.elements[0];
  if (wanted === '' || !shows(found)) {
    throw new YeltoError(`No text on ${page.name} reads "${words}".`, {
      text: words,
      remedy: 'Give a few words as they stand in the page; or point with --at "<selector>".',
    });
  }
  for (let next = found.children.find(shows); next; next = found.children.find(shows)) found = next;
  return found;
}

/** "the first of 6 elements that match", or ''. */
export function amongOthers(targets: readonly Target[]): string {
  return targets.length > 1 ? `the first of ${count(targets.length, 'element')} that match` : '';
}
