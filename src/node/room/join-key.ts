import { chmod, mkdir, readFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import { join } from 'node:path';
import envPaths from 'env-paths';
import writeFileAtomic from 'write-file-atomic';
import { YeltoError } from '../../text/index.js';
import { closeServer } from './site-server.js';
import { isTokenLike, listenLocally, makeToken } from './guard.js';

/** By what the bookmark finds its room, and the room's page its server. */
export interface JoinKey {
  /** Known to the room's page and its server alone. */
  readonly key: string;
  readonly port: number;
}

/** Where the user's configuration is kept on this system. */
const usualFolder = () => envPaths('yelto', { suffix: '' }).config;

/**
 * The key and the port of `try --join`, made once and kept where only the user may read it (mode 0600).
 * @throws YeltoError where the file is there and is none, or cannot be written.
 */
export async function joinKey(folder = usualFolder()): Promise<JoinKey> {
  const file = join(folder, 'join.json');
  const text = await readFile(file, 'utf8').catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return undefined;
    throw unusable(file, error.message);
  });
  if (text !== undefined) {
    const kept = readKey(text);
    if (!kept) throw unusable(file, 'it holds no key');
    // Where somebody opened it to others, it is closed again.
    await chmod(file, 0o600);
    return kept;
  }
  const made = { key: makeToken(), port: await freePort() };
  try {
    await mkdir(folder, { recursive: true, mode: 0o700 });
    await writeFileAtomic(file, `${JSON.stringify(made, null, 2)}\n`, { mode: 0o600 });
  } catch (error) {
    throw unusable(file, (error as Error).message);
  }
  return made;
}

function readKey(text: string): JoinKey | undefined {
  try {
    const { key, port } = JSON.parse(text) as Record<string, unknown>;
    const isPort = Number.isInteger(port) && Number(port) > 0 && Number(port) < 65_536;
    return isTokenLike(key) && isPort ? { key, port: Number(port) } : undefined;
  } catch {
    return undefined;
  }
}

function unusable(file: string, why: string): YeltoError {
  return new YeltoError(`The room’s key cannot be used: ${why}.`, {
    file,
    remedy: 'Take the file away; the next yelto try --join makes a new one, and a new bookmark.',
  });
}

async function freePort(): Promise<number> {
  const server = createServer();
  const port = await listenLocally(server, 0);
  await closeServer(server);
  return port;
}
