import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

const root = fileURLToPath(new URL('..', import.meta.url));
const at = (folder: string) => `${root}src/${folder}`;

/** The core's tests without application and database, for a tool that starts them hundreds of times. */
export default defineConfig({
  root,
  resolve: { alias: { $core: at('core'), $lib: at('lib'), $workers: at('workers') } },
  test: {
    include: ['src/core/**/*.test.ts', 'demo/**/*.test.ts', 'scripts/ew/*.test.ts'],
    setupFiles: ['scripts/setup/seed.ts'],
    execArgv: ['--import', 'tsx'],
    server: { deps: { external: [/src\/core\/solve\//] } },
    // One process for all files: what a mutant costs is mostly starting them.
    isolate: false,
    maxWorkers: 1,
    testTimeout: 600_000
  }
});
