/** So long an answer may take from its beginning to its end, ms; so large it may be, bytes; redirects followed. */
export const limits = { wait: 15_000, bytes: 30_000_000, redirects: 20 };

/** Headers that are sent with what is asked of the site itself, as they may hold a login. */
export interface SiteHeaders {
  /** The site's origin. */
  readonly site: string;
  readonly headers: Readonly<Record<string, string>>;
}

/** What was answered in the end. */
export interface Answered {
  readonly status: number;
  readonly words: string;
  readonly type: string;
  readonly bytes: Uint8Array;
  /** The address that answered. */
  readonly at: string;
}

/**
 * Asks for an address as a whole. An error is thrown as `fetch` does, and for an answer that breaks off, never ends or is
 * larger than anybody can work with.
 */
export function fetchWhole(address: string, own?: SiteHeaders): Promise<Answered> {
  return within(limits.wait, (signal) => followed(address, signal, own));
}

/** Where an address leads to in the end, as far as that is told within `wait` ms; else itself. */
export async function finalAddress(address: string, wait: number): Promise<string> {
  try {
    return await within(wait, async (signal) => {
      const answer = await fetch(address, { signal });
      await answer.body?.cancel();
      return answer.url || address;
    });
  } catch {
    return address;
  }
}

/** By a timer that keeps the process up: `fetch` may lose a connection that is cut at once, and then never settles. */
async function within<T>(wait: number, work: (signal: AbortSignal) => Promise<T>): Promise<T> {
  const late = new AbortController();
  const timer = setTimeout(() => late.abort(new DOMException('', 'TimeoutError')), wait);
  try {
    return await work(late.signal);
  } finally {
    clearTimeout(timer);
  }
}

async function followed(address: string, signal: AbortSignal, own?: SiteHeaders): Promise<Answered> {
  let at = address;
  for (let step = 0; step <= limits.redirects; step++) {
    const headers = own && new URL(at).origin === own.site ? own.headers : {};
    const answer = await fetch(at, { signal, headers, redirect: 'manual' });
    const location = answer.headers.get('location');
    if (answer.status >= 300 && answer.status < 400 && location !== null) {
      await answer.body?.cancel();
      at = new URL(location, at).href;
      continue;
    }
    const bytes = await wholeBody(answer).catch((error: Error) => {
      throw new BrokenAnswer(error);
    });
    const type = answer.headers.get('content-type') ?? '';
    return { status: answer.status, words: answer.statusText, type, bytes, at };
  }
  throw new Error('TOO_MANY_REDIRECTS');
}

/** An answer that began and did not end as it should. */
export class BrokenAnswer extends Error {
  constructor(error: Error) {
    const cause = error as Error & { cause?: { message?: string } };
    super(
      cause.name === 'TimeoutError'
        ? `it has not ended after ${limits.wait / 1000} seconds`
        : (cause.cause?.message ?? cause.message),
    );
  }
}

async function wholeBody(answer: Response): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of (answer.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
    size += chunk.length;
    if (size > limits.bytes) throw new Error(`it has more than ${limits.bytes / 1e6} MB`);
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}
