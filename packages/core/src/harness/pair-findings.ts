import { isAudio, PAIR_KINDS } from '../readings/likelihood.ts';
import type { Way } from '../model/words.ts';
import { asStated, channelLine, pairLine, polarityLine, stated } from './calibration.ts';
import { kindsFor } from './channel-kinds.ts';
import { CHANNELS } from './channels.ts';
import type { Known, PairFinding } from './finding-types.ts';
import { judge, unlessNeeded } from './judged.ts';
import type { Needed } from './needed.ts';
import { oneFed, standApart } from './legs.ts';
import { neededInDoubt, neededOfChannel, neededOfPair } from './settling-pairs.ts';
import type { WeightedReading } from './weighted-readings.ts';

/**
 * One pair of the best pairing.
 *
 * @param n its place among all possible pairs
 * @param place its place in the best pairing
 */
export function pairFinding(known: Known, n: number, place: number): PairFinding {
  const { idOf, beliefs, judged, measured } = known;
  const { i, j, kinds, probability } = beliefs.pairs[n];
  const kind = PAIR_KINDS[kinds.indexOf(Math.max(...kinds))];
  const p = judged.polarity[place];
  const alone = measured.pairs.find((m) => m.i === i && m.j === j)?.probability ?? 0;
  const first = p.firstIsPlus >= 0.5;
  const seen = known.across.get(i * idOf.length + j)?.readings ?? [];
  const needed = neededOfPair(
    kind,
    seen.map((r) => r.reading),
    idOf[j],
    oneFed(known.volts, idOf[i], idOf[j]),
  );
  const named = {
    either: [i, j].some((k) => known.named.has(idOf[k])),
    both: [i, j].every((k) => known.named.has(idOf[k])),
  };
  const line = pairLine({
    kind,
    needed,
    readings: known.touches[i] + known.touches[j],
    across: seen.length,
    named: named.both,
  });
  const polarity = stated(
    Math.max(p.firstIsPlus, 1 - p.firstIsPlus),
    polarityLine({ kind, times: p.times, odd: p.odd, named: named.both }),
  );
  const apart = kind !== 'microphone' && standApart(known.volts, idOf[i], idOf[j]);
  return {
    kind,
    plusCavityId: idOf[first ? i : j],
    minusCavityId: idOf[first ? j : i],
    ...unlessNeeded(
      judge(stated(probability, line), stated(alone, line), named.both),
      seen.length === 0 || needed !== null || apart,
    ),
    needed,
    polarity: {
      ...judge(polarity, first ? p.measured : 1 - p.measured, named.either),
      times: p.times,
      odd: p.odd,
    },
    drivers: driversHeard(seen),
    channel: isAudio(kind) ? channelFinding(known, place, i, j, needed) : null,
  };
}

/** @param ofKind what the pair itself still needs: whose channel it is says nothing before it is known to be one */
function channelFinding(
  { idOf, judged, measured, measuredPairs, named }: Known,
  at: number,
  i: number,
  j: number,
  ofKind: Needed | null,
): NonNullable<PairFinding['channel']> {
  const belief = judged.channels.joint[at];
  const ranked = CHANNELS.map((channel, n) => ({ channel, probability: belief[n], n })).sort(
    (a, b) => b.probability - a.probability,
  );
  const pair = judged.inputs[at];
  const kinds = kindsFor(judged.inputs, at, ranked[0].n, judged.channels);
  const ofChannel = neededOfChannel(pair.kind, kinds, idOf[j]);
  const said = named.has(idOf[i]) || named.has(idOf[j]);
  const line = channelLine({ kind: pair.kind, needed: ofChannel, across: pair.readings.length, named: said });
  const [top, ...others] = asStated(ranked, line);
  const place = measured.best.findIndex((n) => measured.pairs[n].i === i && measured.pairs[n].j === j);
  const alone = place < 0 ? 0 : stated(measuredPairs.channels.joint[place][top.n], line);
  const own = judge(top.probability, alone, said);
  const needed = ofChannel ?? ofKind ?? neededInDoubt(pair.kind, kinds, top.probability, idOf[j]);
  return {
    channel: top.channel,
    ...(needed && own.state === 'settled' ? { ...own, state: 'again' as const } : own),
    needed,
    others: others
      .slice(0, 3)
      .filter((r) => r.probability >= 0.02)
      .map(({ channel, probability }) => ({ channel, probability })),
  };
}
function driversHeard(readings: readonly WeightedReading[]): Way[] {
  const ways = readings.flatMap(({ reading: { observation: o } }) =>
    o.kind === 'tone' ? o.places.map((p) => p.way) : [],
  );
  return [...new Set(ways.filter((way) => way !== null))];
}
