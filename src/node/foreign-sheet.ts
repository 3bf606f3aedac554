import { lookup, type LookupAddress } from 'node:dns';
import { get as httpGet, type IncomingMessage, type RequestOptions } from 'node:http';
import { get as httpsGet } from 'node:https';
import { BlockList, isIP } from 'node:net';
import type { SheetSource } from '../page/index.js';
import { collectSheets, type SheetAnswer } from './collect-sheets.js';
import { decodeSheet } from './decode.js';

/** Largest text of one sheet, bytes; longest wait for one, ms; redirects followed. */
const limits = { bytes: 5_000_000, wait: 10_000, redirects: 5 };

/** This machine, this house, and what is nobody's (RFC 6890). */
const inner = new BlockList();
for (const [net, bits] of [
  ['0.0.0.0', 8],
  ['10.0.0.0', 8],
  ['100.64.0.0', 10],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['172.16.0.0', 12],
  ['192.0.0.0', 24],
  ['192.168.0.0', 16],
  ['198.18.0.0', 15],
  ['224.0.0.0', 3],
] as const)
  inner.addSubnet(net, bits, 'ipv4');
for (const [net, bits] of [
  ['::', 127],
  ['fc00::', 7],
  ['fe80::', 10],
  ['ff00::', 8],
  ['64:ff9b::', 96],
] as const)
  inner.addSubnet(net, bits, 'ipv6');

/** Whether an address is of this machine or the network that it stands in. */
export function isInnerAddress(address: string): boolean {
  const plain = address.replace(/^\[|\]$/g, '');
  const mapped = /^::ffff:(\d+\.\d+\.\d+\.\d+)$/i.exec(plain)?.[1];
  if (mapped) return isInnerAddress(mapped);
  const kind = isIP(plain);
  return kind !== 0 && inner.check(plain, kind === 6 ? 'ipv6' : 'ipv4');
}

/**
 * The text of a sheet of another host, with all that it imports, which a page may use but not read: over http(s) alone,
 * without cookies, and from this machine or its network only where the site itself stands there. Each comes under the
 * address by which the page knows it: `address`, which is asked for at `at`, and its imports beside that. Status 0 for a
 * sheet that could not be had.
 */
export async function readForeignSheet(
  address: string,
  site: string | undefined,
  at = address,
): Promise<SheetSource[]> {
  const mayAskInner = site !== undefined && (await isInnerHost(new URL(site).hostname));
  return collectSheets(address, at, (one) => readOne(one, mayAskInner));
}

function isInnerHost(host: string): Promise<boolean> {
  const plain = host.replace(/^\[|\]$/g, '');
  if (isIP(plain)) return Promise.resolve(isInnerAddress(plain));
  return new Promise((done) =>
    lookup(plain, { all: true }, (error, all) =>
      done(!error && all.some((one) => isInnerAddress(one.address))),
    ),
  );
}

async function readOne(href: string, mayAskInner: boolean): Promise<SheetAnswer> {
  const unread = { css: '', status: 0, at: href };
  try {
    let at = new URL(href);
    for (let step = 0; step <= limits.redirects; step++) {
      if (!/^https?:$/.test(at.protocol)) return unread;
      const answer = await ask(at, mayAskInner);
      const { statusCode = 0, headers } = answer;
      if (statusCode >= 300 && statusCode < 400 && headers.location) {
        answer.resume();
        at = new URL(headers.location, at);
        continue;
      }
      if (statusCode >= 400) {
        answer.resume();
        return { css: '', status: statusCode, at: at.href };
      }
      const chunks: Buffer[] = [];
      let size = 0;
      for await (const chunk of answer as AsyncIterable<Buffer>) {
        size += chunk.length;
        if (size > limits.bytes) return unread;
        chunks.push(chunk);
      }
      const css = decodeSheet(Buffer.concat(chunks), headers['content-type'] ?? '');
      return { css, status: statusCode, at: at.href };
    }
  } catch {
    // No answer, no address, too late: all the same to the person.
  }
  return unread;
}

function ask(address: URL, mayAskInner: boolean): Promise<IncomingMessage> {
  const host = address.hostname.replace(/^\[|\]$/g, '');
  if (!mayAskInner && isIP(host) && isInnerAddress(host)) return Promise.reject(new Error('not outside'));
  const options: RequestOptions = {
    headers: { accept: 'text/css,*/*;q=0.1', 'accept-encoding': 'identity' },
    // The address that is asked is the one that was looked at: a name may lead elsewhere a moment later.
    lookup: (name, { family }, tell) =>
      lookup(name, { family, all: true }, (error, all: LookupAddress[]) => {
        const outer = error ? [] : all.filter((one) => mayAskInner || !isInnerAddress(one.address));
        if (error || outer.length === 0) tell(error ?? new Error('not outside'), []);
        else tell(null, outer);
      }),
    signal: AbortSignal.timeout(limits.wait),
  };
  return new Promise((done, failed) => {
    const get = address.protocol === 'https:' ? httpsGet : httpGet;
    get(address, options, done).on('error', failed);
  });
}
