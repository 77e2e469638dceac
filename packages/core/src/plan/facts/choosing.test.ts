import { describe, expect, it } from 'vitest';
import { madeFeed, madeSource } from '../../../test/made-up-plan.ts';
import type { Side } from '../../model/words.ts';
import { chooserOf, leftAndRights } from './choosing.ts';

const { target } = madeFeed();
const subwoofer = {
  ...target,
  id: 't2',
  layout: 'mono' as const,
  axle: 'other' as const,
  lowHz: 32,
  highHz: 90,
};
const of = (side: Side, axle: 'front' | 'rear', cornerHz: number) =>
  madeSource({ id: `${side} ${axle}`, side, axle }, cornerHz);
const taken = (...sources: ReturnType<typeof of>[]) =>
  chooserOf(new Set())
    .chooseWhole(subwoofer, 'mono', sources, { maxInputs: 4, keep: 1 })[0]
    ?.taps.map((t) => t.id)
    .sort();

describe('what a mono channel is made of', () => {
  const fronts = [of('left', 'front', 40), of('right', 'front', 40)];
  const rears = [of('left', 'rear', 20), of('right', 'rear', 20)];
  it('both sides of a place, never the one that is a little flatter', () => {
    expect(taken(fronts[0], of('right', 'front', 10))).toEqual(['left front', 'right front']);
    expect(taken(...fronts, ...rears)).toEqual(['left rear', 'right rear']);
  });
  it('one side where the other is not there', () => {
    expect(taken(fronts[0])).toEqual(['left front']);
    expect(taken(fronts[0], rears[1])).toHaveLength(1);
  });
  it('the mix that the factory made, where there is one', () => {
    const mix = madeSource({ id: 'mix', side: 'mono', axle: 'other', way: 'subwoofer' }, 20);
    expect(taken(...fronts, mix)).toEqual(['mix']);
  });
  it('no side beside the mix without its other one', () => {
    const mix = madeSource({ id: 'mix', side: 'mono', axle: 'other', way: 'subwoofer' }, 70);
    const sides = (taken(...fronts, mix) ?? []).filter((id) => id !== 'mix');
    expect([0, 2]).toContain(sides.length);
  });
  it('what is barred is never chosen', () => {
    const chooser = chooserOf(new Set(['left rear']));
    const [choice] = chooser.chooseWhole(subwoofer, 'mono', [...fronts, ...rears], { maxInputs: 2, keep: 1 });
    expect(choice.taps.map((t) => t.id).sort()).toEqual(['left front', 'right front']);
  });
});

it('left and right are of one place', () => {
  const all = [of('left', 'front', 0), of('right', 'rear', 0), of('right', 'front', 0)];
  expect(leftAndRights(all).map((two) => two.map((s) => s.pair.id))).toEqual([['left front', 'right front']]);
});
