import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ColumnError } from './column-error.ts';
import { COLUMN_LIMITS, ColumnReader, type ColumnTable } from './column-reader.ts';
import type { ColumnLayout } from './layout.ts';

function read(text: string, wanted: Partial<ColumnLayout> = {}): ColumnTable {
  const reader = new ColumnReader(wanted);
  reader.push(text);
  return reader.finish();
}

function refusal(text: string, wanted: Partial<ColumnLayout> = {}): ColumnError {
  try {
    read(text, wanted);
  } catch (error) {
    if (error instanceof ColumnError) return error;
    throw error;
  }
  throw new Error('was read');
}

const THREE = { frequencyHz: [20, 100.5, 1000], levelDb: [-3.5, 0, 1.25] };

describe('what is understood', () => {
  it.each([
    ['tabs', '20\t-3.5\n100.5\t0\n1000\t1.25\n'],
    ['spaces', ' 20   -3.5\n 100.5  0\n 1000   1.25'],
    ['commas', '20,-3.5\n100.5,0\n1000,1.25\n'],
    ['semicolons', '20;-3.5\n100.5;0\n1000;1.25\n'],
    ['decimal commas with semicolons', '20;-3,5\n100,5;0\n1000;1,25\n'],
    ['decimal commas with tabs', '20\t-3,5\n100,5\t0\n1000\t1,25\n'],
    ['decimal commas with spaces', '20,0 -3,5\n100,5 0,0\n1000,0 1,25\n'],
    ['CRLF', '20 -3.5\r\n100.5 0\r\n1000 1.25\r\n'],
    ['lone CR', '20 -3.5\r100.5 0\r1000 1.25\r'],
    ['a BOM', '\ufeff20 -3.5\n100.5 0\n1000 1.25\n'],
    [
      'comments of all kinds',
      '* made today\n# x\n; y\n// z\n"note"\n20 -3.5\n\n% in between\n100.5 0\n1000 1.25\n',
    ],
    ['a header', 'Freq(Hz) SPL(dB)\n20 -3.5\n100.5 0\n1000 1.25\n'],
    ['a quoted header', '"Frequency","Level"\n20,-3.5\n100.5,0\n1000,1.25\n'],
    ['words above the numbers', 'Measured in bay 2\nFreq;dB\n20;-3,5\n100,5;0\n1000;1,25\n'],
    ['exponents and signs', '+2.0e1\t-3.5E0\n1.005e+2\t0\n1e3\t+1.25\n'],
    ['separators at line ends', '20;-3.5;\n100.5;0;\n1000;1.25;\n'],
    ['spaces after commas', '20, -3.5\n100.5, 0\n1000, 1.25\n'],
  ])('%s', (_, text) => {
    const { response, repairs } = read(text);
    expect(response).toEqual(THREE);
    expect(repairs).toEqual([]);
  });

  it('takes roles from the names in the header, in any order', () => {
    const { response, layout } = read(
      'Phase(deg)\tLevel (dB)\tFrequency (Hz)\n10\t-3\t20\n20\t0\t50\n30\t1\t100\n',
    );
    expect(layout.roles).toEqual(['phase', 'level', 'frequency']);
    expect(response).toEqual({ frequencyHz: [20, 50, 100], levelDb: [-3, 0, 1], phaseDeg: [10, 20, 30] });
  });

  it('does not take an unnamed third column for phase', () => {
    expect(read('20 1 0.9\n50 2 0.8\n100 3 0.7\n').response.phaseDeg).toBeUndefined();
  });

  it('does as the person says instead of as it guessed', () => {
    const { response } = read('20 1 5\n50 2 6\n100 3 7\n', { roles: ['frequency', 'ignored', 'level'] });
    expect(response.levelDb).toEqual([5, 6, 7]);
  });

  it('turns kHz into Hz and says so', () => {
    const { response, repairs } = read('Freq(kHz)\tdB\n0.02\t0\n0.1\t1\n1\t2\n');
    expect(response.frequencyHz).toEqual([20, 100, 1000]);
    expect(repairs[0].kind).toBe('unit');
  });

  it('keeps the header lines and a preview for the person', () => {
    const { header, preview, rows } = read('* bay 2\n20 1\n50 2\n100 3\n');
    expect(header).toEqual(['* bay 2']);
    expect(preview[0]).toEqual(['20', '1']);
    expect(rows).toBe(3);
  });

  it('reads the same however the text is cut into pieces', () => {
    const text =
      '\ufeff* note\r\nFreq(Hz);Level(dB);Phase(deg)\r\n' +
      Array.from({ length: 90 }, (_, i) => `${20 + i},5;${-i / 7};${i}`.replaceAll('.', ',')).join('\r\n') +
      '\r\n';
    const whole = read(text);
    fc.assert(
      fc.property(fc.array(fc.nat(text.length), { maxLength: 12 }), (cuts) => {
        const places = [0, ...cuts.sort((a, b) => a - b), text.length];
        const reader = new ColumnReader();
        places.slice(1).forEach((to, i) => reader.push(text.slice(places[i], to)));
        expect(reader.finish()).toEqual(whole);
      }),
    );
  });

  it('gives back any response that was written', () => {
    const rows = fc.uniqueArray(
      fc.tuple(
        fc.double({ min: 1, max: 30_000, noNaN: true }),
        fc.double({ min: -150, max: 50, noNaN: true }),
      ),
      {
        selector: ([f]) => f,
        minLength: 3,
        maxLength: 80,
      },
    );
    fc.assert(
      fc.property(rows, fc.constantFrom('\t', ';', ' '), fc.boolean(), (list, separator, comma) => {
        const sorted = [...list].sort((a, b) => a[0] - b[0]);
        const text = sorted
          .map((row) => row.map((v) => (comma ? String(v).replace('.', ',') : String(v))).join(separator))
          .join('\n');
        const { response } = read(text, {
          separator: separator === '\t' ? 'tab' : separator === ';' ? 'semicolon' : 'space',
          decimal: comma ? 'comma' : 'point',
        });
        expect(response.frequencyHz).toEqual(sorted.map((r) => r[0]));
        expect(response.levelDb).toEqual(sorted.map((r) => r[1] + 0));
      }),
    );
  });
});

describe('what is repaired, and said', () => {
  const repaired = (text: string) => {
    const { response, repairs } = read(text);
    return { ...response, said: repairs.map((r) => r.text) };
  };

  it('sorts rows, naming the first that was out of order', () => {
    const { frequencyHz, said } = repaired('20 1\n100 3\n50 2\n200 4\n');
    expect(frequencyHz).toEqual([20, 50, 100, 200]);
    expect(said).toEqual(['Rows were not in order of frequency (first at line 3): sorted.']);
  });
  it('averages power where a frequency repeats', () => {
    const { levelDb, said } = repaired('20 0\n50 0\n50 10\n100 0\n200 0\n400 0\n800 0\n');
    expect(levelDb[1]).toBeCloseTo(10 * Math.log10((1 + 10) / 2), 9);
    expect(said[0]).toContain('One row repeats a frequency');
  });
  it('averages phase of repeats on the circle', () => {
    const text =
      'Freq(Hz) dB phase(deg)\n' +
      ['20 0 0', '50 0 170', '50 0 -170', '100 0 0', '200 0 0', '400 0 0', '800 0 0'].join('\n');
    expect(Math.abs(read(text).response.phaseDeg![1])).toBeCloseTo(180, 6);
  });
  it('leaves out the row at 0 Hz', () => {
    const { frequencyHz, said } = repaired('0 -80\n20 1\n50 2\n100 3\n');
    expect(frequencyHz).toEqual([20, 50, 100]);
    expect(said).toEqual(['One row at 0 Hz left out.']);
  });
  it('leaves out a few rows without a number, naming their lines', () => {
    const rows = Array.from({ length: 40 }, (_, i) => `${20 + i} ${i === 7 ? 'NaN' : i === 9 ? '-inf' : 1}`);
    const { frequencyHz, said } = repaired(`${rows.join('\n')}\n`);
    expect(frequencyHz).toHaveLength(38);
    expect(said[0]).toBe('2 rows without a finite number left out (line 8, 10).');
  });
});

describe('what is refused, with line, reason and what would do', () => {
  it.each([
    ['nothing at all', '', null, 'The file is empty.'],
    ['blank lines', '\n\n\n', null, 'There are no numbers'],
    ['comments only', '# a\n# b\n', null, 'There are no numbers'],
    ['prose', 'once upon a time\nthere was a car\n', 1, 'is not a row of numbers'],
    ['one column', '* x\n20\n30\n40\n', 2, 'only one column'],
    ['two rows', '20 1\n30 2\n', null, 'only 2 rows'],
    ['binary', 'RIFF\0\0\x01WAVE', 1, 'This is not text.'],
    ['what is no UTF-8', '20 1\n\ufffd\ufffd 3\n', 2, 'This is not text.'],
    ['a negative frequency', '20 1\n-30 2\n40 3\n', 2, 'below zero'],
    ['a word among the numbers', '20 1\n30 2\n40 x\n50 4\n', 3, '"x" is not a number.'],
    ['a short row', '20 1\n30 2\n40\n50 4\n', 3, 'There are 1 columns'],
    ['NaN nearly everywhere', '20 NaN\n30 NaN\n40 1\n50 2\n', 1, 'no finite number'],
    ['0 Hz over and over', '0 1\n0 2\n0 3\n50 2\n', 1, 'rows stand at 0 Hz'],
    ['several curves', '20 1\n30 1\n40 1\n20 2\n30 2\n40 2\n', null, 'several curves'],
    ['levels that are no decibels', '20 1\n30 2000\n40 3\n', 2, 'The level is 2000.'],
    ['an endless line', `20 1\n${'1'.repeat(5000)}`, 2, 'longer than 4096'],
  ])('%s', (_, text, line, reason) => {
    const error = refusal(text);
    expect(error.line).toBe(line);
    expect(error.reason).toContain(reason);
    expect(error.wanted.length).toBeGreaterThan(10);
    expect(error.message.startsWith(line === null ? error.reason : `Line ${line}: `)).toBe(true);
  });

  it('two million lines: at the first one too many, without having kept the rest', () => {
    const reader = new ColumnReader();
    const piece = Array.from({ length: 10_000 }, (_, i) => `${i + 1} 0`).join('\n') + '\n';
    const flood = () => {
      for (let i = 0; i < 200; i++) reader.push(piece);
    };
    expect(flood).toThrow(`Line ${COLUMN_LIMITS.rows + 1}: There are more than 300,000 rows.`);
  });

  it('roles that make no sense', () => {
    expect(refusal('20 1\n30 2\n40 3\n', { roles: ['level', 'level'] }).wanted).toContain(
      'exactly one frequency',
    );
    expect(refusal('20 1\n30 2\n40 3\n', { roles: ['frequency', 'ignored'] }).reason).toContain(
      'frequency, ignored',
    );
  });
});
