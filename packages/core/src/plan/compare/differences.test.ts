import { describe, expect, it } from 'vitest';
import { subject } from '../../model/matter.ts';
import type { Equipment, Feed, Proposal, Remark } from '../../model/plan.ts';
import type { Setup } from '../../model/setup.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import {
  madeChain,
  madeEquipment,
  madeFeed,
  madePair,
  madePlan,
  madeTap,
  SETUP,
} from '../../../test/made-up-plan.ts';
import { differencesOf } from './differences.ts';

const { feed, target } = madeFeed();
const pairs = [madePair(), madePair({ id: 'p2', way: 'tweeter' })];
const right: Feed = { ...feed, side: 'right', taps: [madeTap('p2')] };
const plan = (feeds: Feed[], remarks: Remark[] = []): Proposal => ({
  ...madePlan().plan,
  feeds,
  remarks,
  reasons: [],
});
const remark = (severity: Remark['severity'], rule: string, pairId: string | null = null): Remark => ({
  ...{ severity, rule, text: `${rule} ${severity}`, acceptable: true, remedy: null, settle: null },
  ...{ targetId: null, pairId, subjects: [], figures: [] },
});
const between = (before: Proposal, after: Proposal | null) =>
  differencesOf(before, after, [target], pairs).map((d) => `${d.kind}: ${d.text}`);
const same = plan([feed, right]);

describe('what is different about a plan', () => {
  it('is nothing where nothing is', () => {
    expect(between(same, plan([right, feed]))).toEqual([]);
  });

  it('is everything where it can no longer be used', () => {
    expect(between(same, null)).toEqual([
      'worse: This no longer works: a measurement it relied on was withdrawn or contradicted.',
    ]);
  });

  it('names the side that is fed no more, and not the other', () => {
    expect(between(same, plan([feed]))).toEqual(['worse: Front set, right is not fed any more.']);
  });

  it('names outputs that go and come, and those whose plus and minus turn', () => {
    expect(between(plan([feed]), plan([{ ...feed, taps: [madeTap('p2')] }]))).toEqual([
      'changed: Front set, left: front left would not be used any more.',
      'changed: Front set, left: front left tweeter would be used as well.',
    ]);
    expect(between(plan([{ ...feed, taps: [madeTap('gone')] }]), plan([feed]))[0]).toContain(
      'an output that is gone would not be used',
    );
    const turned = plan([{ ...feed, taps: [madeTap('p1', { inverted: true })] }]);
    expect(between(plan([feed]), turned)).toEqual([
      'worse: Front set, left: plus and minus of front left have to be swapped.',
    ]);
    expect(between(turned, plan([feed]))).toEqual([
      'worse: Front set, left: plus and minus of front left are right as labelled.',
    ]);
  });

  it('tells of a band that is needed now and was not', () => {
    const wider: Feed = { ...feed, need: { lowHz: 60, highHz: 16_000 } };
    expect(between(plan([feed]), plan([wider]))).toEqual([
      'changed: Front set, left now needs 60 Hz to 16 kHz (was 80 Hz to 16 kHz).',
    ]);
  });

  it('tells of a band that is filled no more', () => {
    const gap: Feed = { ...feed, covers: false, missing: [{ fromHz: 2500, toHz: 4000 }] };
    expect(between(plan([feed]), plan([gap]))).toEqual([
      'worse: Front set, left is not filled any more: too little around 2.5 kHz.',
    ]);
    expect(between(plan([gap]), plan([feed]))).toEqual([]);
  });

  it('tells of a prediction that moves by more than measuring scatters, where it is needed', () => {
    const bump = (db: number, at: (f: number) => boolean): Feed => ({
      ...feed,
      levelDb: SUM_GRID_HZ.map((f) => (at(f) ? db : 0)),
    });
    const [moved] = between(plan([feed]), plan([bump(-3, (f) => f > 2000 && f < 2500)]));
    expect(moved).toMatch(
      /^changed: Front set, left: the prediction moves by up to 3\.0 dB, most at 2(\.\d+)? kHz\.$/,
    );
    expect(between(plan([feed]), plan([bump(0.9, (f) => f > 2000 && f < 2500)]))).toEqual([]);
    expect(between(plan([feed]), plan([bump(-9, (f) => f < 60)]))).toEqual([]);
    // All of it louder is another gain, and no other curve.
    expect(between(plan([feed]), plan([bump(6, () => true)]))).toEqual([]);
  });

  it('tells of volts that are not the same, either way', () => {
    const at = (volts: number) => plan([{ ...feed, chain: madeChain(['Output', volts, null]) }]);
    expect(between(at(4), at(5))).toEqual([
      'changed: Front set, left: the output gives 5.0 V, not 4.0 V. Set the gain again.',
    ]);
    expect(between(at(5), at(4))).toHaveLength(1);
    expect(between(at(4), at(4.5))).toEqual([]);
  });

  it('tells of a phase that was measured since', () => {
    const assumed: Feed = { ...feed, phase: 'assumed' };
    expect(between(plan([assumed]), plan([feed]))).toEqual([
      'better: Front set, left: phase is measured now.',
    ]);
    expect(between(plan([feed]), plan([assumed]))).toEqual([]);
    expect(between(plan([assumed]), plan([assumed]))).toEqual([]);
  });

  it('tells of settings, numbers with both values', () => {
    const set = (setup: Partial<Setup>) => ({ ...plan([feed]), setup: { ...SETUP, ...setup } });
    const supply = { ...SETUP.supply, fuseAmps: null, cableMm2: 35 };
    expect(between(set({}), set({ loudestStep: 12, joining: 'cut', supply }))).toEqual([
      'changed: Factory wires: cut, connectors (was tap).',
      'changed: Loudest volume step: 12 (was 20).',
      'changed: Main fuse: none (was 60 A).',
      'changed: Power cable: 35 mm² (was 20 mm²).',
    ]);
    const turnOn = { ...SETUP.turnOn, delaySeconds: 0.5, relay: true };
    expect(between(set({}), set({ turnOn }))).toEqual([
      'changed: Relay for turn-on: yes (was no).',
      'changed: Turn-on delay: 0.5 s (was 2 s).',
    ]);
    // A plan of a version that planned no power and wiring.
    expect(between({ ...plan([feed]), setup: null }, set({}))).toEqual([]);
  });

  it('tells of devices that come, go, or are more of, by what they are and not by their names', () => {
    const buys = (...equipment: Equipment[]) => ({ ...plan([feed]), equipment });
    const one = madeEquipment('amplifier', 'A');
    const bare = madeEquipment('converter');
    expect(between(buys(one), buys(bare))).toEqual([
      'changed: A is no longer needed.',
      'changed: A converter is needed as well.',
    ]);
    expect(between(buys(one), buys({ ...one, name: 'Renamed' }))).toEqual([]);
    expect(between(buys(one), buys({ ...one, count: 2 }))).toEqual(['changed: A: 2 (was 1).']);
    expect(between(buys(one, bare), buys(bare, one))).toEqual([]);
  });

  it('tells of what came up and of what was settled, the worst first; notes are not told', () => {
    const before = plan(
      [feed],
      [remark('assumption', 'old'), remark('error', 'gone'), remark('note', 'n'), remark('warning', 'w')],
    );
    const after = plan(
      [feed],
      [
        remark('warning', 'new'),
        remark('error', 'bad'),
        remark('note', 'other'),
        remark('error', 'gone', 'p1'),
      ],
    );
    expect(between(before, after)).toEqual([
      'worse: bad error',
      'worse: gone error',
      'changed: new warning',
      'better: Settled: old assumption',
      'better: Settled: gone error',
    ]);
  });

  describe('in what is said of it', () => {
    const said = (
      pairIds: string[],
      { severity = 'assumption', loss = 10 }: { severity?: Remark['severity']; loss?: number } = {},
    ): Remark => ({
      ...remark(severity, 'polarity-known', pairIds[0]),
      subjects: pairIds.map((pairId) => subject({ targetId: 't1', pairId })),
      figures: [{ name: 'loss, dB', value: loss, worse: 'higher', step: 3 }],
    });
    const told = (then: Remark, now: Remark) => between(plan([feed], [then]), plan([feed], [now]));
    it('is nothing while it speaks of the same, in whatever words, as grave and no worse', () => {
      expect(told(said(['p1', 'p2']), { ...said(['p2', 'p1'], { loss: 12.9 }), text: 'other' })).toEqual([]);
      // Fewer than before: what is left was known, and the matter is still open.
      expect(told(said(['p1', 'p2']), said(['p2']))).toEqual([]);
      expect(told(said(['p1'], { severity: 'error' }), said(['p1'], { severity: 'warning' }))).toEqual([]);
    });
    it('is told when it speaks of more, is graver, or its figures are worse by the rule’s step', () => {
      const again = ['changed: polarity-known assumption'];
      expect(told(said(['p1']), said(['p1', 'p2']))).toEqual(again);
      expect(told(said(['p1']), said(['p1'], { loss: 13 }))).toEqual(again);
      expect(told(said(['p1']), said(['p1'], { severity: 'error' }))).toEqual([
        'worse: polarity-known error',
      ]);
    });
    it('is settled when nothing of the rule speaks of any of it', () => {
      expect(told(said(['p1']), said(['p2']))).toEqual([
        'changed: polarity-known assumption',
        'better: Settled: polarity-known assumption',
      ]);
    });
    it('goes by channel and output where a plan is older than its subjects', () => {
      expect(told({ ...said(['p1']), subjects: [] }, said(['p1'], { loss: 30 }))).toEqual([]);
    });
  });
});
