// The command line in few files: reading its packages file by file took most of the time that a command needs.
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const here = (path) => fileURLToPath(new URL(path, import.meta.url));

/** Tables of all scripts are read when a text that is not plain is measured, and not when the command line is. */
const lateSegmenters = {
  name: 'late-segmenters',
  transform: (code, file) =>
    /node_modules\/(string-width|wrap-ansi)\//.test(file)
      ? code
          .replace(
            'const segmenter = new Intl.Segmenter();',
            'let made; const segmenter = () => (made ??= new Intl.Segmenter());',
          )
          .replaceAll('segmenter.segment(', 'segmenter().segment(')
      : undefined,
};

export default defineConfig({
  plugins: [lateSegmenters],
  root: here('..'),
  publicDir: false,
  logLevel: 'error',
  resolve: {
    // Its own bundle, with its data in it: its files look for theirs beside them.
    alias: [{ find: /^css-tree$/, replacement: here('../node_modules/css-tree/dist/csstree.esm.js') }],
  },
  ssr: {
    target: 'node',
    // What nearly every command reads; the rest is found in node_modules by the few that ask for it.
    external: true,
    noExternal: [
      /^(css-tree|culori|parse5|entities|commander|picocolors|string-width|wrap-ansi)$/,
      /^(strip-ansi|ansi-|emoji-regex|get-east-asian-width)/,
    ],
  },
  build: {
    ssr: true,
    outDir: here('../dist/command'),
    emptyOutDir: true,
    target: 'node20',
    chunkSizeWarningLimit: 3000,
    rollupOptions: {
      input: { run: here('../dist/cli/run.js') },
      // Such files the engine reads with what was kept of them (src/cli/kept-code.ts).
      output: { format: 'cjs', entryFileNames: '[name].cjs', chunkFileNames: '[name]-[hash].cjs' },
    },
  },
});
