export { run } from './run.js';
export type { ExitCode, Io } from './io.js';
