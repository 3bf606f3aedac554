import react from '@vitejs/plugin-react';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));

// Two things are built: the room itself, and (`--mode stage`) the one script that goes into the site's pages.
export default defineConfig(({ mode }) => ({
  root: here('.'),
  base: './',
  publicDir: false,
  plugins: mode === 'stage' ? [] : [react()],
  worker: { format: 'es' as const },
  resolve: {
    alias: [
      { find: /^yelto$/, replacement: here('../../dist/index.js') },
      { find: /^yelto\/browser$/, replacement: here('../../dist/browser/index.js') },
    ],
  },
  build: {
    outDir: here('../../dist/room'),
    emptyOutDir: mode !== 'stage',
    chunkSizeWarningLimit: 3000,
    ...(mode === 'stage' && {
      lib: {
        entry: here('src/stage-script.ts'),
        formats: ['iife' as const],
        name: 'yeltoStage',
        fileName: () => 'stage.js',
      },
    }),
  },
}));
