import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';

const CORE_TESTS = ['src/core/**/*.test.ts', 'demo/**/*.test.ts'];

export default defineConfig({
  plugins: [tailwindcss(), sveltekit()],
  // Its CommonJS form hides its names from Node.js; the bundler takes the other one.
  ssr: { noExternal: ['jsonc-parser'] },
  build: {
    // Fonts stay files of their own: a data: URL would need a wider content security policy.
    assetsInlineLimit: 0,
    reportCompressedSize: false
  },
  test: {
    reporters: ['default'],
    setupFiles: ['scripts/setup/seed.ts', 'scripts/setup/words.ts'],
    execArgv: ['--import', 'tsx'],
    // All processors: by default one is left idle.
    maxWorkers: '100%',
    // One process runs files one after another: importing everything anew for each takes as long as the tests. What a file changes in
    // the process it puts back; databases are each suite's own.
    isolate: false,
    projects: [
      { extends: true, test: { name: 'core', include: CORE_TESTS } },
      {
        extends: true,
        test: {
          name: 'application',
          include: ['src/**/*.test.ts', 'scripts/**/*.test.ts'],
          exclude: CORE_TESTS,
          globalSetup: ['scripts/setup/test-cluster.mjs']
        }
      }
    ],
    // The core runs as it is served: the runner's own way of importing takes three times as long in its inner loops.
    server: { deps: { external: [/src\/core\/(?!.*\.test\.ts$)/] } },
    testTimeout: 600_000,
    hookTimeout: 600_000
  }
});
