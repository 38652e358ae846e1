import type { LaunchOptions } from '@playwright/test';

export declare const ensureChromium: () => Promise<void>;
export declare const launch: LaunchOptions;
