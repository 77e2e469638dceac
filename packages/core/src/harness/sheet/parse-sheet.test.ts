import { describe, expect, it } from 'vitest';
import { channelName } from '../../model/words.ts';
import { namedFunction } from '../function-words.ts';
import { readWire } from '../../model/colour-words.ts';
import { parseSheet, type ReadSheet } from './parse-sheet.ts';

const plugs = ['C1', 'C2'].map((name) => ({
  name,
  cavities: Array.from({ length: 12 }, (_, i) => ({ id: `${name}-${i + 1}`, number: i + 1, empty: false })),
}));
/** Claims in short: cavity, variant, what it is, sign, wire. */
const short = ({ claims }: ReadSheet) =>
  claims.map((c) =>
    [c.cavityId, c.variant, c.channel ? channelName(c.channel) : c.role, c.sign?.slice(0, 1), c.wire]
      .filter((part) => part !== null && part !== undefined && part !== '')
      .join(' '),
  );
const table = (...lines: string[]) => lines.map((l) => l.split(' | ').join('\t')).join('\n');

describe('pin tables as people have them', () => {
  it('two variants side by side, each with function and colour', () => {
    const read = parseSheet(
      table(
        'Pin | Function base | Colour base | Function premium | Colour premium',
        '1 | front left + | light grey | front left woofer + | LT GRY/BLK',
        '2 | front left - | violet/white | front left woofer - | GRN-YEL',
        '3 | Ground | BLK | Ground | black',
        '4 | not used |  | center speaker + | tan',
      ),
      plugs.slice(0, 1),
    );
    expect(read.variants).toEqual(['base', 'premium']);
    expect(short(read)).toEqual([
      'C1-1 base Front left p GY',
      'C1-1 premium Front left woofer p GY/BK',
      'C1-2 base Front left m VT/WH',
      'C1-2 premium Front left woofer m GN/YE',
      'C1-3 base ground BK',
      'C1-3 premium ground BK',
      'C1-4 base unused',
      'C1-4 premium Centre p BN',
    ]);
  });
  it('variants named over merged cells, in a line above a head that repeats', () => {
    const read = parseSheet(
      table(
        ' |  | Standard |  | With amplifier | ',
        'Plug | Pin | Signal | Colour | Signal | Colour',
        'C1 | 5 | RF + | brn wht | RF tweeter + | brn wht',
        ' | 6 | RF - | brn | RF tweeter - | brn',
        'C2 | 1 | Ground | bk | Ground | bk',
      ),
      plugs,
    );
    expect(read.variants).toEqual(['Standard', 'With amplifier']);
    expect(short(read)).toEqual([
      'C1-5 Standard Front right p BN/WH',
      'C1-5 With amplifier Front right tweeter p BN/WH',
      'C1-6 Standard Front right m BN',
      'C1-6 With amplifier Front right tweeter m BN',
      'C2-1 Standard ground BK',
      'C2-1 With amplifier ground BK',
    ]);
  });
  it('variant columns that bear nothing but the name of the variant', () => {
    const read = parseSheet(
      table(
        'Pin | Wire | 4F2 | 4K7',
        '1 | rd | B+ | B+',
        '2 | gn | front left + | rear left +',
        '3 | ws | Mute | CAN H',
      ),
      plugs.slice(0, 1),
    );
    expect(short(read)).toEqual([
      'C1-1 4F2 battery RD',
      'C1-1 4K7 battery RD',
      'C1-2 4F2 Front left p GN',
      'C1-2 4K7 Rear left p GN',
      'C1-3 4F2 mute WH',
      'C1-3 4K7 data WH',
    ]);
  });
  it('pins after what they are, plug and number in one cell, no head at all', () => {
    expect(
      short(
        parseSheet(
          table('front left + (twisted with 2) | BN/WH | C1-1', 'front left - [note 3] | BN | C1-2'),
          plugs,
        ),
      ),
    ).toEqual(['C1-1 Front left p BN/WH', 'C1-2 Front left m BN']);
  });
  it('a function over both of its wires, with a column of signs', () => {
    const read = parseSheet(
      table(
        'Pin | Function | +/- | Colour',
        '3 | rear deck left | + | YE',
        '4 |  | - | YE/BK',
        '5 | boot subwoofer | + | pnk',
      ),
      plugs.slice(0, 1),
    );
    expect(short(read)).toEqual(['C1-3 Rear left p YE', 'C1-4 Rear left m YE/BK', 'C1-5 Subwoofer p PK']);
  });
  it('German, with its two-letter codes', () => {
    const read = parseSheet(
      table(
        'Stecker;Pin;Farbe;Belegung',
        'C1;1;rt;Dauerplus Kl. 30',
        'C1;2;br;Masse Kl. 31',
        'C1;3;sw/gr;Lautsprecher vorne links +',
        'C1;4;0,5 gr;Hochtöner hinten rechts minus',
        'C1;5;bl/ge;Beleuchtung Kl. 58d',
        'C1;6;hellblau;Antenne',
      ),
      plugs,
    );
    expect(short(read)).toEqual([
      'C1-1 battery RD',
      'C1-2 ground BN',
      'C1-3 Front left p BK/GY',
      'C1-4 Rear right tweeter m GY',
      'C1-5 illumination BU/YE',
      'C1-6 antenna BU',
    ]);
  });
});

describe('what cannot be read', () => {
  const text = table(
    'Pin | Colour | Function',
    '1 | GR | Front left +',
    '2 | BN | flux capacitor',
    'A? | BN | Ground',
    '4 |  | ',
  );
  it('drops no line: what was read stands, what was not is told by its cell', () => {
    const { rows, claims } = parseSheet(text, plugs.slice(0, 1));
    expect(rows.map((r) => [r.line, r.claim !== null, r.gaps.map((g) => g.cell)])).toEqual([
      [2, true, ['wire']],
      [3, true, ['function']],
      [4, false, ['cavity']],
      [5, false, ['function']],
    ]);
    expect(claims).toMatchObject([
      { cavityId: 'C1-1', role: 'output', wire: null },
      { cavityId: 'C1-2', role: null, wire: 'BN', text: 'flux capacitor' },
    ]);
    // Green in one country, grey in the other: nobody's guess.
    expect(rows[0].gaps[0].message).toContain('green or grey');
  });
  it('asks once for the cavity of a line, and takes it for every variant', () => {
    const text = table('Pin | 4F2 | 4K7', '1 | B+ | B+', 'A? | Ground | Mute');
    const { rows } = parseSheet(text, plugs.slice(0, 1));
    expect(rows.flatMap((r) => r.gaps)).toHaveLength(1);
    const [asked] = rows.filter((r) => r.gaps.length > 0);
    expect(short(parseSheet(text, plugs.slice(0, 1), { [asked.key]: { cavity: '7' } })).slice(2)).toEqual([
      'C1-7 4F2 ground',
      'C1-7 4K7 mute',
    ]);
  });
  it('is completed in place, row by row', () => {
    const { rows } = parseSheet(text, plugs.slice(0, 1));
    const completed = {
      [rows[0].key]: { wire: 'green' },
      [rows[1].key]: { function: 'rear left +' },
      [rows[2].key]: { cavity: '3' },
    };
    const read = parseSheet(text, plugs.slice(0, 1), completed);
    expect(short(read)).toEqual(['C1-1 Front left p GN', 'C1-2 Rear left p BN', 'C1-3 ground BN']);
    expect(read.rows.flatMap((r) => r.gaps.map((g) => [r.line, g.cell]))).toEqual([[5, 'function']]);
  });
});

it.each([
  ['light grey', 'GY'],
  ['LT GRY', 'GY'],
  ['lt blu/blk', 'BU/BK'],
  ['BLK', 'BK'],
  ['tan', 'BN'],
  ['violet/white', 'VT/WH'],
  ['GRN-YEL', 'GN/YE'],
  ['black with white stripe', 'BK/WH'],
  ['dunkelgrün', 'GN'],
  ['1,5 BN/WH', 'BN/WH'],
  ['PPL w/ ORG tracer', 'VT/OG'],
  ['BLKWHT', 'BK/WH'],
])('the colour %s is %s', (text, code) => expect(readWire(text)).toEqual({ wire: code }));
it.each(['GR', 'bl', 'red green blue', 'purplish', 'twisted pair', ''])(
  'the colour %j is not guessed',
  (text) => expect(readWire(text)).toHaveProperty('fault'),
);

it.each([
  ['front left dash tweeter', 'Front left tweeter'],
  ['Left sail panel +', 'Front left tweeter'],
  ['rear deck right', 'Rear right'],
  ['package shelf left', 'Rear left'],
  ['hatch left woofer', 'Rear left woofer'],
  ['dash speaker', 'Centre'],
  ['trunk sub', 'Subwoofer'],
  ['C-pillar left', 'Rear left'],
])('%s is %s', (text, name) => {
  const { channel } = namedFunction(text)!;
  expect(channelName(channel!)).toBe(name);
});
