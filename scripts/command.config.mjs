// The command line in few files: reading its packages file by file took most of the time that a command needs.
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const here = (path) => fileURLToPath(new URL(path, import.meta.url));

/** What measures texts in all scripts reads tables of them, for a tenth of a short command's time: only a text that is not plain needs it. */
const late = { 'string-width': 'width', 'wrap-ansi': 'wrapped' };
const lateWidths = {
  name: 'late-widths',
  enforce: 'pre',
  resolveId: (asked, from) => {
    if (asked === './widths.cjs') return { id: asked, external: true };
    return late[asked] && from?.endsWith('/cli/io.js') ? `\0late:${asked}` : undefined;
  },
  load: (id) =>
    id.startsWith('\0late:')
      ? `let kept; export default (...asked) => (kept ??= require('./widths.cjs').${late[id.slice(6)]})(...asked);`
      : undefined,
};

export default defineConfig({
  plugins: [lateWidths],
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
      input: { run: here('../dist/cli/run.js'), widths: here('./widths.mjs') },
      // Such files the engine reads with what was kept of them (src/cli/kept-code.ts).
      output: { format: 'cjs', entryFileNames: '[name].cjs', chunkFileNames: '[name]-[hash].cjs' },
    },
  },
});
