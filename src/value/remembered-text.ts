import type { Surroundings } from './computed-text.js';

type Find = (longhand: string, value: string, around: Surroundings) => string;

/** A question to the surroundings, with what they answered. */
interface Asked {
  readonly ask: (around: Surroundings) => unknown;
  readonly answer: unknown;
}

/** A text, and all that it hung on beside what was written. */
interface Known {
  readonly text: string;
  readonly asked: readonly Asked[];
}

/** More values than this are not kept, */
const most = 5_000;
/** nor more texts of one value. */
const mostOfOne = 16;

/**
 * The same texts, each worked out once for all surroundings that answer alike what is asked of them: a page says few values, and says
 * them under many conditions. The next question hangs on the answers before it, so that none is put that would not be put anyway.
 */
export function remembering(find: Find): Find {
  const byValue = new Map<string, Known[]>();
  return (longhand, value, around) => {
    const key = `${longhand}: ${value}`;
    let known = byValue.get(key);
    if (!known) {
      if (byValue.size >= most) byValue.clear();
      byValue.set(key, (known = []));
    }
    for (const { text, asked } of known)
      if (asked.every(({ ask, answer }) => Object.is(ask(around), answer))) return text;
    const asked: Asked[] = [];
    const text = find(longhand, value, heard(around, asked));
    if (known.length >= mostOfOne) known.length = 0;
    known.push({ text, asked });
    return text;
  };
}

/** Surroundings that answer as others do, and write down what they were asked. */
function heard(around: Surroundings, asked: Asked[]): Surroundings {
  const put = <T>(ask: (around: Surroundings) => T): T => {
    const answer = ask(around);
    asked.push({ ask, answer });
    return answer;
  };
  return {
    fontSize: () => put((one) => one.fontSize()),
    rootFontSize: () => put((one) => one.rootFontSize()),
    parentWeight: () => put((one) => one.parentWeight()),
    colour: () => put((one) => one.colour()),
    scheme: () => put((one) => one.scheme()),
    font: (unit) => put((one) => one.font?.(unit)),
    lineHeight: (unit) => put((one) => one.lineHeight?.(unit)),
    get width() {
      return put((one) => one.width);
    },
    get height() {
      return put((one) => one.height);
    },
  };
}
