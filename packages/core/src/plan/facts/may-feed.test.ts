import { describe, expect, it } from 'vitest';
import { mayFeed } from './may-feed.ts';

type Pair = Parameters<typeof mayFeed>[0]['pair'];

const feeds = (
  pair: Pair,
  side: 'left' | 'right' | 'mono',
  [lowHz, highHz]: [number, number],
  endsHz: number | null = null,
) => mayFeed({ pair, highHz: endsHz }, side, { lowHz, highHz });
const bass: Pair = { side: 'mono', way: 'subwoofer' };

describe('what may feed a channel', () => {
  it('a side from its own side, never from the other nor from a mix of both', () => {
    const full = (side: Pair['side']) => feeds({ side, way: 'full' }, 'left', [60, 16_000]);
    expect((['left', 'right', 'centre', 'mono'] as const).map(full)).toEqual([true, false, false, false]);
  });
  it('a side that plays deep from the factory’s mono bass, as long as that ends low', () => {
    expect(feeds(bass, 'left', [79, 16_000], 180)).toBe(true);
    expect(feeds(bass, 'left', [79, 16_000])).toBe(true);
    expect(feeds(bass, 'left', [79, 16_000], 181)).toBe(false);
    expect(feeds(bass, 'left', [80, 16_000], 100)).toBe(false);
  });
  it('a mono channel from all of them, bass in a centre apart', () => {
    expect(feeds({ side: 'left', way: 'full' }, 'mono', [30, 90])).toBe(true);
    expect(feeds(bass, 'mono', [30, 90])).toBe(true);
    expect(feeds(bass, 'mono', [160, 14_000])).toBe(false);
    // One speaker for everything plays the bass too.
    expect(feeds(bass, 'mono', [39, 14_000])).toBe(true);
  });
});
