import { readFileSync } from 'node:fs';
import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** The tests of the folder whose mutants are tried: what they do not see, no test further away has to find. */
const of = process.env.ULPEN_MUTANTS_TESTS ?? 'src';

/** What a light test notices needs no simulated car: the first test that fails ends a mutant's run. */
class LightFirst extends BaseSequencer {
  override sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const cost = ({ moduleId }: TestSpecification) => {
      const text = readFileSync(moduleId, 'utf8');
      return (/DEMO_CARS/.test(text) ? 2e6 : /carsim/.test(text) ? 1e6 : 0) + text.length;
    };
    return Promise.resolve([...files].sort((a, b) => cost(a) - cost(b)));
  }
}

export default defineConfig({
  test: {
    root: 'packages/core',
    setupFiles: ['../../vitest.setup.ts', '../../tools/mutants/setup.ts'],
    include: [`${of}/**/*.test.ts`],
    // Whole simulated cars and long recordings take seconds for every mutant.
    exclude: ['**/*.cars.test.ts', '**/*.long.test.ts'],
    testTimeout: 200_000,
    hookTimeout: 200_000,
    sequence: { sequencer: LightFirst },
  },
});
