import { describe, expect, it } from 'vitest';
import { madeWithWords, type ShopInstrument } from '@ulpen/core';
import { madeWithOf } from './in-hand-store.ts';

const instrument = (id: string, kind: ShopInstrument['kind'], checkedAt: string | null = null) =>
  ({ id, kind, name: `${kind} ${id}`, note: '', checkedAt, bad: null, version: 1 }) satisfies ShopInstrument;

describe('instruments in hand', () => {
  const shop = [instrument('a', 'meter', '2026-11-12T09:00:00.000Z'), instrument('b', 'reducer')];
  it('are those of the kinds that something is made with', () => {
    const ids = { meter: 'a', reducer: 'b' };
    expect(madeWithOf(['meter'], ids, shop).map((i) => i.id)).toEqual(['a']);
    expect(madeWithOf(['input', 'reducer'], ids, shop).map((i) => i.id)).toEqual(['b']);
    expect(madeWithOf([], ids, shop)).toEqual([]);
  });
  it('are none that the shop has no more, or has as another kind', () => {
    expect(madeWithOf(['meter'], { meter: 'gone' }, shop)).toEqual([]);
    expect(madeWithOf(['meter'], { meter: 'b' }, shop)).toEqual([]);
  });
  it('are told with their last check', () => {
    const madeWith = madeWithOf(['meter', 'reducer'], { meter: 'a', reducer: 'b' }, shop);
    expect(madeWithWords(madeWith)).toBe('meter a, checked 2026-11-12; reducer b, never checked');
    expect(madeWithWords(undefined)).toBe('');
  });
});
