import { defaultServerConditions } from 'vite';
import { defineConfig } from 'vitest/config';

const conditions = ['ulpen-src', ...defaultServerConditions];

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'core', root: 'packages/core', include: ['src/**/*.test.ts'] } },
      {
        resolve: { conditions },
        ssr: { resolve: { conditions } },
        test: { name: 'web', root: 'apps/web', include: ['src/**/*.test.ts'] },
      },
      {
        resolve: { conditions },
        ssr: { resolve: { conditions } },
        test: {
          name: 'server',
          root: 'apps/server',
          include: ['test/**/*.test.ts'],
          testTimeout: 30_000,
          hookTimeout: 60_000,
        },
      },
    ],
  },
});
