import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

export default defineConfig({
  root: 'resources',
  base: '/build/',
  publicDir: false,
  plugins: [tailwindcss(), svelte({ configFile: '../svelte.config.js' })],
  build: { outDir: '../public/build', emptyOutDir: true, chunkSizeWarningLimit: 900 },
});
