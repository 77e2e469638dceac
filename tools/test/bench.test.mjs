import { describe, expect, it } from 'vitest';
import { compared, comparisonTable, rowsOf } from '../bench-against.mjs';

const table = (...rows) =>
  [
    '# Times',
    '',
    '| What | Median | 95 % | Wanted |',
    '|---|---|---|---|',
    ...rows.map((r) => `| ${r} |`),
  ].join('\n');

describe('times beside those of another commit', () => {
  const before = rowsOf(
    table(
      'map | 50.0 ms | 60 ms | < 50 ms',
      'rows | 2,000 /s |  | ',
      'gone | 1 ms |  | ',
      'weight | 200 kB |  | ',
      'ours as part of the bare one | 0.55 |  | ',
    ),
  );
  it('are read from the page that the bench writes', () => {
    expect(before[0]).toMatchObject({ what: 'map', figure: '50.0 ms', value: 50, unit: 'ms' });
    expect(before[1]).toMatchObject({ value: 2000, unit: '/s' });
  });
  it('are slower from 1.1 times on: a time when it grows, a rate when it falls', () => {
    const now = (...rows) => compared(before, rowsOf(table(...rows)));
    expect(now('map | 54.9 ms', 'rows | 1,850 /s').map((r) => r.slower)).toEqual([false, false]);
    expect(now('map | 55.1 ms', 'rows | 1,800 /s').map((r) => r.slower)).toEqual([true, true]);
    expect(now('ours as part of the bare one | 0.45')[0].slower).toBe(true);
    expect(now('ours as part of the bare one | 0.70')[0].slower).toBe(false);
  });
  it('say what is new, and what is told in another unit', () => {
    const rows = compared(before, rowsOf(table('fresh | 3 ms', 'weight | 0.2 MB')));
    expect(rows.map((r) => [r.then, r.ratio])).toEqual([
      ['new', null],
      ['200 kB', null],
    ]);
    expect(comparisonTable('abc', rows)).toContain('| fresh | new | 3 ms |  |');
  });
});
