import fc from 'fast-check';
import { BODIES, bodyOf, type Spot } from '@ulpen/core';
import { describe, expect, it } from 'vitest';
import { cardsOf, PICTURE, placeOf, zoneAt } from './loom-picture.ts';

/** Up to so many things in any zones of any body, with names of any length. */
const laidOut = fc.constantFrom(...BODIES).chain((kind) => {
  const body = bodyOf(kind);
  const thing = fc.record({
    zone: fc.constantFrom(...body.zones.keys()),
    name: fc.string({ unit: fc.constantFrom('m', 'i', ' '), minLength: 1, maxLength: 60 }),
    said: fc.boolean(),
  });
  return fc.array(thing, { minLength: 1, maxLength: 16 }).map((things) => {
    const spots = new Map(
      things.map(({ zone, said }, n): [string, Spot] => [
        `${n}`,
        { id: `${n}`, zone, said, elsewhere: null },
      ]),
    );
    return { body, spots, cards: cardsOf({ body, spots }, (id) => things[Number(id)].name) };
  });
});

describe('the car from above', () => {
  it('no card lies over another or leaves the picture, and each thing is in one', () => {
    fc.assert(
      fc.property(laidOut, ({ cards, spots }) => {
        cards.forEach((a, i) => {
          expect(a.x - a.width / 2).toBeGreaterThanOrEqual(0);
          expect(a.x + a.width / 2).toBeLessThanOrEqual(PICTURE.width);
          expect(a.y - a.height / 2).toBeGreaterThanOrEqual(0);
          expect(a.y + a.height / 2).toBeLessThanOrEqual(PICTURE.height);
          for (const b of cards.slice(i + 1)) {
            const clear =
              Math.abs(a.x - b.x) >= (a.width + b.width) / 2 ||
              Math.abs(a.y - b.y) >= (a.height + b.height) / 2;
            expect(clear).toBe(true);
          }
        });
        expect(new Set(cards.map((c) => c.zone))).toEqual(new Set([...spots.values()].map((s) => s.zone)));
      }),
      { numRuns: 300 },
    );
  });

  it('a point on a card means its zone, wherever the card was pushed to; beside all of them the nearest zone', () => {
    fc.assert(
      fc.property(laidOut, ({ body, cards }) => {
        for (const c of cards) expect(zoneAt({ body }, cards, c)).toBe(c.zone);
        for (const zone of body.zones.keys()) expect(zoneAt({ body }, [], placeOf(body, zone))).toBe(zone);
      }),
    );
  });
});
