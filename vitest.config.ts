import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vitest/config';

/** Modules of the interface by themselves, in Node and without a page. Those that hold state are compiled as for a browser. */
export default defineConfig({
  plugins: [svelte()],
  resolve: { conditions: ['browser'] },
  test: {
    include: ['tests/modules/*.test.ts'],
    environment: 'node',
    maxWorkers: 2,
    // Sound is computed in some of them, and two busy cores take their time.
    testTimeout: 30_000,
  },
});
