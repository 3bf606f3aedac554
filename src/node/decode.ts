import sniff from 'html-encoding-sniffer';

/** The label of an answer's `Content-Type`; undefined for none. */
function labelIn(contentType: string): string | undefined {
  return /charset\s*=\s*["']?([^\s;"']+)/i.exec(contentType)?.[1];
}

const isUtf8 = (bytes: Uint8Array): boolean => {
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return true;
  } catch {
    return false;
  }
};

/**
 * How a page's bytes are encoded (HTML Standard §13.2.3.2): by byte order mark, answer, or `<meta>`; else UTF-8 where it
 * is that, and windows-1252 as browsers do.
 */
export function pageEncoding(bytes: Uint8Array, contentType = ''): string {
  return sniff(bytes, {
    transportLayerEncodingLabel: labelIn(contentType),
    defaultEncoding: isUtf8(bytes) ? 'utf-8' : 'windows-1252',
  });
}

export function decodePage(bytes: Uint8Array, contentType = ''): string {
  return new TextDecoder(pageEncoding(bytes, contentType)).decode(bytes);
}

/** A sheet's text (CSS Syntax 3 §3.2): by byte order mark, answer, `@charset`, the page's own encoding, UTF-8. */
export function decodeSheet(bytes: Uint8Array, contentType = '', ofPage?: string): string {
  const [b0, b1, b2] = bytes;
  const mark =
    b0 === 0xef && b1 === 0xbb && b2 === 0xbf
      ? 'utf-8'
      : b0 === 0xfe && b1 === 0xff
        ? 'utf-16be'
        : b0 === 0xff && b1 === 0xfe
          ? 'utf-16le'
          : undefined;
  const start = String.fromCharCode(...bytes.subarray(0, 1024));
  const charset = /^@charset "([^"]+)";/.exec(start)?.[1];
  for (const label of [mark, labelIn(contentType), charset, ofPage, 'utf-8'])
    try {
      // A text that says in ASCII that it is UTF-16 is not.
      const name = label === charset && /^utf-16/i.test(label ?? '') ? 'utf-8' : label;
      if (name !== undefined) return new TextDecoder(name).decode(bytes);
    } catch {
      // A label that nobody knows counts as none.
    }
  return new TextDecoder().decode(bytes);
}
