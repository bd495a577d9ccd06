import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';

test('the lock file names no host: packages come from whichever registry there is', () => {
  expect(readFileSync('package-lock.json', 'utf8')).not.toMatch(/https?:/);
});
