import { defineConfig } from '@playwright/test';
import tests from '../playwright.config';

/** One hand, which is timed by nobody; see `bench/ahead`. */
export default defineConfig({
  ...tests,
  testDir: '.',
  testMatch: 'ahead.ts',
  projects: [{ name: 'ahead' }],
  workers: 1,
  retries: 0,
  timeout: 1_800_000,
});
