import react from '@vitejs/plugin-react';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));

// Five things are built: the room itself, the script that goes into the site's pages (`--mode stage`), the one that a
// bookmark runs in a page behind a login (`--mode capture`), the one by which a bookmark opens the room beside a page
// (`--mode join`), and the one by which a driven browser gives a page as data
// (`--mode reader`).
export default defineConfig(({ mode }) => ({
  root: here('.'),
  base: './',
  publicDir: false,
  plugins: mode === 'production' ? [react()] : [],
  worker: { format: 'es' as const },
  resolve: {
    alias: [
      { find: /^yelto$/, replacement: here('../../dist/index.js') },
      { find: /^yelto\/browser$/, replacement: here('../../dist/browser/index.js') },
    ],
  },
  build: {
    outDir: here('../../dist/room'),
    emptyOutDir: mode === 'production',
    chunkSizeWarningLimit: 3000,
    ...(mode !== 'production' && {
      lib: {
        entry: here(`src/${mode}-script.ts`),
        formats: ['iife' as const],
        name: 'yelto',
        fileName: () => `${mode}.js`,
      },
    }),
  },
}));
