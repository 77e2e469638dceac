import { describe, expect, it } from 'vitest';
import { isChanged } from './draft.ts';
import { changesSchema, givenChangesSchema, NO_CHANGES, type PlanChanges } from './plan-changes.ts';

const [target, other, pair] = [1, 2, 3].map(() => crypto.randomUUID());
const tap = { pairId: pair, inverted: false, gainDb: 0 };
const breaker = { kind: 'breaker', at: 'supply', targetId: null } as const;
const faults = (part: object) =>
  givenChangesSchema
    .safeParse({ ...NO_CHANGES, ...part })
    .error?.issues.map((i) => `${i.path.join('.')}: ${i.message}`) ?? [];

describe('changes by hand, as they are sent', () => {
  it.each([
    [
      { coils: [target, target].map((targetId) => ({ targetId, arrangement: 'series' })) },
      'coils.1.targetId: this channel is listed twice',
    ],
    [
      { loads: [pair, pair].map((pairId) => ({ pairId, load: 'none' })) },
      'loads.1.pairId: this output is listed twice',
    ],
    [
      { feeds: [target, target].map((targetId) => ({ targetId, side: 'left', taps: [tap] })) },
      'feeds.1: this channel is listed twice',
    ],
    [
      { feeds: [{ targetId: target, side: 'left', taps: [tap, tap] }] },
      'feeds.0.taps.1.pairId: this output is listed twice for the channel',
    ],
    [{ inserts: [breaker, breaker] }, 'inserts.1.at: there is one at this place already'],
  ])('say everything once: %j', (part, fault) => {
    expect(faults(part)).toEqual([fault]);
  });
  it('and two of what may be there twice are two', () => {
    const isolator = (targetId: string) => ({ kind: 'isolator', at: 'amplifier', targetId });
    expect(faults({ inserts: [breaker, isolator(target), isolator(target), isolator(other)] })).toEqual([]);
    expect(
      faults({ coils: [target, other].map((targetId) => ({ targetId, arrangement: 'series' })) }),
    ).toEqual([]);
  });
  it('never leave out the amplifier at the desk: what drives a speaker is no matter of taps', () => {
    const [fault] = faults({ feeds: [{ targetId: target, side: 'left', taps: [tap], device: 'joined' }] });
    expect(fault).toMatch(/^feeds\.0\.device: /);
    expect(faults({ feeds: [{ targetId: target, side: 'left', taps: [tap], device: 'direct' }] })).toEqual(
      [],
    );
  });
});

it('any change by hand is one', () => {
  const changed: Partial<PlanChanges>[] = [
    { setup: { joining: 'cut' } },
    { loads: [{ pairId: pair, load: 'none' }] },
    { coils: [{ targetId: target, arrangement: 'series' }] },
    changesSchema.parse({ ...NO_CHANGES, inserts: [breaker] }),
  ];
  expect(isChanged(NO_CHANGES)).toBe(false);
  for (const part of changed) expect(isChanged({ ...NO_CHANGES, ...part })).toBe(true);
});
