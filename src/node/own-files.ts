import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/**
 * The path of something that ships with the package, such as `demo` or `dist/room`, whatever file this code was bundled
 * into: the nearest folder above it with a `package.json` is the package's own.
 */
export function ownFile(path: string): string {
  let folder = dirname(fileURLToPath(import.meta.url));
  while (!existsSync(join(folder, 'package.json')) && dirname(folder) !== folder) folder = dirname(folder);
  return join(folder, path);
}
