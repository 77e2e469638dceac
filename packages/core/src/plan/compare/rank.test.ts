import { describe, expect, it } from 'vitest';
import { madeFeed, madePlan, madeSource } from '../../../test/made-up-plan.ts';
import type { Feed, Proposal, Remark } from '../../model/plan.ts';
import { START_PREFERENCES } from '../../model/shop.ts';
import { analyseResponse } from '../../signal/analyse.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import type { Source } from '../facts/sources.ts';
import { strategyOf } from '../ways/index.ts';
import { inOrder } from './rank.ts';

const { feed } = madeFeed();
const { plan, context } = madePlan({ feeds: [madeFeed()] });
const remark = (severity: Remark['severity'], rule: string): Remark => ({
  ...{ severity, rule, text: rule, acceptable: true, remedy: null, settle: null },
  ...{ targetId: null, pairId: null, subjects: [], figures: [] },
});
const way = (id: string, part: Partial<Proposal> = {}) => ({
  strategy: strategyOf(id)!,
  proposal: { ...plan, strategy: id, remarks: [], reasons: [], ...part } as Proposal,
});
const data = way('data-interface', { device: 'data-interface', withinDb: 0, feeds: [] });
const order = (ways: ReturnType<typeof way>[], within = context) =>
  inOrder(ways, within).map((w) => w.strategy.id);
/** The same outputs as the factory system worked them over. */
const worked = (db: number, part: Partial<Source> = {}) => {
  const level = (f: number) =>
    db * Math.exp(-((Math.log2(f / 400) * 1.3) ** 2)) - 10 * Math.log10(1 + (12 / f) ** 4);
  const analysis = analyseResponse({ frequencyHz: [...SUM_GRID_HZ], levelDb: SUM_GRID_HZ.map(level) });
  return { ...context, sources: [{ ...madeSource(), analysis, ...part }] };
};

describe('the order of ways in', () => {
  it('broken rules last, then what leaves the band empty', () => {
    const broken = way('convert', { remarks: [remark('error', 'x')] });
    const gap = way('sum', { covers: false });
    expect(order([broken, gap, way('processor')])).toEqual(['processor', 'sum', 'convert']);
  });
  it('what the owner asked for by name before what is simpler', () => {
    const simple = way('convert', { remarks: [remark('warning', 'wish-unanswered')] });
    expect(order([simple, way('processor')])).toEqual(['processor', 'convert']);
    expect(order([way('convert'), way('processor')])).toEqual(['convert', 'processor']);
  });
  it('bass that is missing comes after what gives it back, however flat it is', () => {
    const bass = (remedy: 'none' | 'restore'): Feed[] => [
      { ...feed, bass: { fromStep: 20, lostDb: 9, remedy, says: '' } },
    ];
    const missing = way('convert', { withinDb: 0, feeds: bass('none') });
    const restored = way('sum', { withinDb: 5.9, feeds: bass('restore') });
    expect(order([missing, restored])).toEqual(['sum', 'convert']);
  });
  it('data after outputs that can be used as they are, before ones that were heavily worked over', () => {
    const converted = way('convert', { withinDb: 5 });
    expect(order([data, converted])).toEqual(['convert', 'data-interface']);
    expect(order([data, converted], worked(-4))).toEqual(['convert', 'data-interface']);
    expect(order([data, converted], worked(-9))).toEqual(['data-interface', 'convert']);
    // Nor behind ones that break a rule, or leave a gap.
    expect(order([way('convert', { remarks: [remark('error', 'x')] }), data])[0]).toBe('data-interface');
  });
  it('what the shop prefers decides among the rest', () => {
    const figures = (cuts: number, from: number) => ({
      figures: { ...plan.figures, cuts, hours: { from, to: from + 2 } },
    });
    const [quick, whole] = [way('convert', figures(8, 3)), way('sum', figures(0, 6))];
    const by = (first: (typeof START_PREFERENCES)['first']) =>
      order([quick, whole], {
        ...context,
        input: { ...context.input, preferences: { ...START_PREFERENCES, first } },
      })[0];
    expect(by('fewest-parts')).toBe('convert');
    expect(by('least-cutting')).toBe('sum');
    expect(by('fewest-hours')).toBe('convert');
  });
});
