// Code that is read with what the engine made of it when it was built. A command lives for a second, and a quarter of a
// short one's time went into reading and compiling the same text again.
import { readFileSync, renameSync, statSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { setFlagsFromString } from 'node:v8';
import { Script } from 'node:vm';

// The engine compiles for programs that run for hours: a fifth of the processor's time went into code that was hardly used
// afterwards, and half of that into copies of small functions within large ones. Measured with this major version; others
// have other flags. What is kept holds for the same flags only.
if (process.versions.node.startsWith('20.'))
  for (const flag of ['--interrupt-budget=300000', '--no-turbo-inlining']) setFlagsFromString(flag);

interface Part {
  readonly script: Script;
  readonly module: { exports: unknown };
}

type Require = (name: string) => unknown;
type Body = (
  exports: unknown,
  require: Require,
  module: Part['module'],
  file: string,
  folder: string,
) => void;

/** A folder of CommonJS files that ask for each other, as a bundler writes them. */
export class KeptCode {
  readonly #parts = new Map<string, Part>();

  constructor(private readonly folder: string) {}

  /** What one of its files exports. */
  load(name: string): unknown {
    const file = join(this.folder, name);
    const known = this.#parts.get(file);
    if (known) return known.module.exports;
    const text = `(function (exports, require, module, __filename, __dirname) {${readFileSync(file, 'utf8')}\n})`;
    // What another version of the engine has made is refused by it, and the text is compiled as ever.
    const script = new Script(text, { filename: file, cachedData: madeOf(file) });
    const part: Part = { script, module: { exports: {} } };
    this.#parts.set(file, part);
    const outside = createRequire(file);
    const require: Require = (asked) => (asked.startsWith('./') ? this.load(asked) : outside(asked));
    const body = script.runInThisContext() as Body;
    body(part.module.exports, require, part.module, file, dirname(file));
    return part.module.exports;
  }

  /** Files that were read so far, each with whether what was kept of it could be used. */
  get isUsed(): ReadonlyMap<string, boolean> {
    return new Map([...this.#parts].map(([file, { script }]) => [file, script.cachedDataRejected === false]));
  }

  /** Keeps, beside each file that was read, what the engine has made of it: of functions that ran, the compiled form. */
  keep(): void {
    for (const [file, { script }] of this.#parts) {
      // Never half written: the engine takes what it finds.
      writeFileSync(`${keptAt(file)}.new`, script.createCachedData());
      renameSync(`${keptAt(file)}.new`, keptAt(file));
    }
  }
}

const keptAt = (file: string) => `${file}.kept`;

/** The engine tells texts apart by their length alone: what is older than its text is left aside. */
function madeOf(file: string): Buffer | undefined {
  try {
    const isOlder = statSync(keptAt(file)).mtimeMs < statSync(file).mtimeMs;
    return isOlder ? undefined : readFileSync(keptAt(file));
  } catch {
    return undefined;
  }
}
