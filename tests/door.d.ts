import type { BrowserContextOptions } from '@playwright/test';

export function opened(): BrowserContextOptions['storageState'];
