import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';

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
    include: ['src/**/*.test.ts', 'demo/**/*.test.ts', 'scripts/**/*.test.ts'],
    globalSetup: ['scripts/setup/test-cluster.mjs'],
    reporters: ['default'],
    // The optimiser's inner loops run as they are served: the runner's own way of importing takes three times as long.
    execArgv: ['--import', 'tsx'],
    // All processors: by default one is left idle.
    maxWorkers: '100%',
    server: { deps: { external: [/src\/core\/solve\//] } },
    testTimeout: 600_000,
    hookTimeout: 600_000
  }
});
