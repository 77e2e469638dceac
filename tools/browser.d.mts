import type { LaunchOptions } from '@playwright/test';

export const BROWSER: LaunchOptions;
