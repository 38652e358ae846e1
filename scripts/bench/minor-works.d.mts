import type { Page } from '@playwright/test';

export function minorWorksByKeyboard(
  page: Page,
  password: string,
  sign?: (page: Page) => Promise<void>,
): Promise<{ keys: number; seconds: number }>;
