import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type ConnectorFields, connectorFieldsSchema } from '../model/connector.ts';
import { faceOf, neighbour } from './layout.ts';

const plug = (part: Partial<ConnectorFields> = {}): ConnectorFields => ({
  name: 'C1',
  rows: [
    { cavities: 3, indent: 0 },
    { cavities: 3, indent: 0 },
  ],
  view: 'wire',
  corner: 'top-left',
  along: 'rows',
  turning: false,
  latch: 'left',
  keying: 'right',
  shell: null,
  sleeve: 'none',
  confirmed: 'no',
  empty: [],
  note: '',
  ...part,
});
/** The numbers as they stand on the face, row by row. */
const drawn = (fields: ConnectorFields, view?: 'wire' | 'mating') => {
  const face = faceOf(fields, view);
  return Array.from({ length: face.rows }, (_, row) =>
    face.places
      .filter((p) => p.row === row)
      .sort((a, b) => a.x - b.x)
      .map((p) => p.number)
      .join(' '),
  ).join(' / ');
};

describe('the face of a plug', () => {
  it.each([
    [{}, '1 2 3 / 4 5 6'],
    [{ corner: 'top-right' }, '3 2 1 / 6 5 4'],
    [{ corner: 'bottom-left' }, '4 5 6 / 1 2 3'],
    [{ along: 'columns' }, '1 3 5 / 2 4 6'],
    [{ along: 'columns', corner: 'bottom-right' }, '6 4 2 / 5 3 1'],
    [{ turning: true }, '1 2 3 / 6 5 4'],
    [{ along: 'columns', turning: true }, '1 4 5 / 2 3 6'],
  ] as [Partial<ConnectorFields>, string][])('%j is counted %s', (part, numbers) => {
    expect(drawn(plug(part))).toBe(numbers);
  });

  it('from the other side is the mirror image: numbers, latch and key', () => {
    expect(drawn(plug(), 'mating')).toBe('3 2 1 / 6 5 4');
    expect(faceOf(plug(), 'mating')).toMatchObject({ latch: 'right', keying: 'left' });
    expect(faceOf(plug({ latch: 'top', keying: 'centre' }), 'mating')).toMatchObject({
      latch: 'top',
      keying: 'centre',
    });
    // Described from the mating side, it is drawn as described from there.
    expect(drawn(plug({ view: 'mating' }), 'mating')).toBe('1 2 3 / 4 5 6');
    expect(drawn(plug({ view: 'mating' }), 'wire')).toBe('3 2 1 / 6 5 4');
  });

  it('any shape: every number once, and mirroring twice changes nothing', () => {
    const shapes = fc.record({
      rows: fc.array(
        fc.record({ cavities: fc.integer({ min: 1, max: 12 }), indent: fc.constantFrom(0, 0.5, 1, 3) }),
        {
          minLength: 1,
          maxLength: 4,
        },
      ),
      corner: fc.constantFrom(...(['top-left', 'top-right', 'bottom-left', 'bottom-right'] as const)),
      along: fc.constantFrom(...(['rows', 'columns'] as const)),
      turning: fc.boolean(),
    });
    fc.assert(
      fc.property(shapes, (part) => {
        const fields = plug(part);
        const here = faceOf(fields);
        const there = faceOf(fields, 'mating');
        expect(here.places.map((p) => p.number)).toEqual(here.places.map((_, i) => i + 1));
        expect(new Set(here.places.map((p) => `${p.x},${p.row}`)).size).toBe(here.places.length);
        there.places.forEach((p, i) => {
          expect(p.row).toBe(here.places[i].row);
          expect(here.width - 1 - p.x).toBeCloseTo(here.places[i].x, 9);
        });
      }),
    );
  });

  it('arrows go to what lies there as it is drawn', () => {
    const staggered = faceOf(
      plug({
        rows: [
          { cavities: 2, indent: 0.5 },
          { cavities: 3, indent: 0 },
        ],
      }),
    );
    expect(neighbour(staggered, 1, 'right')).toBe(2);
    expect(neighbour(staggered, 2, 'right')).toBeNull();
    expect([3, 4]).toContain(neighbour(staggered, 1, 'down'));
    expect(neighbour(faceOf(plug(), 'mating'), 1, 'left')).toBe(2);
    expect(neighbour(faceOf(plug()), 1, 'left')).toBeNull();
  });

  it('what cannot be a plug is refused with its place', () => {
    const faults = (part: Partial<ConnectorFields>) =>
      connectorFieldsSchema
        .safeParse(plug(part))
        .error?.issues.map((i) => `${i.path.join('.')}: ${i.message}`) ?? [];
    expect(faults({})).toEqual([]);
    expect(faults({ rows: [] })[0]).toContain('at least one row');
    expect(faults({ rows: Array.from({ length: 4 }, () => ({ cavities: 40, indent: 0 })) })[0]).toContain(
      'at most 120',
    );
    expect(faults({ empty: [7] })[0]).toBe('empty: there is no cavity 7; the plug has 6');
    expect(faults({ empty: [2, 2] })[0]).toContain('named twice');
    expect(faults({ shell: 'YE', confirmed: 'audio' })[0]).toContain('never confirmed as audio');
    expect(faults({ sleeve: 'orange', confirmed: 'audio' })[0]).toContain('confirmed');
    expect(faults({ sleeve: 'yellow', confirmed: 'restraint' })).toEqual([]);
  });
});
