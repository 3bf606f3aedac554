import react from '@vitejs/plugin-react';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  root: here('.'),
  // The demo pages are served beside the room; a frame can then be read and tried on.
  publicDir: here('../../demo'),
  plugins: [react()],
  worker: { format: 'es' },
  resolve: {
    alias: [
      { find: /^yelto$/, replacement: here('../../dist/index.js') },
      { find: /^yelto\/browser$/, replacement: here('../../dist/browser/index.js') },
    ],
  },
  build: { outDir: here('dist'), emptyOutDir: true, chunkSizeWarningLimit: 3000 },
});
