import { PageElement } from '../page/index.js';
import type { Io } from './io.js';

/** Raised when the shape of the JSON changes. */
const schema = 1;

/** Prints a command's objects; elements of the page become short descriptions, not whole trees. */
export function printJson(io: Io, result: object): void {
  io.out(JSON.stringify({ schema, ...result }, plain, 2));
}

function plain(_key: string, value: unknown): unknown {
  if (value instanceof PageElement) {
    const { index, tag, id, classes, place } = value;
    return { index, tag, id, classes, line: place?.line, column: place?.column };
  }
  return value instanceof Map ? Object.fromEntries(value) : value;
}
