import { BASS } from './bass.ts';
import type { JobCase } from './case.ts';
import { DANGER } from './danger.ts';
import { FOUND } from './found.ts';
import { MONO } from './mono.ts';
import { RADIO } from './radio.ts';
import { REPLACED } from './replaced.ts';
import { REQUIRED } from './sounds.ts';
import { REUSED } from './processors.ts';
import { SOURCES } from './sources.ts';
import { SUMS } from './sums.ts';
import { WISHES } from './wishes.ts';
import { TURN_ON } from './turn-on.ts';

export type { JobCase } from './case.ts';
export { faultsAfter, faultsOf, inputOf, isRight } from './try-case.ts';

/** Jobs with what an experienced installer decides on each. */
export const JOB_CASES: readonly JobCase[] = [
  ...DANGER,
  ...REPLACED,
  ...REQUIRED,
  ...SOURCES,
  ...RADIO,
  ...SUMS,
  ...MONO,
  ...REUSED,
  ...BASS,
  ...FOUND,
  ...WISHES,
  ...TURN_ON,
];
