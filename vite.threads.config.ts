import { defineConfig } from 'vite';

/** The server's planning thread as one file beside the built application, with all that it needs. */
export default defineConfig({
  ssr: { noExternal: true },
  build: {
    ssr: 'src/workers/plan-thread.ts',
    outDir: 'build/threads',
    emptyOutDir: true,
    target: 'node20'
  },
  publicDir: false
});
