import { PAIR_KINDS, type PairKind } from '../readings/likelihood.ts';
import { type Role, ROLES } from '../model/sheet.ts';
import type { Channel, Standing, Way } from '../model/words.ts';
import { type ChannelInput, type ChannelBeliefs, channelBeliefs, CHANNELS } from './channels.ts';
import { asStated, RELIABILITY, stated } from './calibration.ts';
import type { HarnessInput } from './harness-input.ts';
import { type PolarityBelief, type PolarityInput, polarities } from './polarity.ts';
import { type RoleBeliefs, roleBeliefs, type Wire } from './role-beliefs.ts';
import { groupAcross, type ReadingsAcross, type WeightedReading, weigh } from './weighted-readings.ts';
import {
  claimsOnPair,
  claimWeights,
  type MeasuredCavity,
  type SheetBelief,
  sheetBelief,
} from './variants.ts';

/** From here on a finding is called settled; under AGAIN it is open. */
export const SETTLED = 0.9;
export const AGAIN = 0.75;

export type State = 'settled' | 'again' | 'open';

/** One property that was concluded: how sure, and from what. */
export interface Judged {
  probability: number;
  standing: Standing;
  state: State;
}

export interface CavityFinding extends Judged {
  cavityId: string;
  role: Role;
  /** all roles of at least 1 %, likeliest first */
  roles: { role: Role; probability: number }[];
  /** index into the map's pairs */
  pair: number | null;
  /** readings that name this cavity */
  readings: number;
}

export interface PairFinding extends Judged {
  kind: PairKind;
  plusCavityId: string;
  minusCavityId: string;
  polarity: Judged & { times: number; odd: boolean };
  /** what was heard on it, each once: door and tweeter together are one pair with two drivers */
  drivers: Way[];
  /** null for data */
  channel: (Judged & { channel: Channel; others: { channel: Channel; probability: number }[] }) | null;
}

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
  map: HarnessMap;
}

interface PairBeliefs {
  polarity: PolarityBelief[];
  channels: ChannelBeliefs;
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
  const readings = weigh(input.readings, indexOf);
  const across = groupAcross(readings, wires.length);
  const measured = roleBeliefs(wires, readings, across, null);
  const measuredPairs = judgePairs(wires, across, measured, [], idOf);
  const sheets = input.sheets.map((s) =>
    sheetBelief(s, indexOf, measuredCavities(wires, measured, measuredPairs)),
  );
  const beliefs =
    sheets.length === 0
      ? measured
      : roleBeliefs(wires, readings, across, claimWeights(sheets, indexOf, wires.length));
  const judged = sheets.length === 0 ? measuredPairs : judgePairs(wires, across, beliefs, sheets, idOf);
  const named = new Set(
    sheets.flatMap((s) => s.sheet.claims.filter((c) => c.role !== null).map((c) => c.cavityId)),
  );
  const known: Known = { idOf, readings, across, beliefs, judged, measured, measuredPairs, named };
  const pairs = beliefs.best.map((n, place) => pairFinding(known, n, place));
  return {
    input,
    wires,
    indexOf,
    readings,
    beliefs,
    measured,
    channels: judged.channels.joint,
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

/** Everything that findings are put into words from: with sheets, and from the readings alone. */
interface Known {
  /** of each wire, by its index */
  idOf: readonly string[];
  readings: readonly WeightedReading[];
  across: ReadingsAcross;
  beliefs: RoleBeliefs;
  judged: PairBeliefs;
  measured: RoleBeliefs;
  measuredPairs: PairBeliefs;
  /** cavities that a sheet gives a role */
  named: ReadonlySet<string>;
}

/**
 * One pair of the best pairing.
 *
 * @param n its place among all possible pairs
 * @param place its place in the best pairing
 */
function pairFinding(known: Known, n: number, place: number): PairFinding {
  const { idOf, beliefs, judged, measured, named } = known;
  const { i, j, kinds, probability } = beliefs.pairs[n];
  const kind = PAIR_KINDS[kinds.indexOf(Math.max(...kinds))];
  const p = judged.polarity[place];
  const alone = measured.pairs.find((m) => m.i === i && m.j === j)?.probability ?? 0;
  const first = p.firstIsPlus >= 0.5;
  const polarity = stated(Math.max(p.firstIsPlus, 1 - p.firstIsPlus), RELIABILITY.polarity);
  const seen = known.across.get(i * idOf.length + j)?.readings ?? [];
  return {
    kind,
    plusCavityId: idOf[first ? i : j],
    minusCavityId: idOf[first ? j : i],
    ...onlyIfSeen(judge(probability, alone, named.has(idOf[i]) && named.has(idOf[j])), seen.length > 0),
    polarity: {
      ...judge(polarity, first ? p.measured : 1 - p.measured, named.has(idOf[i]) || named.has(idOf[j])),
      times: p.times,
      odd: p.odd,
    },
    drivers: driversHeard(seen),
    channel: kind === 'data' ? null : channelFinding(known, place, i, j),
  };
}

function cavityFindings(
  { idOf, readings, beliefs, measured, named }: Known,
  pairs: readonly PairFinding[],
): CavityFinding[] {
  const touches = new Map<number, number>();
  for (const { i, j } of readings) for (const k of [i, j]) touches.set(k, (touches.get(k) ?? 0) + 1);
  const pairOf = new Map<string, number>();
  pairs.forEach((p, n) => [p.plusCavityId, p.minusCavityId].forEach((id) => pairOf.set(id, n)));
  return idOf.map((cavityId, i): CavityFinding => {
    const ranked = ROLES.map((role, r) => ({ role, probability: beliefs.roles[i][r] })).sort(
      (a, b) => b.probability - a.probability,
    );
    const roles = asStated(ranked, RELIABILITY.role);
    const [{ role, probability }] = roles;
    return {
      cavityId,
      role,
      ...judge(probability, measured.roles[i][ROLES.indexOf(role)], named.has(cavityId)),
      roles: roles.filter((r) => r.probability >= 0.01),
      pair: pairOf.get(cavityId) ?? null,
      readings: touches.get(i) ?? 0,
    };
  });
}

/** Nothing is left to ask of a cavity: its role, and where it is half of an audio pair also channel and polarity. */
export function isSettled(map: HarnessMap, cavity: CavityFinding): boolean {
  const pair = cavity.pair === null ? null : map.pairs[cavity.pair];
  if (cavity.state !== 'settled' || !pair || pair.kind === 'data') return cavity.state === 'settled';
  return pair.channel?.state === 'settled' && pair.polarity.state === 'settled';
}

function driversHeard(readings: readonly WeightedReading[]): Way[] {
  const ways = readings.flatMap(({ reading: { observation: o } }) =>
    o.kind === 'tone' ? o.places.map((p) => p.way) : [],
  );
  return [...new Set(ways.filter((way) => way !== null))];
}

/** Standing: measured when the readings alone carry it, claimed when only a sheet does, else assumed. */
function judge(probability: number, measured: number, claimed: boolean): Judged {
  const standing = measured >= 0.85 ? 'measured' : claimed && probability > 0.5 ? 'claimed' : 'assumed';
  const state =
    probability >= SETTLED && standing === 'measured' ? 'settled' : probability >= AGAIN ? 'again' : 'open';
  return { probability, standing, state };
}

/** What nothing was measured of is looked at again, however well all else fits. */
const onlyIfSeen = (judged: Judged, seen: boolean): Judged =>
  seen || judged.state !== 'settled' ? judged : { ...judged, standing: 'assumed', state: 'again' };

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
  return { polarity: polarities(inputs), channels: channelBeliefs(inputs, unseenOutputs(beliefs)) };
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

function channelFinding(
  { idOf, judged, measured, measuredPairs, named }: Known,
  at: number,
  i: number,
  j: number,
): NonNullable<PairFinding['channel']> {
  const belief = judged.channels.joint[at];
  const ranked = CHANNELS.map((channel, n) => ({ channel, probability: belief[n], n })).sort(
    (a, b) => b.probability - a.probability,
  );
  const [top, ...others] = asStated(ranked, RELIABILITY.channel);
  const place = measured.best.findIndex((n) => measured.pairs[n].i === i && measured.pairs[n].j === j);
  const alone = place < 0 ? 0 : stated(measuredPairs.channels.joint[place][top.n], RELIABILITY.channel);
  return {
    channel: top.channel,
    ...judge(top.probability, alone, named.has(idOf[i]) || named.has(idOf[j])),
    others: others
      .slice(0, 3)
      .filter((r) => r.probability >= 0.02)
      .map(({ channel, probability }) => ({ channel, probability })),
  };
}
