declare module 'html-encoding-sniffer' {
  /** Name of the encoding of a page (HTML Standard §13.2.3.2), as the Encoding Standard writes it. */
  export default function sniff(
    bytes: Uint8Array,
    options?: { readonly transportLayerEncodingLabel?: string; readonly defaultEncoding?: string },
  ): string;
}
