import { type CarVolts, isAudio } from '../readings/likelihood.ts';
import { ROLES } from '../model/sheet.ts';
import { carVolts } from './car-volts.ts';
import { cavityFindings } from './cavity-findings.ts';
import { type ChannelInput, channelBeliefs } from './channels.ts';
import type { CavityFinding, Known, PairBeliefs, PairFinding } from './finding-types.ts';
import type { HarnessInput } from './harness-input.ts';
import { legLogs, legVolts } from './legs.ts';
import { pairFinding } from './pair-findings.ts';
import { type PolarityInput, polarities } from './polarity.ts';
import { type RoleBeliefs, roleBeliefs, type Wire } from './role-beliefs.ts';
import { groupAcross, type ReadingsAcross, type WeightedReading, weigh } from './weighted-readings.ts';
import {
  claimsOnPair,
  claimWeights,
  type MeasuredCavity,
  type SheetBelief,
  sheetBelief,
} from './variants.ts';

export interface HarnessMap {
  cavities: CavityFinding[];
  pairs: PairFinding[];
  sheets: SheetBelief[];
}

/** What later steps (evidence, contradictions, next test) need of the arithmetic. */
export interface HarnessWorkings {
  input: HarnessInput;
  wires: Wire[];
  indexOf: Map<string, number>;
  readings: WeightedReading[];
  beliefs: RoleBeliefs;
  /** the same without any sheet */
  measured: RoleBeliefs;
  channels: Float64Array[];
  car: CarVolts;
  map: HarnessMap;
}

/**
 * The most likely role of every cavity, the pairs with polarity and channel, and which variant of each sheet fits,
 * from all readings at once. Pure and fast enough to be called at every key press.
 *
 * Method: likelihood of every reading under every role, each with a share of slips; pairs by marginals and best
 * matching on the graph of possible pairs; one latent variant per sheet (docs/numbers.md).
 */
export function mapHarness(input: HarnessInput): HarnessWorkings {
  const wires = wiresOf(input);
  const indexOf = new Map(wires.map((w, i) => [w.id, i]));
  const idOf = wires.map((w) => w.id);
  const car = carVolts(input.readings);
  const volts = legVolts(input.readings);
  const legs = legLogs(volts);
  const readings = weigh(input.readings, indexOf, car);
  const across = groupAcross(readings, wires.length);
  const measured = roleBeliefs(wires, readings, across, null, legs);
  const measuredPairs = judgePairs(wires, across, measured, [], idOf);
  const sheets = input.sheets.map((s) =>
    sheetBelief(s, indexOf, measuredCavities(wires, measured, measuredPairs)),
  );
  const beliefs =
    sheets.length === 0
      ? measured
      : roleBeliefs(wires, readings, across, claimWeights(sheets, indexOf, wires.length), legs);
  const judged = sheets.length === 0 ? measuredPairs : judgePairs(wires, across, beliefs, sheets, idOf);
  const named = new Set(
    sheets.flatMap((s) => s.sheet.claims.filter((c) => c.role !== null).map((c) => c.cavityId)),
  );
  const touches = wires.map(() => 0);
  for (const { i, j } of readings) for (const k of [i, j]) if (k >= 0) touches[k]++;
  const known: Known = {
    wires,
    idOf,
    readings,
    across,
    touches,
    beliefs,
    judged,
    measured,
    measuredPairs,
    named,
    car,
    volts,
  };
  const pairs = beliefs.best.map((n, place) => pairFinding(known, n, place));
  return {
    input,
    wires,
    indexOf,
    readings,
    beliefs,
    measured,
    channels: judged.channels.joint,
    car,
    map: { cavities: cavityFindings(known, pairs), pairs, sheets },
  };
}

/**
 * The same workings for a record that says the same in other objects: a reading under another id, or with the time that
 * the server gave it.
 *
 * @param input in connectors, sheets, tools, and in the values, places and conditions of its readings like `workings.input`
 */
export function restated(workings: HarnessWorkings, input: HarnessInput): HarnessWorkings {
  const now = new Map(workings.input.readings.map((r, n) => [r, input.readings[n]]));
  const readings = workings.readings.map((r) => ({ ...r, reading: now.get(r.reading)! }));
  return { ...workings, input, readings };
}

function wiresOf(input: HarnessInput): Wire[] {
  const colours = new Map<string, string>();
  for (const { cavityId, observation: o } of input.readings)
    if (o.kind === 'seen' && o.wire && !o.unsure) colours.set(cavityId, o.wire);
  const units = [...new Set(input.connectors.map((c) => c.unitId))];
  return input.connectors.flatMap((c, connector) =>
    c.cavities.map((cavity) => ({
      ...cavity,
      connector,
      unit: units.indexOf(c.unitId),
      colour: colours.get(cavity.id) ?? null,
    })),
  );
}

function judgePairs(
  wires: readonly Wire[],
  across: ReadingsAcross,
  beliefs: RoleBeliefs,
  sheets: readonly SheetBelief[],
  idOf: readonly string[],
): PairBeliefs {
  const inputs = beliefs.best.map((n): PolarityInput & ChannelInput => {
    const { i, j, kinds } = beliefs.pairs[n];
    const kind = kinds[0] >= kinds[1] ? 'output' : 'input';
    const claims = claimsOnPair(sheets, idOf, i, j, kind);
    return {
      i,
      j,
      connector: wires[i].connector,
      unit: wires[i].unit,
      kind,
      readings: across.get(i * wires.length + j)?.readings ?? [],
      claimedChannel: claims.channel,
      claimedPlus: claims.firstIsPlus,
    };
  });
  return { inputs, polarity: polarities(inputs), channels: channelBeliefs(inputs, unseenOutputs(beliefs)) };
}

/** Output pairs that are to be expected beyond those in the best pairing. */
function unseenOutputs({ roles, pairs, best }: RoleBeliefs): number {
  const expected = roles.reduce((sum, row) => sum + row[ROLES.indexOf('output')], 0) / 2;
  const found = best.reduce((sum, n) => sum + pairs[n].kinds[0], 0);
  return Math.max(0, expected - found);
}

function measuredCavities(
  wires: readonly Wire[],
  measured: RoleBeliefs,
  pairs: PairBeliefs,
): MeasuredCavity[] {
  const cavities = wires.map((_, i): MeasuredCavity => ({
    roles: measured.roles[i],
    channels: null,
    isPlus: null,
  }));
  measured.best.forEach((n, place) => {
    const { i, j, probability } = measured.pairs[n];
    if (probability < 0.6) return;
    const plus = pairs.polarity[place].measured;
    cavities[i] = { ...cavities[i], channels: pairs.channels.evidence[place], isPlus: plus };
    cavities[j] = { ...cavities[j], channels: pairs.channels.evidence[place], isPlus: 1 - plus };
  });
  return cavities;
}

/** Nothing is left to ask of a cavity: its role, and where it is half of an audio pair also channel and polarity. */
export function isSettled(map: HarnessMap, cavity: CavityFinding): boolean {
  const pair = cavity.pair === null ? null : map.pairs[cavity.pair];
  if (cavity.state !== 'settled' || !pair || !isAudio(pair.kind)) return cavity.state === 'settled';
  return pair.channel?.state === 'settled' && pair.polarity.state === 'settled';
}
