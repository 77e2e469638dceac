import type { Contradiction } from './contradiction.ts';
import type { HarnessClaim } from './harness-input.ts';
import type { HarnessWorkings } from './map-harness.ts';
import type { SheetBelief } from './variants.ts';
import { placeOf } from './words.ts';

/** So many things have to be comparable before a plug is said to be another one. */
const LEAST_COMPARED = 4;
/** Share that fits a plug's own rows at most, and those of the other plug at least, when the two are swapped. */
const OWN_AT_MOST = 0.5;
const OTHER_AT_LEAST = 0.8;

const baseOf = (wire: string) => wire.split('/')[0];

/** The variant that is taken to be this car's. */
export const variantInUse = ({ sheet, variants }: SheetBelief): string | undefined =>
  sheet.chosenVariant ?? [...variants].sort((a, b) => b.probability - a.probability)[0]?.variant;

const coloured = ({ sheet }: SheetBelief, variant: string | undefined) =>
  sheet.claims.flatMap((c) => (c.variant === variant && c.wire ? [{ ...c, wire: c.wire }] : []));

/** Wires that were seen in another colour than a sheet says, with what is likely behind it. */
export function colourRemarks(workings: HarnessWorkings): Contradiction[] {
  const { map, wires, indexOf } = workings;
  const against = (claims: ReturnType<typeof coloured>) =>
    claims.filter((c) => {
      const seen = wires[indexOf.get(c.cavityId) ?? -1]?.colour;
      return seen !== null && seen !== undefined && baseOf(seen) !== baseOf(c.wire);
    });
  return map.sheets.flatMap((belief): Contradiction[] => {
    const inUse = variantInUse(belief);
    const wrong = against(coloured(belief, inUse));
    if (wrong.length === 0) return [];
    const better = belief.variants
      .filter((v) => v.variant !== inUse && coloured(belief, v.variant).length > 0)
      .map((v) => ({ name: v.variant, left: against(coloured(belief, v.variant)).length }))
      .filter((v) => v.left < wrong.length / 2)
      .sort((a, b) => a.left - b.left)[0];
    const [first] = wrong;
    const more = wrong.length - 1;
    const rest = more > 0 ? ` ${more} more ${more === 1 ? 'wire differs' : 'wires differ'}.` : '';
    return [
      {
        kind: 'colour',
        cavityIds: wrong.map((c) => c.cavityId),
        readingId: null,
        title: `${belief.sheet.name} says ${placeOf(workings, first.cavityId)} is ${first.wire}; seen ${wires[indexOf.get(first.cavityId)!].colour!}`,
        text: better
          ? `Variant ${better.name} of the sheet has the colours that were seen.${rest}`
          : `The sheet may be of another variant, this may be another plug of the same look, or the wire is faded or dirty.${rest} Look again in daylight, at the wire and at its neighbours.`,
        variant: better ? { sheetId: belief.sheet.id, name: better.name } : null,
      },
    ];
  });
}

type Rows = ReadonlyMap<number, HarnessClaim>;

/** How much of a plug fits rows of a sheet, cavity number by cavity number: colours seen and roles settled. */
function fit(
  { wires, map }: HarnessWorkings,
  ofPlug: readonly number[],
  rows: Rows,
): { compared: number; fits: number } {
  let [compared, fits] = [0, 0];
  for (const i of ofPlug) {
    const { number, colour } = wires[i];
    const claim = rows.get(number);
    if (!claim) continue;
    if (claim.wire && colour) {
      compared++;
      if (baseOf(claim.wire) === baseOf(colour)) fits++;
    }
    const { role, state } = map.cavities[i];
    if (claim.role && state === 'settled') {
      compared++;
      if (claim.role === role) fits++;
    }
  }
  return { compared, fits };
}

/** Rows of one variant of a sheet, by plug and cavity number. */
function rowsByPlug({ wires, indexOf, input }: HarnessWorkings, belief: SheetBelief): Rows[] {
  const inUse = variantInUse(belief);
  const rows = input.connectors.map(() => new Map<number, HarnessClaim>());
  for (const claim of belief.sheet.claims) {
    const wire = wires[indexOf.get(claim.cavityId) ?? -1];
    if (wire && claim.variant === inUse) rows[wire.connector].set(wire.number, claim);
  }
  return rows;
}

/** Two plugs of the same look whose rows fit the other one: the plugs are swapped, in the record or on the car. */
export function swappedPlugs(workings: HarnessWorkings): Contradiction[] {
  const { map, input, wires } = workings;
  const ofPlug = input.connectors.map((): number[] => []);
  wires.forEach((wire, i) => ofPlug[wire.connector].push(i));
  return map.sheets.flatMap((belief): Contradiction[] => {
    const rows = rowsByPlug(workings, belief);
    const mine = ofPlug.map((own, n) => fit(workings, own, rows[n]));
    const swapped = (own: number, other: number): boolean => {
      const { compared, fits } = mine[own];
      if (compared < LEAST_COMPARED || fits > OWN_AT_MOST * compared) return false;
      const theirs = fit(workings, ofPlug[own], rows[other]);
      return theirs.compared >= LEAST_COMPARED && theirs.fits >= OTHER_AT_LEAST * theirs.compared;
    };
    return input.connectors.flatMap((connector, own): Contradiction[] => {
      const other = input.connectors.findIndex((_, k) => k !== own && swapped(own, k));
      // Both ways round it is one thing to say.
      if (other < 0 || (other < own && swapped(other, own))) return [];
      const name = input.connectors[other].name;
      return [
        {
          kind: 'plug',
          cavityIds: connector.cavities.map((c) => c.id),
          readingId: null,
          title: `${connector.name} matches the sheet’s rows for ${name}`,
          text: `${belief.sheet.name} lists the colours and roles of ${connector.name} under ${name}. The two plugs look alike: check their keying and where each one mates, then rename the plugs or move the sheet’s rows.`,
          variant: null,
        },
      ];
    });
  });
}
