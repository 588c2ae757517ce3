import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** What makes a database ready, as one file: reading its hundreds of sources takes longer than its work. Packages stay where they are installed. */
export default defineConfig({
  resolve: { alias: { $core: at('src/core'), $lib: at('src/lib'), $workers: at('src/workers') } },
  build: { ssr: 'scripts/db.ts', outDir: 'build/scripts', emptyOutDir: true, target: 'node20' },
  publicDir: false
});
