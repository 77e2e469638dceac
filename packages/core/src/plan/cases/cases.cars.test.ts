import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyHand, changesOf } from '../../../test/any-plan-input.ts';
import { comparePlans, rework } from '../compare/propose.ts';
import { STRATEGY_IDS } from '../ways/index.ts';
import { faultsAfter, faultsOf, inputOf, isRight, JOB_CASES } from './index.ts';

/** Changes at the desk that every job is tried with; `npm run finished-cars` tries more. */
const HANDS = Number(process.env['ULPEN_HANDS'] ?? 25);

describe.each(JOB_CASES.map((job) => [job.id, job] as const))('%s', (_, job) => {
  const input = inputOf(job);
  it('is decided as an experienced installer decides it', () => {
    expect(faultsOf(job, input)).toEqual([]);
  });
  it('no sound way is said only where no change by hand gives one', () => {
    const { proposals } = comparePlans(input);
    if (proposals.some(isRight)) return;
    const hands = fc.sample(anyHand, { numRuns: HANDS, seed: 11 });
    const better = hands.flatMap((hand) => {
      const strategy = STRATEGY_IDS[hand.strategy % STRATEGY_IDS.length];
      const changes = changesOf(hand, input);
      // A step below the one that was agreed is another agreement.
      if (input.brief.loudestStep !== null) delete changes.setup.loudestStep;
      const plan = rework(input, strategy, changes);
      return plan && plan.covers && isRight(plan) ? [strategy] : [];
    });
    expect(better).toEqual([]);
  });
  it.skipIf(job.never.length === 0)('and never otherwise, whatever is changed by hand', () => {
    const hands = fc.sample(anyHand, { numRuns: HANDS, seed: 7 });
    const faults = hands.flatMap((hand) =>
      faultsAfter(job, input, STRATEGY_IDS[hand.strategy % STRATEGY_IDS.length], changesOf(hand, input)),
    );
    expect(faults).toEqual([]);
  });
});
