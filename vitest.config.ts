import { defaultServerConditions } from 'vite';
import { defineConfig } from 'vitest/config';

const setupFiles = [new URL('./vitest.setup.ts', import.meta.url).pathname];
const conditions = ['ulpen-src', ...defaultServerConditions];

export default defineConfig({
  test: {
    // Much of what is run here waits for a database or for a process of its own.
    maxWorkers: 2,
    projects: [
      {
        test: {
          name: 'core',
          setupFiles,
          root: 'packages/core',
          include: ['src/**/*.test.ts'],
          // Pure functions: what one file has loaded, the next may use.
          isolate: false,
          // Demo cars are measured and judged before some suites begin.
          testTimeout: 60_000,
          hookTimeout: 60_000,
        },
      },
      {
        resolve: { conditions },
        ssr: { resolve: { conditions } },
        test: { name: 'web', setupFiles, root: 'apps/web', include: ['src/**/*.test.{ts,tsx}'] },
      },
      {
        resolve: { conditions },
        ssr: { resolve: { conditions } },
        test: {
          name: 'server',
          // Each file starts a server of its own; only what is loaded is shared.
          isolate: false,
          setupFiles,
          root: 'apps/server',
          include: ['test/**/*.test.ts'],
          testTimeout: 90_000,
          hookTimeout: 60_000,
        },
      },
      { test: { name: 'tools', root: 'tools', include: ['test/**/*.test.mjs'], hookTimeout: 120_000 } },
    ],
  },
});
