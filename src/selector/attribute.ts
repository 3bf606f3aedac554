import { foldedAttributes, foreignAttributes } from '../facts/index.js';
import type { Tree } from './tree.js';
import type { AttributeTest } from './types.js';

/** Selectors 4 §6; letter case after HTML Standard §4.16.1. */
export function matchAttribute(test: AttributeTest, row: number, tree: Tree): boolean {
  const isHtml = tree.isHtml[row] === 1;
  const attributes = tree.attributes[row];
  // SVG keeps capitals in attribute names (`viewBox`); engines find them without regard to case too.
  const name =
    isHtml || attributes.has(test.lowerName) ? test.lowerName : nameBeside(test.lowerName, attributes);
  if (test.namespace !== '') {
    const isIn = (key: string) => !isHtml && foreignAttributes.has(key);
    for (const [key, value] of attributes) {
      const isNamed =
        test.namespace === '*'
          ? (key === name && !isIn(key)) || (isIn(key) && key.replace(/^.*:/, '') === name)
          : isIn(key) && key === `${test.namespace}:${name}`;
      if (isNamed && compare(test, value, isHtml)) return true;
    }
    return false;
  }
  // A name without a namespace never finds an attribute that is in one (Selectors 4 §6.4).
  if (!isHtml && foreignAttributes.has(name)) return false;
  const value = attributes.get(name);
  return value !== undefined && compare(test, value, isHtml);
}

function nameBeside(lowerName: string, attributes: ReadonlyMap<string, string>): string {
  for (const name of attributes.keys()) if (name.toLowerCase() === lowerName) return name;
  return lowerName;
}

function compare(test: AttributeTest, actual: string, isHtml: boolean): boolean {
  const folds =
    test.letterCase === 'i' || (test.letterCase === 'auto' && isHtml && foldedAttributes.has(test.lowerName));
  const value = folds ? foldAscii(actual) : actual;
  const wanted = folds ? foldAscii(test.value) : test.value;
  switch (test.operator) {
    case '':
      return true;
    case '=':
      return value === wanted;
    case '~=':
      return wanted !== '' && !/[\t\n\f\r ]/.test(wanted) && value.split(/[\t\n\f\r ]+/).includes(wanted);
    case '|=':
      return value === wanted || value.startsWith(`${wanted}-`);
    case '^=':
      return wanted !== '' && value.startsWith(wanted);
    case '$=':
      return wanted !== '' && value.endsWith(wanted);
    case '*=':
      return wanted !== '' && value.includes(wanted);
  }
}

function foldAscii(text: string): string {
  return /[A-Z]/.test(text) ? text.replace(/[A-Z]/g, (letter) => letter.toLowerCase()) : text;
}
