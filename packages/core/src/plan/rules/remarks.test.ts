import { describe, expect, it } from 'vitest';
import { decisionFor } from '../../model/decision.ts';
import { madeChain, madeFeed, madePlan, madeSource } from '../../../test/made-up-plan.ts';
import { bandSettled } from './band-settled.ts';
import { chargingReserve } from './charging-reserve.ts';
import { levelsKnown } from './levels-known.ts';
import { remarksOf } from './remarks.ts';

describe('remarks of a plan', () => {
  const unmeasured = { ...madeSource(), captureId: null };
  const feed = (side: 'left' | 'right', id = 't1') =>
    madeFeed({ sources: [unmeasured], target: { id, name: id }, feed: { side } });

  it('that two channels earn with the same words are said once, about both', () => {
    const feeds = [feed('left'), feed('left', 't2')];
    const targets = feeds.map((f) => f.target);
    const remarks = remarksOf(madePlan({ feeds, input: { targets } }));
    const assumed = remarks.filter((r) => r.rule === 'band-assumed');
    expect(assumed.map((r) => r.subjects.map((s) => s.targetId))).toEqual([['t1', 't2']]);
  });

  it('come with the gravest first, and of a channel that nothing feeds', () => {
    const feeds = [feed('left')];
    const remarks = remarksOf(madePlan({ feeds, input: { targets: [feeds[0].target] } }));
    expect(remarks[0]).toMatchObject({ rule: 'source-found', severity: 'error', targetId: 't1' });
    expect(remarks[0].text).toContain('t1, right: no output may feed it');
  });
});

describe('what is accepted stands on figures', () => {
  const accepted = (then: ReturnType<typeof levelsKnown>[number], now: typeof then) =>
    decisionFor(
      [
        {
          ...{ id: 'd', jobId: 'j', kind: 'accepted', says: then.text, signedBy: 'Bay 2', note: '' },
          ...{ rule: then.rule, targetId: then.targetId, pairId: then.pairId },
          ...{ subjects: then.subjects, figures: then.figures, takenAt: '', withdrawnAt: null },
        },
      ],
      'accepted',
      now,
    ) !== null;

  it('assumed volts: up to 2 dB more are the same matter, more are not', () => {
    const at = (volts: number) => {
      const chain = madeChain(['Factory output', volts, null])!;
      const open = { ...chain, points: chain.points.map((p) => ({ ...p, standing: 'assumed' as const })) };
      return levelsKnown(madePlan({ feeds: [madeFeed({ feed: { chain: open } })] }))[0];
    };
    expect([4, 5, 6.2, 6.4].map((volts) => accepted(at(5), at(volts)))).toEqual([true, true, true, false]);
  });

  it('a charging reserve that nobody knows: for 5 A more it is asked again', () => {
    const at = (musicAmps: number) => chargingReserve(madePlan({ figures: { musicAmps } }))[0];
    expect([25, 34.9, 35].map((amps) => accepted(at(30), at(amps)))).toEqual([true, true, false]);
  });

  it('a band that is not settled: asked again when it is a tenth less sure', () => {
    const at = (confidence: number) => {
      const source = madeSource();
      const unsure = { ...source, analysis: { ...source.analysis, confidence } };
      return bandSettled(madeFeed({ sources: [unsure] }))[0];
    };
    expect([0.8, 0.61, 0.59].map((sure) => accepted(at(0.7), at(sure)))).toEqual([true, true, false]);
  });
});
