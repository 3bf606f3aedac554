declare module 'mailsplit' {
  import type { Transform } from 'node:stream';

  interface MimeHeaders {
    getFirst(name: string): string;
  }
  interface MimeNode {
    readonly type: 'node';
    /** Its media type, lower case; false for none. */
    readonly contentType: string | false;
    readonly charset: string | false;
    readonly multipart: string | false;
    readonly headers: MimeHeaders;
    /** Undoes the transfer encoding. */
    getDecoder(): Transform;
  }
  export type MimePiece =
    | MimeNode
    | { readonly type: 'body'; readonly value: Buffer }
    | { readonly type: 'data'; readonly value: Buffer };
  export class Splitter extends Transform {
    constructor(options?: { readonly ignoreEmbedded?: boolean; readonly maxHeadSize?: number });
  }
}
