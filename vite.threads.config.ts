import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** The server's planning thread as one file beside the built application, with all that it needs. */
export default defineConfig({
  // What writes PDFs reads fonts beside its own files: it stays where it was installed.
  ssr: { noExternal: true, external: ['pdfkit', 'dejavu-fonts-ttf'] },
  resolve: { alias: { $core: at('src/core'), $lib: at('src/lib') } },
  build: { ssr: 'src/workers/plan-thread.ts', outDir: 'build/threads', emptyOutDir: true, target: 'node20' },
  publicDir: false
});
