import { tellsOfFactory } from '../model/chapter.ts';
import type { HarnessView } from '../model/harness-view.ts';
import type { Role } from '../model/sheet.ts';
import { channelName, type Standing } from '../model/words.ts';
import { wireAt } from '../outputs/wires.ts';
import { isAudio } from '../readings/likelihood.ts';
import type { Judged, State } from './judged.ts';
import type { HarnessWorkings } from './map-harness.ts';
import { writeTable } from './table-text.ts';

/** One cavity's line of the pin map. */
export interface FindingRow {
  unit: string;
  connector: string;
  cavity: number;
  cavityId: string;
  wire: string | null;
  wireStanding: Standing | null;
  role: Role | null;
  roleStanding: Standing;
  /** settled, again, open; empty for a cavity without a wire */
  state: State | 'empty';
  probability: number | null;
  /** what is still to be measured before the role may be settled */
  needed: string | null;
  channel: string | null;
  channelStanding: Standing | null;
  channelState: State | null;
  channelProbability: number | null;
  sign: 'plus' | 'minus' | null;
  signStanding: Standing | null;
  signState: State | null;
  signProbability: number | null;
  pairedWith: string | null;
  pairState: State | null;
  pairProbability: number | null;
  origin: string | null;
  notes: string;
  /** of the newest live reading that names the cavity, ISO 8601 */
  measuredAt: string | null;
}

/** Every cavity of a job with what is known of it, in the order of plugs and numbers. */
export function findingRows(
  view: Omit<HarnessView, 'simulation'>,
  workings: HarnessWorkings,
  unitNames: ReadonlyMap<string, string>,
): FindingRow[] {
  const { map } = workings;
  const placeName = new Map(
    view.connectors.flatMap((c) => c.cavities.map((v) => [v.id, `${c.name}·${v.number}`])),
  );
  const byCavity = new Map<string, HarnessView['readings']>();
  for (const r of view.readings) {
    if (!tellsOfFactory(r)) continue;
    for (const id of [r.cavityId, r.otherCavityId])
      if (id) byCavity.set(id, [...(byCavity.get(id) ?? []), r]);
  }
  return view.connectors.flatMap((connector) =>
    connector.cavities.map((cavity): FindingRow => {
      const finding = map.cavities[workings.indexOf.get(cavity.id) ?? -1];
      const readings = byCavity.get(cavity.id) ?? [];
      const own = readings.filter((r) => r.cavityId === cavity.id);
      const pair = finding?.pair === null || finding === undefined ? null : map.pairs[finding.pair];
      const wire = wireAt(cavity.id, own, view.sheets);
      const isPlus = pair?.plusCavityId === cavity.id;
      const told = finding !== undefined && (finding.state !== 'open' || finding.standing === 'claimed');
      // Channel and sign belong to a role: what is only like its siblings is nothing to write down.
      const toldPair = told && pair && pair.state !== 'open' ? pair : null;
      const toldChannel = toldPair?.channel && toldPair.channel.state !== 'open' ? toldPair.channel : null;
      const toldSign =
        toldPair && isAudio(toldPair.kind) && toldPair.polarity.state !== 'open' ? toldPair.polarity : null;
      return {
        unit: unitNames.get(connector.unitId) ?? '',
        connector: connector.name,
        cavity: cavity.number,
        cavityId: cavity.id,
        wire: wire.wire,
        wireStanding: wire.standing,
        role: told ? finding.role : null,
        roleStanding: finding?.standing ?? 'assumed',
        state: cavity.empty ? 'empty' : (finding?.state ?? 'open'),
        probability: share(finding),
        needed: finding?.needed?.words ?? null,
        channel: toldChannel ? channelName(toldChannel.channel) : null,
        channelStanding: toldChannel?.standing ?? null,
        channelState: toldChannel?.state ?? null,
        channelProbability: share(toldChannel),
        sign: toldSign ? (isPlus ? 'plus' : 'minus') : null,
        signStanding: toldSign?.standing ?? null,
        signState: toldSign?.state ?? null,
        signProbability: share(toldSign),
        pairedWith:
          toldPair && (placeName.get(isPlus ? toldPair.minusCavityId : toldPair.plusCavityId) ?? null),
        pairState: toldPair?.state ?? null,
        pairProbability: share(toldPair),
        origin: originOf(own),
        notes: own.flatMap((r) => (r.observation.kind === 'note' ? [r.observation.text] : [])).join('; '),
        measuredAt: readings.at(-1)?.takenAt ?? null,
      };
    }),
  );
}

const share = (judged: Pick<Judged, 'probability'> | null | undefined): number | null =>
  judged ? Number(judged.probability.toFixed(3)) : null;

type Readings = readonly HarnessView['readings'][number][];

/** Where the wire comes from, when somebody said so. */
export function originOf(readings: Readings): 'factory' | 'added' | 'joint' | 'unknown' | null {
  let origin: 'factory' | 'added' | 'joint' | 'unknown' | null = null;
  for (const { observation: o } of readings) if (o.kind === 'seen' && o.origin) origin = o.origin;
  return origin;
}

const HEAD = [
  'unit',
  'connector',
  'cavity',
  'wire',
  'wire standing',
  'role',
  'role standing',
  'state',
  'probability',
  'still needed',
  'channel',
  'channel standing',
  'channel state',
  'channel probability',
  'sign',
  'sign standing',
  'sign state',
  'sign probability',
  'paired with',
  'pair state',
  'pair probability',
  'origin',
  'notes',
  'measured at',
];

/** The findings as CSV, one line a cavity. */
export function findingsCsv(rows: readonly FindingRow[]): string {
  return writeTable(
    HEAD,
    rows.map((r) => [
      r.unit,
      r.connector,
      r.cavity,
      r.wire,
      r.wireStanding,
      r.role,
      r.roleStanding,
      r.state,
      r.probability,
      r.needed,
      r.channel,
      r.channelStanding,
      r.channelState,
      r.channelProbability,
      r.sign,
      r.signStanding,
      r.signState,
      r.signProbability,
      r.pairedWith,
      r.pairState,
      r.pairProbability,
      r.origin,
      r.notes,
      r.measuredAt,
    ]),
  );
}
