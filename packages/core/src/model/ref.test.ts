import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { decisionFieldsSchema } from './decision.ts';
import { KeyBook } from './key-book.ts';
import { planFieldsSchema } from './plan.ts';
import { readingFieldsSchema } from './reading.ts';
import { keyed, mapRefs, ref, refsIn } from './ref.ts';

const ID = '00000000-0000-4000-8000-00000000000';
const shape = z.object({
  one: ref('pair'),
  none: ref('target').nullable(),
  many: z.array(z.object({ at: ref('capture'), note: z.string() })),
  either: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('plug'), plug: ref('connector') }),
    z.object({ kind: z.literal('job') }),
  ]),
  maybe: z.array(ref('pair')).default([]),
});
const value = {
  one: `${ID}1`,
  none: null,
  many: [
    { at: `${ID}2`, note: `${ID}9` },
    { at: `${ID}3`, note: '' },
  ],
  either: { kind: 'plug' as const, plug: `${ID}4` },
  maybe: [`${ID}1`],
};

describe('references', () => {
  it('are found wherever they stand, with their kind and place; other text is none', () => {
    expect(refsIn(shape, value)).toEqual([
      { name: `${ID}1`, kind: 'pair', field: 'one' },
      { name: `${ID}2`, kind: 'capture', field: 'many.0.at' },
      { name: `${ID}3`, kind: 'capture', field: 'many.1.at' },
      { name: `${ID}4`, kind: 'connector', field: 'either.plug' },
      { name: `${ID}1`, kind: 'pair', field: 'maybe.0' },
    ]);
    expect(refsIn(shape, { ...value, either: { kind: 'job' } })).toHaveLength(4);
  });
  it('are renamed and named back, and nothing else is touched', () => {
    const book = new KeyBook();
    for (const { name, kind } of refsIn(shape, value))
      if (kind !== 'cavity' && !book.idOf(name)) book.add(kind, name);
    const inFile = mapRefs(shape, value, (id) => book.keyOf(id));
    expect(keyed(shape).parse(inFile)).toEqual(inFile);
    expect(shape.safeParse(inFile).success).toBe(false);
    expect(mapRefs(keyed(shape), inFile, (key) => book.idOf(key)!)).toEqual(value);
  });
  it('in a file keep the checks of their shape', () => {
    const reading = {
      cavityId: 'k1:1',
      otherCavityId: 'k1:1',
      observation: { kind: 'ohms', ohms: 1, word: null },
      conditions: {},
      entered: '',
      confirmed: false,
    };
    const messages = keyed(readingFieldsSchema)
      .safeParse(reading)
      .error!.issues.map((i) => i.message);
    expect(messages.join()).not.toContain('UUID');
    const good = keyed(decisionFieldsSchema).safeParse({
      kind: 'consent',
      rule: 'r',
      targetId: 't1',
      pairId: null,
      says: 's',
      signedBy: 'b',
      note: '',
    });
    expect(good.success).toBe(true);
    expect(
      keyed(readingFieldsSchema).safeParse({ ...reading, cavityId: 'p1' }).error!.issues[0].message,
    ).toContain('k2:14');
  });
  it('of a plan are all of them: what it taps, stands on, remarks on, feeds and changes', () => {
    const tap = { pairId: `${ID}1`, captureId: `${ID}2`, inverted: false, gainDb: 0 };
    const feed = { targetId: `${ID}3`, side: 'mono', taps: [tap] };
    const plan = {
      name: 'x',
      proposal: {
        feeds: [feed],
        remarks: [{ targetId: `${ID}3`, pairId: `${ID}1` }],
        equipment: [{ targetIds: [`${ID}3`] }],
        changes: {
          feeds: [{ targetId: `${ID}3`, taps: [tap] }],
          loads: [{ pairId: `${ID}1`, load: 'none' }],
        },
      },
    };
    const kinds = refsIn(planFieldsSchema, plan).map((r) => r.kind);
    expect(kinds.sort()).toEqual([...Array(4).fill('pair'), 'capture', ...Array(4).fill('target')].sort());
  });
  it('to what is gone keep a name of their own, in and out again', () => {
    const book = new KeyBook();
    expect([book.keyOf(`${ID}7`), book.keyOf(`${ID}8`), book.keyOf(`${ID}7`)]).toEqual([
      'gone1',
      'gone2',
      'gone1',
    ]);
    const back = new KeyBook();
    const [one, two] = [back.idOf('gone1')!, back.idOf('gone2')!];
    expect(one).not.toBe(two);
    expect(back.keyOf(one)).toBe('gone1');
    expect(back.idOf('p4')).toBeUndefined();
  });
});
