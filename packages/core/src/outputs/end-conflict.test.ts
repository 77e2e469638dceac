import { describe, expect, it } from 'vitest';
import type { OutputEnd, Pair } from '../model/unit.ts';
import { endConflicts } from './end-conflict.ts';

const LEFT = { side: 'left', axle: 'front', way: 'full', suffix: '', stage: 'unknown' } as const;
const at = (sign: OutputEnd['sign'], cavityId: string): OutputEnd => ({ sign, cavityId });

describe('cavities that two outputs name', () => {
  const own = (part: Partial<Pair>, ...ends: OutputEnd[]) => ({ ...LEFT, ...part, ends });
  const other = (part: Partial<Pair>, ...ends: OutputEnd[]) => ({
    ...LEFT,
    side: 'right' as const,
    ...part,
    ends,
  });
  const shared = (mine: Pair['stage'], theirs: Pair['stage'], sign: OutputEnd['sign'] = 'minus') =>
    endConflicts(own({ stage: mine }, at('plus', 'k1'), at('minus', 'k4')), [
      other({}, at('plus', 'k7')),
      other(
        { stage: theirs },
        at('plus', sign === 'plus' ? 'k4' : 'k2'),
        at('minus', sign === 'minus' ? 'k4' : 'k2'),
      ),
    ]);
  it.each(['single-ended', 'line'] as const)(
    'a minus is common to outputs that do not drive it: %s',
    (stage) => {
      expect(shared(stage, 'line')).toEqual([]);
      expect(shared(stage, 'single-ended')).toEqual([]);
    },
  );
  it.each(['unknown', 'bridge'] as const)('and to no others: %s', (stage) => {
    for (const conflicts of [shared(stage, 'line'), shared('line', stage), shared(stage, stage)])
      expect(conflicts).toMatchObject([
        { end: 1, message: expect.stringContaining('the minus of Front right') },
      ]);
  });
  it('a plus is never common, nor is one’s plus another’s minus', () => {
    const belongs = { end: 1, message: 'this cavity already belongs to Front right' };
    expect(shared('line', 'line', 'plus')).toEqual([belongs]);
    expect(
      endConflicts(own({ stage: 'line' }, at('plus', 'k4')), [other({ stage: 'line' }, at('minus', 'k4'))]),
    ).toEqual([{ ...belongs, end: 0 }]);
    expect(
      endConflicts(own({ stage: 'line' }, at('plus', 'k4')), [other({ stage: 'line' }, at('plus', 'k4'))]),
    ).toEqual([{ ...belongs, end: 0 }]);
  });
  it('what nobody else names is free', () => {
    expect(
      endConflicts(own({}, at('plus', 'k1'), at('minus', 'k2')), [
        other({}, at('plus', 'k3'), at('minus', 'k4')),
      ]),
    ).toEqual([]);
  });
});
