import { tellsOfFactory } from '../model/chapter.ts';
import type { RecordingRecord } from '../model/recording.ts';
import type { Finding } from './finding.ts';

/** When an output's signal comes, against the one that the others are compared with. */
export interface Arrival {
  pairId: string;
  /** s, above 0: later than the reference */
  delay: number | null;
  polarity: 'same' | 'reversed' | 'unclear';
  /** recordings in between: errors add up */
  hops: number;
}

export interface Arrivals {
  referenceId: string;
  arrivals: Arrival[];
  /** recordings that contradict the others, with how */
  contradictions: { recordingId: string; says: string }[];
}

/** Two ways to the same output may differ by this, s. */
const AGREE = 60e-6;

type Recorded = Pick<
  RecordingRecord,
  'id' | 'firstPairId' | 'secondPairId' | 'between' | 'chapter' | 'withdrawnAt'
>;

/**
 * Delay and polarity of all outputs on one scale, from recordings of two at a time: along the fewest recordings from
 * the output that was recorded with most others. Recordings left over close loops, and must agree.
 *
 * @returns one entry for each group of outputs that recordings connect
 */
export function arrivalsOf(recordings: readonly Recorded[]): Arrivals[] {
  const links = recordings
    .filter((r) => tellsOfFactory(r) && r.between?.overlap && r.secondPairId)
    .map((r) => ({
      id: r.id,
      a: r.firstPairId,
      b: r.secondPairId!,
      delay: r.between!.delay,
      polarity: r.between!.polarity,
    }));
  const degree = new Map<string, number>();
  for (const { a, b } of links) for (const p of [a, b]) degree.set(p, (degree.get(p) ?? 0) + 1);
  const order = [...degree].sort((x, y) => y[1] - x[1]).map(([p]) => p);
  const known = new Map<string, Arrival>();
  const all: Arrivals[] = [];
  for (const referenceId of order) {
    if (known.has(referenceId)) continue;
    const group: Arrivals = { referenceId, arrivals: [], contradictions: [] };
    const put = (arrival: Arrival) => {
      known.set(arrival.pairId, arrival);
      group.arrivals.push(arrival);
    };
    put({ pairId: referenceId, delay: 0, polarity: 'same', hops: 0 });
    const used = new Set<string>();
    for (const from of group.arrivals) {
      for (const link of links) {
        if (used.has(link.id) || (link.a !== from.pairId && link.b !== from.pairId)) continue;
        used.add(link.id);
        const arrival = along(from, link);
        const before = known.get(arrival.pairId);
        if (!before) put(arrival);
        else {
          const says = disagreement(before, arrival);
          if (says) group.contradictions.push({ recordingId: link.id, says });
        }
      }
    }
    all.push(group);
  }
  return all;
}

interface Link {
  a: string;
  b: string;
  delay: number | null;
  polarity: Arrival['polarity'];
}

function along(from: Arrival, link: Link): Arrival {
  const forward = link.a === from.pairId;
  const delay =
    link.delay === null || from.delay === null ? null : from.delay + (forward ? link.delay : -link.delay);
  const unclear = link.polarity === 'unclear' || from.polarity === 'unclear';
  return {
    pairId: forward ? link.b : link.a,
    delay,
    polarity: unclear ? 'unclear' : link.polarity === from.polarity ? 'same' : 'reversed',
    hops: from.hops + 1,
  };
}

function disagreement(a: Arrival, b: Arrival): string | null {
  if (a.delay !== null && b.delay !== null && Math.abs(a.delay - b.delay) > AGREE)
    return `Two ways to the same output differ by ${(1000 * Math.abs(a.delay - b.delay)).toFixed(2)} ms.`;
  if (a.polarity !== 'unclear' && b.polarity !== 'unclear' && a.polarity !== b.polarity)
    return 'Two ways to the same output differ in polarity.';
  return null;
}

/** What the recordings say of when one output comes and with which sign. */
export function arrivalFinding(
  groups: readonly Arrivals[],
  pairId: string,
  nameOf: (pairId: string) => string,
): Finding<'timed' | 'reversed' | 'unclear' | 'unfinished'> {
  const group = groups.find((g) => g.arrivals.some((a) => a.pairId === pairId));
  const own = group?.arrivals.find((a) => a.pairId === pairId);
  if (!group || !own)
    return {
      verdict: 'unfinished',
      says: 'It was not recorded together with another output.',
      evidence: [],
      next: 'Record two outputs at once whose bands overlap: this one and a neighbour, then on from neighbour to neighbour.',
      rough: false,
    };
  const words = (a: Arrival) => {
    const ms = a.delay === null ? null : 1000 * a.delay;
    const when =
      ms === null
        ? 'at a time not told'
        : Math.abs(ms) < 0.01
          ? 'at the same time'
          : `${Math.abs(ms).toFixed(2)} ms ${ms > 0 ? 'later' : 'earlier'}`;
    return `${when}${a.polarity === 'reversed' ? ', reversed' : a.polarity === 'unclear' ? ', polarity unclear' : ''}`;
  };
  const reference = nameOf(group.referenceId).toLowerCase();
  const evidence = group.arrivals
    .filter((a) => a.hops > 0)
    .map((a) => `${nameOf(a.pairId)}: ${words(a)}${a.hops > 1 ? `, over ${a.hops} recordings` : ''}.`);
  evidence.push(...group.contradictions.map((c) => c.says));
  const doubt = group.contradictions.length > 0 || own.polarity === 'unclear';
  return {
    verdict: doubt ? 'unclear' : own.polarity === 'reversed' ? 'reversed' : 'timed',
    says:
      own.hops === 0 ? `The others are compared with it.` : `It comes ${words(own)}, against ${reference}.`,
    evidence,
    next: doubt
      ? group.contradictions.length > 0
        ? 'Two recordings contradict each other: record both again, leads checked.'
        : 'Record it with an output whose band overlaps it more, at least half an octave.'
      : own.delay !== null && Math.abs(own.delay) > 0.001
        ? 'A processed output lags an unprocessed one: never sum the two without delaying the other.'
        : null,
    rough: false,
  };
}
