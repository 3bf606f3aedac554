import { elementOf, type Target } from './types.js';

/**
 * `attr()` filled in where it stands for a text (CSS Generated Content 3 §1.1, CSS Values 5 §9.8): the attribute, else the
 * fallback, else an empty text. What asks for another type than a text stays as it is written.
 */
export function fillAttributes(target: Target, value: string): string {
  if (!/attr\(/i.test(value)) return value;
  const { attributes } = elementOf(target);
  return value.replace(
    // Strings first: what stands in one is no function.
    /"(?:[^"\\]|\\.)*"|'(?:[^'\\]|\\.)*'|(?<![\w-])attr\(\s*([\w-]+)(?:\s+(?:raw-string|string))?\s*(?:,\s*("[^"\\]*"|'[^'\\]*')\s*)?\)/gi,
    (whole, name: string | undefined, fallback: string | undefined) =>
      name === undefined ? whole : (textOf(attributes.get(name.toLowerCase())) ?? fallback ?? '""'),
  );
}

const textOf = (text: string | undefined) =>
  text === undefined ? undefined : `"${text.replace(/["\\]/g, '\\$&').replace(/\n/g, '\\a ')}"`;
