import { describe, expect, it } from 'vitest';
import { typedNumber } from '../../../ui/NumberField.tsx';
import { cellKey, keptVolts, readingsOf, rowKey, startTable, type VoltsTyped } from './volts-table.ts';

const steps = (part: Partial<VoltsTyped>) => ({ ...startTable('step'), ...part });
const read = (table: VoltsTyped) => readingsOf(table, ['a', 'b'], typedNumber);

describe('volts typed into a table', () => {
  it('are one reading a cell, with the head of the table', () => {
    const cells = { [cellKey(0, 'a')]: '0,42', [cellKey(2, 'b')]: '2.7', [cellKey(1, 'a')]: '470 mV' };
    expect(read(steps({ cells, supplyVolts: '13.8' }))).toEqual({
      readings: [
        ['a', 10, 0.42],
        ['a', 18, 0.47],
        ['b', 26, 2.7],
      ].map(([pairId, volumeStep, volts]) => ({
        pairId,
        body: {
          kind: 'level',
          hz: 100,
          volumeStep,
          volts,
          signalDb: 0,
          supplyVolts: 13.8,
          load: 'speaker',
        },
      })),
    });
  });

  it('of several tones at one step carry the tone of their row', () => {
    const table = { ...startTable('tone'), fixed: '18', cells: { [cellKey(3, 'b')]: '1.1' } };
    expect(read(table)).toMatchObject({ readings: [{ pairId: 'b', body: { hz: 1000, volumeStep: 18 } }] });
  });

  it.each([
    ['a cell', { cells: { [cellKey(1, 'a')]: 'loud' } }, cellKey(1, 'a')],
    ['more volts than there are', { cells: { [cellKey(1, 'a')]: '230' } }, cellKey(1, 'a')],
    ['a row without its step', { rows: [''], cells: { [cellKey(0, 'a')]: '1' } }, rowKey(0)],
    ['half a step', { rows: ['10.5'], cells: { [cellKey(0, 'a')]: '1' } }, rowKey(0)],
    ['no tone', { fixed: '', cells: { [cellKey(0, 'a')]: '1' } }, 'fixed'],
    ['a tone that nobody hears', { fixed: '90000', cells: { [cellKey(0, 'a')]: '1' } }, 'fixed'],
    ['a supply in words', { supplyVolts: 'high', cells: { [cellKey(0, 'a')]: '1' } }, 'supplyVolts'],
  ])('are kept all or not at all: %s', (_, part, key) => {
    const good = { [cellKey(2, 'b')]: '2' };
    const result = read(steps({ ...part, cells: { ...good, ...part.cells } }));
    expect('wrong' in result && Object.keys(result.wrong)).toContain(key);
  });

  it('show what is kept of the same tone, step and load, the newest, unless withdrawn', () => {
    const table = steps({ cells: { [cellKey(0, 'a')]: '1', [cellKey(1, 'a')]: '2' } });
    const result = read(table);
    const [first, second] = ('readings' in result ? result.readings : []).map((c) => ({
      ...c,
      withdrawnAt: null as string | null,
    }));
    const again = { ...first, body: { ...first.body, volts: 1.5 } as typeof first.body };
    const kept = (said: string, load: VoltsTyped['load'] = 'speaker') =>
      keptVolts([first, second, again], { ...table, load }, said, 'a', typedNumber);
    expect([kept('10'), kept('18'), kept('26'), kept('10', 'none')]).toEqual([1.5, 2, null, null]);
    again.withdrawnAt = '2026-01-01T00:00:00.000Z';
    expect(kept('10')).toBe(1);
  });
});
