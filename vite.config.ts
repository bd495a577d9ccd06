import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

/** Where `./dev` serves the API; it answers to its own origin alone, so that is what it is told. */
const api = process.env.API;

export default defineConfig(({ command }) => ({
  root: 'resources',
  base: command === 'build' ? '/build/' : '/',
  publicDir: false,
  plugins: [tailwindcss(), svelte({ configFile: '../svelte.config.js' })],
  build: { outDir: '../public/build', emptyOutDir: true, chunkSizeWarningLimit: 900 },
  server: api ? { proxy: { '/api': { target: api, changeOrigin: true, headers: { origin: api } } } } : {},
}));
