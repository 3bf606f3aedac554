// What measures and wraps texts in all scripts, as a file of its own beside the command line.
export { default as width } from 'string-width';
export { default as wrapped } from 'wrap-ansi';
