import { formatHex8, parse, wcagContrast, type Color } from 'culori';

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

/** In which of its two sets of colours a box is drawn (CSS Color Adjust 1 §2). */
export type Scheme = 'light' | 'dark';

/** CSS Color 4 §6.2 and appendix A: what system colours are in an engine, in light colours and in dark ones. */
const systemColours: Readonly<Record<string, readonly [light: string, dark: string]>> = (() => {
  const canvas = ['#ffffffff', '#121212ff'] as const;
  const text = ['#000000ff', '#ffffffff'] as const;
  const button = ['#efefefff', '#6b6b6bff'] as const;
  const grey = ['#808080ff', '#808080ff'] as const;
  return {
    ...of(
      canvas,
      'canvas activecaption appworkspace background inactivecaption infobackground menu scrollbar window',
    ),
    ...of(
      text,
      'canvastext buttontext buttonborder fieldtext activeborder captiontext inactiveborder infotext menutext',
    ),
    ...of(text, 'threeddarkshadow threedhighlight threedlightshadow threedshadow windowframe windowtext'),
    ...of(button, 'buttonface buttonhighlight buttonshadow threedface'),
    ...of(grey, 'graytext inactivecaptiontext'),
    field: ['#ffffffff', '#3b3b3bff'],
    '-webkit-activelink': ['#ff0000ff', '#ff0000ff'],
    '-webkit-link': ['#0000eeff', '#9e9effff'],
    linktext: ['#0000eeff', '#9e9effff'],
    visitedtext: ['#551a8bff', '#d0adf0ff'],
    activetext: ['#ff0000ff', '#ff0000ff'],
    mark: ['#ffff00ff', '#ffff00ff'],
    marktext: ['#000000ff', '#000000ff'],
  };
})();

function of<T>(colours: T, names: string): Record<string, T> {
  return Object.fromEntries(names.split(' ').map((name) => [name, colours]));
}

/** Whether a text has a colour in it that is another one in dark colours. */
export const hangsOnScheme = (text: string): boolean =>
  /light-dark\(/i.test(text) ||
  (text
    .toLowerCase()
    .match(/[a-z][a-z-]*/g)
    ?.some((word) => Object.hasOwn(systemColours, word)) ??
    false);

/** The colour that a system colour's name stands for; undefined for any other text. */
export function systemColour(text: string, scheme: Scheme): string | undefined {
  return systemColours[text.trim().toLowerCase()]?.[scheme === 'dark' ? 1 : 0];
}

/**
 * A computed colour: eight hexadecimal digits for those of sRGB as it is written of old; the others keep their space
 * (CSS Color 4 §15). undefined for what is no colour.
 */
export function computedColour(text: string): string | undefined {
  const [, against] = /^contrast-color\(([^]*)\)$/i.exec(text.trim()) ?? [];
  if (against !== undefined) return contrasting(against);
  if (!/^(lab|lch|oklab|oklch|color)\(/i.test(text.trim())) return colourText(text);
  const colour = readColour(text);
  if (!colour) return undefined;
  const { mode, alpha = 1, ...channels } = colour;
  const numbers = Object.values(channels as Record<string, number | undefined>).map((one) =>
    one === undefined ? 'none' : Number(one.toPrecision(5)),
  );
  return `${mode}(${numbers.join(' ')} / ${Number(alpha.toPrecision(3))})`;
}

/** Black or white, whichever stands out more; white of two that do so alike (CSS Color 5 §6). */
function contrasting(against: string): string | undefined {
  const colour = readColour(computedColour(against.trim()) ?? '');
  if (!colour) return undefined;
  return wcagContrast(colour, 'black') > wcagContrast(colour, 'white') ? '#000000ff' : '#ffffffff';
}

/** A text with what stands out against a colour as the colour that it is, once that one is known. */
export const withContrasts = (text: string): string =>
  text.includes('contrast-color(')
    ? text.replace(/contrast-color\([^()]*(\([^()]*\))?[^()]*\)/g, (one) => computedColour(one) ?? one)
    : text;

/** A colour in eight hexadecimal digits, `#ff0000ff`, system colours in light ones; undefined for what is no colour. */
export function colourText(text: string): string | undefined {
  const system = systemColour(text, 'light');
  if (system) return system;
  const colour = readColour(text);
  return colour && formatHex8(colour);
}
