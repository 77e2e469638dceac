import type { GuidedTest } from './guided-test.ts';
import { feed } from './tests/feed.ts';
import { bass } from './tests/bass.tsx';
import { clean } from './tests/clean.ts';
import { level } from './tests/level.ts';
import { sides } from './tests/sides.ts';
import { arrival } from './tests/arrival.ts';
import { load } from './tests/load.ts';
import { engine } from './tests/engine.ts';
import { added } from './tests/added.tsx';
import { meter } from './tests/meter.ts';
import { meterBand } from './tests/meter-band.ts';

/** All guided tests, in the order of a usual job. */
export const GUIDED_TESTS: readonly GuidedTest[] = [
  feed,
  bass,
  clean,
  level,
  sides,
  arrival,
  load,
  engine,
  added,
  meter,
  meterBand,
];
