import { describe, expect, it } from 'vitest';
import { type Plan } from '../../model/plan.ts';
import { NO_CHANGES } from '../../model/plan-changes.ts';
import { madeFeed, madePair } from '../../../test/made-up-plan.ts';
import { changesInWords } from './changes-in-words.ts';
import type { Difference } from '../compare/differences.ts';
import { liveChanges } from '../compare/live-changes.ts';
import { planStateOf } from '../compare/plan-state.ts';

const { target } = madeFeed();
const pairs = [madePair(), madePair({ id: 'p2', way: 'tweeter' })];
const tap = (pairId: string) => ({ pairId, inverted: false, gainDb: 0, delayMs: 0, allPassHz: null });

describe('what a person changed', () => {
  it('is told a line each, by the names of channels and outputs', () => {
    const changes = {
      setup: { loudestStep: 14, turnOn: { by: 'accessory' as const } },
      feeds: [{ targetId: target.id, side: 'left' as const, taps: [tap('p1'), tap('p2')] }],
      loads: [{ pairId: 'p2', load: 'resistor' as const }],
      coils: [{ targetId: target.id, arrangement: 'coils in series' }],
      boxes: [{ deviceId: null, device: 'Merlin S8' }],
      inserts: [
        { deviceId: null, device: null, kind: 'breaker' as const, at: 'supply' as const, targetId: null },
      ],
      leftOut: [{ kind: 'bass-restorer' as const, targetId: target.id }],
    };
    expect(changesInWords(changes, { targets: [target], pairs })).toEqual([
      `${target.name}, left: from Front left, Front left tweeter`,
      'Load of Front left tweeter: resistor',
      `${target.name}: coils in series`,
      'Loudest volume step: 14',
      'Turned on by: accessory feed',
      'Device: Merlin S8',
      `${target.name}: no bass restorer`,
      'System: circuit breaker in the power cable',
    ]);
    expect(changesInWords(NO_CHANGES, { targets: [target], pairs })).toEqual([]);
  });

  it('is told of what was removed since, too', () => {
    const feeds = [{ targetId: 'gone', side: 'mono' as const, taps: [tap('gone')] }];
    expect(changesInWords({ ...NO_CHANGES, feeds }, { targets: [target], pairs })).toEqual([
      'A channel that was removed: from an output that was removed',
    ]);
  });
});

describe('what a person changed of what was removed since', () => {
  const kept = { targetId: target.id, side: 'left' as const, taps: [tap('p1')] };
  const changes = {
    setup: { loudestStep: 14 },
    feeds: [
      { ...kept, taps: [tap('gone'), tap('p1')] },
      { ...kept, side: 'right' as const, taps: [tap('gone')] },
      { ...kept, targetId: 'gone' },
    ],
    loads: [
      { pairId: 'gone', load: 'none' as const },
      { pairId: 'p2', load: 'resistor' as const },
    ],
    coils: [
      { targetId: target.id, arrangement: 'coils in series' },
      { targetId: 'gone', arrangement: 'coils in series' },
    ],
    boxes: [{ deviceId: null, device: 'Merlin S8' }],
    inserts: [null, target.id, 'gone'].map((targetId) => ({
      ...{ deviceId: null, device: null, targetId },
      ...(targetId === null
        ? { kind: 'breaker' as const, at: 'supply' as const }
        : { kind: 'isolator' as const, at: 'amplifier' as const }),
    })),
    leftOut: [target.id, 'gone'].map((targetId) => ({ kind: 'bass-restorer' as const, targetId })),
  };

  it('is left out; all else stays', () => {
    expect(liveChanges(changes, { targets: [target], pairs })).toEqual({
      ...changes,
      feeds: [kept],
      loads: [changes.loads[1]],
      coils: [changes.coils[0]],
      inserts: changes.inserts.slice(0, 2),
      leftOut: changes.leftOut.slice(0, 1),
    });
    expect(liveChanges(NO_CHANGES, { targets: [], pairs: [] })).toEqual(NO_CHANGES);
  });
});

describe('a kept plan', () => {
  const plan: Pick<Plan, 'fingerprint'> = { fingerprint: 'a'.repeat(64) };
  const difference = (kind: Difference['kind']): Difference => ({ kind, text: kind });

  it('holds by its fingerprint alone, and is contradicted only by what makes it worse', () => {
    const worse = [difference('changed'), difference('worse')];
    expect(planStateOf(plan, 'a'.repeat(64), worse)).toBe('holds');
    expect(planStateOf(plan, 'b'.repeat(64), worse)).toBe('contradicted');
    expect(planStateOf(plan, 'b'.repeat(64), [difference('better'), difference('changed')])).toBe(
      'out-of-date',
    );
    expect(planStateOf(plan, 'b'.repeat(64), null)).toBe('out-of-date');
  });

  it('of which nobody here knows what it was worked out from does not hold', () => {
    expect(planStateOf({ fingerprint: null }, 'a'.repeat(64), [])).toBe('out-of-date');
  });
});
