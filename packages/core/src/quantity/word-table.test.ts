import { describe, expect, it } from 'vitest';
import { INSTRUMENTS } from '../readings/index.ts';
import { readDevices } from '../library/device-table.ts';
import { parseMeasured } from './measured-value.ts';
import { parseFrequency } from './frequency.ts';
import { parseEntry } from '../harness/entry.ts';
import { parseReadings } from '../harness/paste.ts';
import { parseSheet } from '../harness/sheet/parse-sheet.ts';
import { wordTable } from './word-table.ts';

/** Names that every object of JavaScript has. */
const BUILT_IN = ['constructor', '__proto__', 'toString', 'valueOf', 'hasOwnProperty', 'isPrototypeOf'];
const PLUG = { name: 'C1', cavities: [{ id: 'c1', number: 1, empty: false }] } as never;
const SITUATION = { load: 'none', engine: 'off' } as never;

describe('words that every object knows', () => {
  it.each(BUILT_IN)('%s means nothing as it is typed or pasted', (word) => {
    expect(wordTable({ out: 1 }).get(word)).toBeUndefined();
    for (const instrument of INSTRUMENTS.filter((i) => i !== 'note'))
      expect(parseEntry(instrument, word)).toHaveProperty('fault');
    expect(parseEntry('tone', `front left + ${word}`)).toHaveProperty('fault');
    expect(parseReadings(`C1,1,,${word},4`, [PLUG], SITUATION).faults[0].message).toContain(
      'is no instrument',
    );
    expect(parseReadings(`C1,1,,ohms,${word}`, [PLUG], SITUATION)).toMatchObject({ readings: [] });
    expect(parseSheet(`C1,1,${word},ground`, [PLUG]).claims.map((c) => c.wire)).toEqual([null]);
    expect(parseMeasured(`4 ${word}`, 'ohm')).toBeNull();
    expect(parseFrequency(`4 ${word}`)).toBeNull();
    const table = readDevices(`name,kind,${word}\n${word},${word},1`);
    expect(table.devices).toHaveLength(0);
    expect(table.faults.length).toBeGreaterThan(0);
    expect(({} as Record<string, unknown>)['kind']).toBeUndefined();
  });

  it('cavities are named in one cell or two, with any sign between', () => {
    for (const cells of ['C1,1', ',C1/1', ',C1 - 1', ',C1·1', ',pin 1', ',1'])
      expect(parseReadings(`${cells},,ohms,4`, [PLUG], SITUATION)).toMatchObject({
        readings: [{ cavityId: 'c1' }],
        faults: [],
      });
    for (const cells of [',C9/1', ',C1/12345678901', ',-', ',/'])
      expect(parseReadings(`${cells},,ohms,4`, [PLUG], SITUATION).faults).toHaveLength(1);
  });
});
