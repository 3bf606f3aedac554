import { readFile } from 'node:fs/promises';
import { ownFile } from '../own-files.js';
import type { BrowserContext, CDPSession, Page as Tab, Response } from 'playwright-core';
import { withMarkup, withUnread, type PageSource } from '../../page/index.js';
import { YeltoError } from '../../text/index.js';
import { decodeSheet } from '../decode.js';
import { pageText } from '../page-text.js';
import { brokenAnswer, noAnswer, refusedAnswer } from '../no-answer.js';
import { collectSheets } from '../collect-sheets.js';
import { firstLine, startBrowser } from './browser.js';
import { sendToSiteOnly } from './own-headers.js';

export interface LiveOptions {
  /** The browser's program; without it one is looked for. */
  readonly browser?: string;
  /** Sent with what is asked of the site itself, and with nothing else. */
  readonly headers?: Readonly<Record<string, string>>;
  /** Of the window, CSS px. Default 1280 by 800. */
  readonly width?: number;
  readonly height?: number;
  /** What the site is told that the person prefers. Default light. */
  readonly colorScheme?: 'light' | 'dark';
}

/** So long a page may load, and so long its scripts may go on fetching once it has, ms; so often it may send elsewhere. */
const limits = { load: 15_000, quiet: 3000, moves: 3 };

/** Built beside the compiled library by `npm run build`. */
const readerPath = ownFile('dist/room/reader.js');

/**
 * Reads a page as a browser on this machine has it after its scripts ran: its tree, and the styles that it has, whoever put
 * them in. undefined where no browser is at hand.
 * @throws YeltoError when the page does not answer, answers with an error, or is no page.
 */
export async function readLive(address: string, options: LiveOptions = {}): Promise<PageSource | undefined> {
  const reader = await readFile(readerPath, 'utf8').catch(() => {
    throw new YeltoError('The script that reads a live page is not built.', {
      remedy: 'Run npm run build once.',
    });
  });
  const browser = await startBrowser(options.browser);
  if (!browser) return undefined;
  try {
    const { width = 1280, height = 800, colorScheme = 'light' } = options;
    const context = await browser.newContext({
      viewport: { width: Math.round(width), height: Math.round(height) },
      colorScheme,
    });
    return await readIn(context, address, reader, options.headers ?? {});
  } finally {
    await browser.close();
  }
}

async function readIn(
  context: BrowserContext,
  address: string,
  reader: string,
  headers: Readonly<Record<string, string>>,
): Promise<PageSource> {
  const tab = await context.newPage();
  const session = await context.newCDPSession(tab);
  await sendToSiteOnly(session, new URL(address).origin, headers);
  const answers = new Map<string, Response>();
  tab.on('response', (answer) => {
    if (answer.request().resourceType() !== 'stylesheet') return;
    // Each under the address that was asked for first.
    let asked = answer.request();
    for (let before = asked.redirectedFrom(); before; before = asked.redirectedFrom()) asked = before;
    answers.set(asked.url(), answer);
  });
  // A browser has an empty sheet for one that broke off.
  const broken = new Set<string>();
  tab.on('requestfailed', (request) => broken.add(request.url()));
  await openIn(tab, address);
  const read = await readStill(tab, session, reader);
  const styles = read.styles?.map((style) =>
    style.css === '' && broken.has(style.href ?? '') ? { ...style, status: 'missing' as const } : style,
  );
  const source = { ...read, styles };
  const html =
    ((await readApart(session, reader, 'yelto.markupWithShadows(document)')) as string | undefined) ??
    (await tab.content());
  const readOne = async (href: string) => textOf(href, answers.get(href));
  return withUnread(withMarkup(source, html), (href) => collectSheets(href, href, readOne));
}

/** Waits until the page is loaded and its scripts are quiet, or until it has had its time: then it is read as it stands. */
async function openIn(tab: Tab, address: string): Promise<void> {
  const until = Date.now() + limits.load;
  const broken = new Promise<string>((tell) =>
    tab.on('requestfailed', (request) => {
      if (request.isNavigationRequest() && request.frame() === tab.mainFrame())
        tell(request.failure()?.errorText ?? 'it ended too early');
    }),
  );
  const answer = await tab
    .goto(address, { waitUntil: 'commit', timeout: limits.load })
    .catch((error: Error) => {
      const [, code = firstLine(error)] = /net::(ERR_\w+)/.exec(error.message) ?? [];
      throw noAnswer(
        address,
        error.name === 'TimeoutError' ? `nothing came within ${limits.load / 1000} seconds` : code,
      );
    });
  if (answer && !answer.ok() && answer.status() !== 304)
    throw refusedAnswer(address, answer.status(), answer.statusText());
  const rest = () => Math.max(1, until - Date.now());
  const loaded = tab.waitForLoadState('load', { timeout: rest() }).then(
    () => undefined,
    () => undefined,
  );
  const failure = await Promise.race([loaded, broken]);
  if (failure) throw brokenAnswer(address, failure);
  if (!answer) return;
  const type = answer.headers()['content-type'] ?? '';
  const bytes = await Promise.race([answer.body().catch(() => undefined), later(rest())]);
  // What is no page says so here.
  if (bytes) pageText(bytes, address, type);
}

const later = (wait: number) => new Promise<undefined>((done) => setTimeout(done, wait, undefined).unref());

/** Once neither its scripts nor the network move; a script may send on to another page meanwhile. */
async function readStill(tab: Tab, session: CDPSession, reader: string): Promise<PageSource> {
  for (let left = limits.moves; ; left--) {
    try {
      await Promise.all([
        tab.waitForLoadState('networkidle', { timeout: limits.quiet }).catch(() => undefined),
        openWorld(session, reader).then((world) => evaluateIn(session, world, 'yelto.whenStill(document)')),
      ]);
      return (await readApart(session, reader, 'yelto.readDocument(document)')) as PageSource;
    } catch (error) {
      // A document that was left meanwhile: its successor is read.
      if (left === 0 || !/context|navigat|closed/i.test((error as Error).message)) throw error;
      await tab.waitForLoadState('load', { timeout: limits.load }).catch(() => undefined);
    }
  }
}

/** A world of its own with the reader in it, where nothing that the page's scripts changed is in its way. */
async function openWorld(session: CDPSession, reader: string): Promise<number> {
  const { frameTree } = await session.send('Page.getFrameTree');
  const { executionContextId } = await session.send('Page.createIsolatedWorld', {
    frameId: frameTree.frame.id,
  });
  await evaluateIn(session, executionContextId, reader);
  return executionContextId;
}

/** What an expression gives where closed trees are known. */
async function readApart(session: CDPSession, reader: string, expression: string): Promise<unknown> {
  const executionContextId = await openWorld(session, reader);
  for (const backendNodeId of await closedRoots(session)) {
    const asked = { backendNodeId, executionContextId };
    // One that a script took away meanwhile is none.
    const resolved = await session.send('DOM.resolveNode', asked).catch(() => undefined);
    if (!resolved) continue;
    const { objectId } = resolved.object;
    const functionDeclaration = 'function () { yelto.knowClosed(this) }';
    await session.send('Runtime.callFunctionOn', { objectId, functionDeclaration });
  }
  return evaluateIn(session, executionContextId, expression);
}

/** Asked for as a flat list, for which no nesting of boxes is too deep. */
async function closedRoots(session: CDPSession): Promise<number[]> {
  await session.send('DOM.enable');
  const { nodes } = await session.send('DOM.getFlattenedDocument', { depth: -1, pierce: true });
  await session.send('DOM.disable');
  return nodes.flatMap(({ shadowRoots = [] }) =>
    shadowRoots.flatMap(({ shadowRootType, backendNodeId }) =>
      shadowRootType === 'closed' ? [backendNodeId] : [],
    ),
  );
}

async function evaluateIn(session: CDPSession, contextId: number, expression: string): Promise<unknown> {
  const { result, exceptionDetails } = await session.send('Runtime.evaluate', {
    expression,
    contextId,
    awaitPromise: true,
    returnByValue: true,
  });
  const { exception, text } = exceptionDetails ?? {};
  if (exceptionDetails) throw new Error(`reading the live page failed: ${exception?.description ?? text}`);
  return result.value;
}

async function textOf(href: string, answer: Response | undefined) {
  const body = await answer?.body().catch(() => undefined);
  if (!answer || !body)
    return { css: '', status: answer && answer.status() >= 400 ? answer.status() : 0, at: href };
  return {
    css: decodeSheet(body, answer.headers()['content-type'] ?? ''),
    status: answer.status(),
    at: answer.url(),
  };
}
