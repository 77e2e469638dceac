import { PAIR_KINDS } from '../readings/likelihood.ts';
import { observationWords } from '../readings/index.ts';
import { ROLES } from '../model/sheet.ts';
import { type Channel, channelName } from '../model/words.ts';
import { CHANNELS } from './channels.ts';
import type { Contradiction } from './contradiction.ts';
import { roleIndex } from './role-beliefs.ts';
import type { WeightedReading } from './weighted-readings.ts';
import type { HarnessClaim } from './harness-input.ts';
import type { PairFinding } from './finding-types.ts';
import { type HarnessWorkings } from './map-harness.ts';
import { colourRemarks, swappedPlugs, variantInUse } from './plug-remarks.ts';
import { pairWords, placeOf, ROLE_WORD } from './words.ts';

/** How much less likely a reading is under the map than under its best explanation to be called misfitting, natural log. */
const MISFIT = 2.6;

/** What does not fit together, in words, the gravest kinds first. */
export function contradictions(workings: HarnessWorkings): Contradiction[] {
  return [
    ...dangers(workings),
    ...swappedPlugs(workings),
    ...sheetMismatches(workings),
    ...colourRemarks(workings),
    ...oddPolarities(workings),
    ...sameChannels(workings),
    ...misfits(workings),
  ];
}

/** Ohms under which two wires are as good as joined. */
const JOINED = 1;

/** What earlier work left behind that can destroy an output: one end on ground, or two pairs tied together. */
function dangers(workings: HarnessWorkings): Contradiction[] {
  const { map, readings, wires } = workings;
  return readings.flatMap(({ reading, i, j }): Contradiction[] => {
    const o = reading.observation;
    if (o.kind !== 'ohms' || o.ohms === null) return [];
    const here = map.cavities[i];
    const there = j < 0 ? null : map.cavities[j];
    const speaker = (c: typeof here) =>
      c.pair !== null && map.pairs[c.pair].kind === 'output' && c.probability > 0.5;
    const grounded = there === null && o.ohms < JOINED && speaker(here);
    const tied =
      there !== null && o.ohms < JOINED && speaker(here) && speaker(there) && here.pair !== there.pair;
    if (!grounded && !tied) return [];
    const cavityIds = [i, j].filter((k) => k >= 0).map((k) => wires[k].id);
    const place = placeOf(workings, ...cavityIds);
    return [
      {
        kind: 'danger',
        cavityIds,
        readingId: reading.id,
        title: grounded ? `${place} is a speaker wire on ground` : `${place}: two outputs tied together`,
        text: `${observationWords(o)} ${grounded ? 'to ground' : 'between two pairs'}. Find the joint and undo it before the radio is switched on; it can destroy a bridge-tied output.`,
        variant: null,
      },
    ];
  });
}

/** Where a claim names something else than what was measured. */
export function mismatchesOf(
  workings: HarnessWorkings,
  sheetId: string,
  variant: string,
): { claim: HarnessClaim; found: string }[] {
  const sheet = workings.map.sheets.find((s) => s.sheet.id === sheetId)?.sheet;
  return (sheet?.claims ?? []).flatMap((claim) => {
    if (claim.variant !== variant) return [];
    const found = disagreement(workings, claim);
    return found === null ? [] : [{ claim, found }];
  });
}

/** What was measured instead, or null when the claim agrees or nothing is sure yet. */
function disagreement(workings: HarnessWorkings, claim: HarnessClaim): string | null {
  const { map, indexOf } = workings;
  const i = indexOf.get(claim.cavityId);
  if (i === undefined) return null;
  const cavity = map.cavities[i];
  if (
    claim.role !== null &&
    claim.role !== cavity.role &&
    cavity.standing === 'measured' &&
    cavity.probability > 0.8
  )
    return `it is ${ROLE_WORD[cavity.role]}`;
  const pair = cavity.pair === null ? null : map.pairs[cavity.pair];
  if (!pair) return null;
  if (claim.channel && pair.channel) {
    const wrong = otherChannel(workings, cavity.pair!, claim.channel);
    if (wrong !== null) return wrong;
  }
  if (claim.sign && pair.polarity.standing === 'measured' && pair.polarity.probability > 0.8) {
    const isPlus = pair.plusCavityId === claim.cavityId;
    if (isPlus !== (claim.sign === 'plus')) return `it is ${isPlus ? 'plus' : 'minus'}`;
  }
  return null;
}

/** Where a pair belongs instead, when it is surely not where a claim puts it: another corner, or another way in it. */
function otherChannel({ map, channels }: HarnessWorkings, pair: number, claimed: Channel): string | null {
  const belief = channels[pair];
  const sumOf = (test: (c: Channel) => boolean) =>
    CHANNELS.reduce((s, c, n) => s + (test(c) ? belief[n] : 0), 0);
  const corner = (c: Channel) => c.side === claimed.side && c.axle === claimed.axle;
  const { channel, probability, standing } = map.pairs[pair].channel!;
  if (standing === 'measured' && probability > 0.8)
    return channelName(channel) === channelName(claimed)
      ? null
      : `it is ${channelName(channel).toLowerCase()}`;
  if (sumOf(corner) > NOT_THERE) return null;
  const { side, axle } = channel;
  return sumOf((c) => c.side === side && c.axle === axle) > 0.8
    ? `it is ${[axle, side].filter((w) => w !== 'other').join(' ')}`
    : null;
}

/** Under this probability a pair is not where a claim puts it. */
const NOT_THERE = 0.1;

function claimWords(claim: HarnessClaim): string {
  if (claim.channel) return channelName(claim.channel).toLowerCase();
  return claim.role ? ROLE_WORD[claim.role] : 'something';
}

function sheetMismatches(workings: HarnessWorkings): Contradiction[] {
  const { map, indexOf } = workings;
  return map.sheets.flatMap((belief): Contradiction[] => {
    const { sheet, variants } = belief;
    const inUse = variantInUse(belief);
    const wrong = inUse === undefined ? [] : mismatchesOf(workings, sheet.id, inUse);
    if (wrong.length === 0) return [];
    const [{ claim, found }] = wrong;
    const finding = map.cavities[indexOf.get(claim.cavityId)!];
    const pair = finding.pair === null ? null : map.pairs[finding.pair];
    const cavityIds = pair ? [pair.plusCavityId, pair.minusCavityId] : [claim.cavityId];
    const cells = new Set(wrong.map((w) => w.claim.cavityId));
    const better = variants
      .filter((v) => v.variant !== inUse)
      .map((v) => ({ ...v, left: mismatchesOf(workings, sheet.id, v.variant).length }))
      .filter((v) => v.left < wrong.length / 2)
      .sort((a, b) => a.left - b.left)[0];
    const heard = heardAt(workings, cavityIds);
    const rest = cells.size - cavityIds.filter((id) => cells.has(id)).length;
    const others = rest > 0 ? ` ${rest} more ${rest === 1 ? 'cavity disagrees' : 'cavities disagree'}.` : '';
    const text = better
      ? `${heard ?? capital(found)}. Variant ${better.variant} of the sheet predicts that${rest > 0 ? `, and ${rest} more ${rest === 1 ? 'cavity' : 'cavities'}` : ''}.`
      : `${heard ?? capital(found)}.${others} ${variants.length === 1 ? 'The sheet may be for another option code.' : 'No variant of the sheet says so.'}`;
    return [
      {
        kind: 'sheet',
        cavityIds,
        readingId: null,
        title: `${sheet.name}${inUse ? ` (${inUse})` : ''} says ${placeOf(workings, ...cavityIds)} is ${claimWords(claim)}`,
        text,
        variant: better ? { sheetId: sheet.id, name: better.variant } : null,
      },
    ];
  });
}

function heardAt({ readings, indexOf }: HarnessWorkings, cavityIds: readonly string[]): string | null {
  const at = cavityIds.map((id) => indexOf.get(id)!);
  const tone = readings.find(
    ({ reading: { observation: o }, i, j }) =>
      o.kind === 'tone' && o.places.length > 0 && at.includes(i) && at.includes(j),
  );
  return tone ? `The tone was heard at ${observationWords(tone.reading.observation)}` : null;
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

function oddPolarities(workings: HarnessWorkings): Contradiction[] {
  const { map } = workings;
  return map.pairs.flatMap((pair): Contradiction[] => {
    if (!pair.polarity.odd || pair.polarity.times !== 1) return [];
    const place = placeOf(workings, pair.plusCavityId, pair.minusCavityId);
    return [
      {
        kind: 'polarity',
        cavityIds: [pair.plusCavityId, pair.minusCavityId],
        readingId: null,
        title: `${capital(pairWords(pair))} reads the other way round`,
        text: `Its siblings on the plug have plus on the other side. Measure the cone on ${place} once more; then it is taken as it is.`,
        variant: null,
      },
    ];
  });
}

function sameChannels(workings: HarnessWorkings): Contradiction[] {
  const { map, wires, indexOf } = workings;
  const sure = map.pairs.filter(
    (p) => p.channel && p.channel.probability > 0.6 && p.channel.channel.way !== 'subwoofer',
  );
  const unit = (p: PairFinding) => wires[indexOf.get(p.plusCavityId)!].unit;
  const key = (p: PairFinding) => `${p.kind} ${unit(p)} ${channelName(p.channel!.channel)}`;
  return sure.flatMap((pair, n): Contradiction[] => {
    const twin = sure.slice(0, n).find((p) => key(p) === key(pair));
    if (!twin) return [];
    return [
      {
        kind: 'channel',
        cavityIds: [pair, twin].flatMap((p) => [p.plusCavityId, p.minusCavityId]),
        readingId: null,
        title: `Two pairs read ${channelName(pair.channel!.channel).toLowerCase()}`,
        text: `${placeOf(workings, twin.plusCavityId, twin.minusCavityId)} and ${placeOf(workings, pair.plusCavityId, pair.minusCavityId)}. Put the tone on both again and listen closely at the door and at the tweeter.`,
        variant: null,
      },
    ];
  });
}

/** Readings that the map as a whole makes unlikely: slips, or something not understood yet. */
function misfits(workings: HarnessWorkings): Contradiction[] {
  const { map, readings, wires } = workings;
  const found: (Contradiction & { misfit: number })[] = [];
  for (const r of readings) {
    const misfit = misfitOf(r, workings);
    if (misfit < MISFIT) continue;
    const ids = [r.i, r.j].filter((k) => k >= 0).map((k) => wires[k].id);
    const place = placeOf(workings, ...ids);
    const finding = map.cavities[r.i];
    const pair =
      finding.pair !== null && r.j >= 0 && map.cavities[r.j].pair === finding.pair
        ? map.pairs[finding.pair]
        : null;
    const is = pair
      ? `a ${pairWords(pair)}`
      : r.j < 0
        ? ROLE_WORD[finding.role]
        : 'two wires that are no pair';
    found.push({
      kind: 'reading',
      cavityIds: ids,
      readingId: r.reading.id,
      title: `${observationWords(r.reading.observation)} on ${place} does not fit`,
      text: `Everything else says ${is}. Take it again; withdraw it if the probe slipped.`,
      variant: null,
      misfit,
    });
  }
  return found
    .sort((a, b) => b.misfit - a.misfit)
    .slice(0, 8)
    .map(({ misfit: _, ...c }) => c);
}

function misfitOf({ tables, i, j, reading }: WeightedReading, { map }: HarnessWorkings): number {
  const here = map.cavities[i];
  if (reading.observation.kind === 'seen') return 0;
  if (j < 0)
    return here.probability < 0.8 ? 0 : Math.max(...tables.alone!) - tables.alone![roleIndex[here.role]];
  const there = map.cavities[j];
  if (here.probability < 0.8 || there.probability < 0.8) return 0;
  const { partners, strangers } = tables.across!;
  const apart = Math.log(strangers[roleIndex[here.role] * ROLES.length + roleIndex[there.role]]);
  const together = here.pair !== null && here.pair === there.pair;
  const now = together ? partners[PAIR_KINDS.indexOf(map.pairs[here.pair!].kind)] : apart;
  return Math.max(...partners, apart) - now;
}
