import { english } from './english.js';
import { germanic } from './germanic.js';
import { romance } from './romance.js';
import { slavic } from './slavic.js';
import { uralic } from './uralic.js';

/**
 * How surprising a letter is behind two others in words that people write: for each family of languages one hexadecimal
 * digit of bits for each three of `.abcdefghijklmnopqrstuvwxyz`, where `.` is the beginning or the end of a word.
 */
export const letterTables: readonly string[] = [english, germanic, romance, slavic, uralic];
