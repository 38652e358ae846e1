import type { Page } from '@playwright/test';

export function minorWorksByKeyboard(page: Page, password: string): Promise<{ keys: number; seconds: number }>;
