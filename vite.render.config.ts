import { svelte } from '@sveltejs/vite-plugin-svelte';
import { defineConfig } from 'vite';

/** What renders a song to a file without a screen, for `php artisan song:render`: the same classes as in the page. */
export default defineConfig({
  publicDir: false,
  plugins: [svelte({ configFile: 'svelte.config.js' })],
  ssr: { noExternal: true },
  build: {
    ssr: 'resources/render/render.ts',
    outDir: 'public/build/render',
    emptyOutDir: true,
    rollupOptions: { output: { entryFileNames: 'render.mjs' } },
  },
});
