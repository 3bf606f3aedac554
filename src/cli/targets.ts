import type { Command } from 'commander';
import type { Target } from '../cascade/index.js';
import { isPseudoElement } from '../facts/index.js';
import { openPage } from '../node/index.js';
import { componentsHolding } from '../hook/index.js';
import { nearestNames, type Page, type PageElement } from '../page/index.js';
import { count, list, shorten, YeltoError } from '../text/index.js';
import { addAddressOptions, readAddressOptions, type AddressOptions } from './address.js';
import {
  addConditionOptions,
  checkConditions,
  collect,
  readConditions,
  type ConditionOptions,
} from './conditions.js';
import type { Io } from './io.js';

/** Options by which a command is told under which conditions, and how to answer. */
export interface PageOptions extends ConditionOptions, AddressOptions {
  readonly json?: boolean;
}

/** Options by which a command is told what on the page. */
export interface TargetOptions extends PageOptions {
  readonly at?: string;
  readonly inside?: readonly string[];
  readonly text?: string;
}

export function addPageOptions(command: Command): Command {
  return addAddressOptions(addConditionOptions(command)).option('--json', 'print the answer as JSON');
}

export function addTargetOptions(command: Command): Command {
  return addPageOptions(command)
    .option('--at <selector>', 'the thing, by a selector; "::before" and its like are allowed')
    .option(
      '--inside <selector>',
      'look for it inside the component that this matches; once more for a component in that one',
      collect,
    )
    .option('--text <words>', 'the thing, by words that it shows');
}

/** Opens the page under the conditions that the options name. */
export async function openForCommand(io: Io, where: string, options: PageOptions): Promise<Page> {
  const conditions = readConditions(options);
  const onProgress =
    io.isTerminal && /^https?:/i.test(where)
      ? (reading: string) => io.err(`reading ${shorten(reading, 70)}`)
      : undefined;
  const page = await openPage(where, { ...readAddressOptions(io, options), conditions, onProgress });
  checkConditions([page], options);
  return page;
}

/**
 * What `--at` or `--text` point at.
 * @throws YeltoError when neither or both are given, or nothing is found.
 */
export function findTargets(page: Page, { at, text, inside = [] }: TargetOptions): Target[] {
  if ((at === undefined) === (text === undefined)) {
    throw new YeltoError('Say which thing is meant, in one way.', {
      remedy: 'Use --at "<selector>" or --text "<words on the page>".',
    });
  }
  if (text !== undefined && inside.length)
    throw new YeltoError('--inside goes with --at; words are looked for everywhere.', {
      remedy: 'Leave out --inside, or name the thing with --at.',
    });
  return at !== undefined ? bySelector(page, at, inside) : [byText(page, text!)];
}

function bySelector(page: Page, selector: string, inside: readonly string[]): Target[] {
  const [, bare = selector, pseudo] =
    /^([^]*?)(::[\w-]+(?:\([^)]*\))?|:(?:before|after|first-line|first-letter))$/.exec(selector) ?? [];
  const isPseudo = pseudo !== undefined && isPseudoElement(pseudo.replace(/^:+/, '').replace(/\(.*/, ''));
  const wanted = isPseudo && !/^::part\(/i.test(pseudo) ? bare || '*' : selector;
  const elements = withinAll(page, inside).flatMap((host) => page.select(wanted, host));
  if (elements.length === 0) {
    const near = nearestNames(page.elements, selector);
    const [component] = componentsHolding(page, wanted);
    if (component && !inside.length)
      throw new YeltoError(
        `"${selector}" stands inside the component ${component.tag}, in a tree of its own.`,
        {
          text: selector,
          remedy: `Point at it with --inside '${component.tag}' --at '${selector}'.`,
        },
      );
    throw new YeltoError(`Nothing on ${page.name} matches "${selector}"${inside.length ? ' there' : ''}.`, {
      text: selector,
      remedy: near.length
        ? `Did you mean ${list(near, 'or')}?`
        : `Point by words on the page with --text, or see what names there are: yelto survey ${page.name}`,
    });
  }
  return isPseudo && wanted !== selector ? elements.map((element) => ({ element, pseudo })) : elements;
}

/** The components that the selectors of `--inside` lead to, one in the other; the page itself for none. */
function withinAll(page: Page, inside: readonly string[]): (PageElement | undefined)[] {
  let hosts: (PageElement | undefined)[] = [undefined];
  for (const selector of inside) {
    const found = hosts.flatMap((host) => page.select(selector, host));
    hosts = found.filter(({ shadow }) => shadow);
    if (hosts.length === 0)
      throw new YeltoError(
        found.length
          ? `"${selector}" is no component with a tree that can be read.`
          : `Nothing on ${page.name} matches "${selector}".`,
        { text: selector, remedy: `See which components there are: yelto survey ${page.name}` },
      );
  }
  return hosts;
}

/** The smallest element that shows the words, where they stand first. */
function byText(page: Page, words: string): PageElement {
  const wanted = words
    .trim()
    .split(/\s+/)
    .map((word) => word.replace(/[^\p{L}\p{N}]/gu, '\\$&'));
  const pieces = page.elements
    .filter(({ parent, host }) => parent === host)
    .flatMap((top) => top.textPieces)
    .filter(({ element }) => !isInHead(element));
  const shown = pieces.map(({ text }) => text).join('');
  const found = words.trim() ? new RegExp(wanted.join('\\s+'), 'iu').exec(shown) : null;
  if (!found)
    throw new YeltoError(`No text on ${page.name} reads "${words}".`, {
      text: words,
      remedy: 'Give a few words as they stand in the page; or point with --at "<selector>".',
    });
  const owners: PageElement[] = [];
  let at = 0;
  for (const { text, element } of pieces) {
    if (at < found.index + found[0].length && at + text.length > found.index) owners.push(element);
    at += text.length;
  }
  let smallest = owners[0];
  const holds = (box: PageElement, one: PageElement) => {
    for (let up: PageElement | null = one; up; up = up.parent) if (up === box) return true;
    return false;
  };
  while (smallest.parent && !owners.every((one) => holds(smallest, one))) smallest = smallest.parent;
  return smallest;
}

const isInHead = ({ tag, parent }: PageElement) => tag === 'head' || parent?.tag === 'head';

/** "the first of 6 elements that match", or ''. */
export function amongOthers(targets: readonly Target[]): string {
  return targets.length > 1 ? `the first of ${count(targets.length, 'element')} that match` : '';
}
