import { mkdir, readFile } from 'node:fs/promises';
import { dirname } from 'node:path';
import writeFileAtomic from 'write-file-atomic';
import { addToDraft } from '../override/index.js';
import { YeltoError } from '../text/index.js';

/**
 * The text of a draft file; '' when there is none yet.
 * @throws YeltoError when something is there and cannot be read.
 */
export async function readDraft(path: string): Promise<string> {
  try {
    return await readFile(path, 'utf8');
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'ENOENT') return '';
    throw new YeltoError(`The draft "${path}" cannot be read: ${codeWords(code)}.`, { file: path });
  }
}

/**
 * Adds a rule to a draft file, or merges it into the rule with the same selector. The new text is written to
 * a temporary file that then takes the draft's name, so that a crash leaves the old text or the new one.
 * Resolves to the new text.
 * @throws YeltoError when the file cannot be read or written; then it is as it was.
 */
export async function saveToDraft(path: string, css: string): Promise<string> {
  const text = addToDraft(await readDraft(path), css);
  try {
    await mkdir(dirname(path), { recursive: true });
    await writeFileAtomic(path, text, 'utf8');
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    throw new YeltoError(`The draft "${path}" cannot be written: ${codeWords(code)}.`, {
      file: path,
      remedy: 'Nothing was changed. Choose a file in a folder that you may write to.',
    });
  }
  return text;
}

/** What a file system's code means, in words. */
export function codeWords(code: string | undefined): string {
  const words: Record<string, string> = {
    EACCES: 'you may not write there',
    EPERM: 'you may not write there',
    EISDIR: 'it is a folder',
    ENOTDIR: 'a part of its path is a file, not a folder',
    EEXIST: 'a part of its path is a file, not a folder',
    ENOSPC: 'the disk is full',
    EDQUOT: 'your part of the disk is full',
    EFBIG: 'it may not grow that large',
    EROFS: 'the disk is read-only',
    EREADONLY: 'the file is marked as read-only',
    ENOENT: 'its folder is gone',
  };
  return words[code ?? ''] ?? code ?? 'unknown reason';
}
