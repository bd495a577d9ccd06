import { defineConfig } from '@playwright/test';
import { opened } from './tests/door.js';
import chromium from './tests/chromium.json' with { type: 'json' };

export default defineConfig({
  testDir: 'tests/browser',
  workers: 2,
  fullyParallel: true,
  timeout: 60_000,
  expect: { timeout: 15_000 },
  // Two busy cores stall a page now and then: twice more shows whether the program is at fault; what passed late is listed.
  retries: 2,
  reporter: [['line']],
  projects: [
    // One map of shortcuts is in use for the whole program: what changes it takes turns, on a server of its own, and
    // begins first, beside everything else.
    { name: 'maps', testMatch: '**/shortcuts.spec.ts', use: { baseURL: process.env.MAPS_URL ?? process.env.BASE_URL } },
    { name: 'everything', testIgnore: '**/shortcuts.spec.ts' },
  ],
  use: {
    baseURL: process.env.BASE_URL ?? 'http://127.0.0.1:8080',
    storageState: opened(),
    viewport: { width: 1280, height: 800 },
    launchOptions: { ...chromium, ...(process.env.CHROMIUM && { executablePath: process.env.CHROMIUM }) },
  },
});
