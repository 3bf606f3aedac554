import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  root: here('.'),
  base: './',
  resolve: { alias: [{ find: /^yelto$/, replacement: here('../../dist/index.js') }] },
  build: { outDir: here('dist'), emptyOutDir: true, chunkSizeWarningLimit: 3000 },
});
