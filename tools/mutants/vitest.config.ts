import { defineConfig } from 'vitest/config';

/** The tests of the folder whose mutants are tried: what they do not see, no test further away has to find. */
const of = process.env.ULPEN_MUTANTS_TESTS ?? 'src';

export default defineConfig({
  test: {
    root: 'packages/core',
    setupFiles: ['../../vitest.setup.ts', '../../tools/mutants/setup.ts'],
    include: [`${of}/**/*.test.ts`],
    // Whole simulated cars take seconds for every mutant.
    exclude: ['**/*.cars.test.ts'],
    testTimeout: 200_000,
    hookTimeout: 200_000,
  },
});
