/** What takes a number without a unit in quirks mode (Quirks Mode Standard §3.2). */
const unitless =
  /^(background-position|border-spacing|border-((top|right|bottom|left)-)?width|bottom|clip|font-size|height|left|letter-spacing|margin(-(top|right|bottom|left))?|(max|min)-(width|height)|padding(-(top|right|bottom|left))?|right|text-indent|top|vertical-align|width|word-spacing)$/i;
/** And what takes a colour without its hash (§3.1). */
const hashless = /^(background-color|border-color|border-(top|right|bottom|left)-color|color)$/i;

/** A declaration as a browser reads it in quirks mode: with the units and hashes that were left out. */
export function inQuirks<Written extends { readonly property: string; readonly value: string }>(
  written: Written,
): Written {
  const { property, value } = written;
  if (unitless.test(property)) {
    // Not within a word.
    const said = outsideFunctions(value, (text) =>
      text.replace(/(?<![\w.%#-])[-+]?(\d+\.?\d*|\.\d+)(?![\w.%(])/g, (found) =>
        Number(found) === 0 ? found : `${found}px`,
      ),
    );
    return said === value ? written : { ...written, value: said };
  }
  if (hashless.test(property)) {
    // What begins with a digit is a number to the tokeniser, and is filled up from the front.
    const said = outsideFunctions(value, (text) =>
      text.replace(
        /(?<![\w#-])(?!\d+e\d)(?:(\d[0-9a-f]{0,5})|[a-f][0-9a-f]{5}|[a-f][0-9a-f]{2})(?![\w-])/gi,
        (found, number?: string) => `#${number === undefined ? found : number.padStart(6, '0')}`,
      ),
    );
    return said === value ? written : { ...written, value: said };
  }
  return written;
}

/** A value with a change of what stands in no brackets. */
function outsideFunctions(value: string, change: (text: string) => string): string {
  let depth = 0;
  return value.replace(/[()]|[^()]+/g, (part) => {
    if (part === '(') depth++;
    else if (part === ')') depth--;
    return depth === 0 && part !== ')' ? change(part) : part;
  });
}
