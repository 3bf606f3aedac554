/**
 * Attributes that a parser puts into a namespace where they stand on an SVG or MathML element
 * (HTML Standard §13.2.6.1, "adjust foreign attributes").
 */
export const foreignAttributes: ReadonlySet<string> = new Set([
  'xlink:actuate',
  'xlink:arcrole',
  'xlink:href',
  'xlink:role',
  'xlink:show',
  'xlink:title',
  'xlink:type',
  'xml:lang',
  'xml:space',
  'xmlns',
  'xmlns:xlink',
]);
