import { formatHex8, parse, type Color } from 'culori';

const colourShape = /^(#[\da-f]{3,8}|[a-z]+|(rgba?|hsla?|hwb|lab|lch|oklab|oklch|color)\([^()]*\))$/i;

/** The colour that a text is; undefined for any other text, however broken. */
export function readColour(text: string): Color | undefined {
  const plain = text.trim();
  // The package stumbles over functions that are no colours, such as translateY(-3px).
  if (!colourShape.test(plain)) return undefined;
  try {
    return parse(plain.toLowerCase());
  } catch {
    return undefined;
  }
}

/** CSS Color 4 §6.2: what system colours are in an engine in light colours, as far as pages use them. */
const systemColours: Readonly<Record<string, string>> = {
  canvas: '#ffffffff',
  canvastext: '#000000ff',
  linktext: '#0000eeff',
  visitedtext: '#551a8bff',
  buttonface: '#efefefff',
  buttontext: '#000000ff',
  buttonborder: '#000000ff',
  field: '#ffffffff',
  fieldtext: '#000000ff',
  graytext: '#808080ff',
  mark: '#ffff00ff',
  marktext: '#000000ff',
};

/** A colour in eight hexadecimal digits, `#ff0000ff`; undefined for what is no colour. */
export function colourText(text: string): string | undefined {
  const system = systemColours[text.trim().toLowerCase()];
  if (system) return system;
  const colour = readColour(text);
  return colour && formatHex8(colour);
}
