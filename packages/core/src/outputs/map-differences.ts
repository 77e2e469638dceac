import type { PairFinding } from '../harness/finding-types.ts';
import { SETTLED } from '../harness/judged.ts';
import { type HarnessWorkings } from '../harness/map-harness.ts';
import { placeOf, ROLE_WORD } from '../harness/words.ts';
import type { EndView, OutputEnd, Pair } from '../model/unit.ts';
import { channelName } from '../model/words.ts';

/** Where Find's map settled something else than an output says of itself. */
export interface MapDifference {
  pairId: string;
  kind: 'role' | 'partner' | 'signs' | 'channel';
  says: string;
  /** what the output becomes with the map's word; null where that is no output at all */
  take: Partial<Pick<Pair, 'side' | 'axle' | 'way' | 'ends'>> | null;
}

/** What of an output the map is held against. */
export type MappedOutput = Pick<Pair, 'id' | 'unitId' | 'side' | 'axle' | 'way'> & {
  ends: readonly EndView[];
};

/**
 * What the map, where it is settled, says differently of outputs: another role, another partner, plus and minus the other
 * way round, another channel. What is not settled says nothing.
 *
 * @param radios ids of radios; what reads as a line at one may be its output
 */
export function mapDifferences(
  outputs: readonly MappedOutput[],
  workings: HarnessWorkings,
  radios: ReadonlySet<string>,
): MapDifference[] {
  return outputs.flatMap((output) =>
    linesOf(output.ends).flatMap((line) => differencesOfLine(output, line, workings, radios)),
  );
}

/** The two wires at one end of a line. */
interface Line {
  unitId: string;
  plus: EndView | null;
  minus: EndView | null;
}

function linesOf(ends: readonly EndView[]): Line[] {
  return [...new Set(ends.map((e) => e.unitId))].map((unitId) => {
    const at = (sign: OutputEnd['sign']) => ends.find((e) => e.unitId === unitId && e.sign === sign) ?? null;
    return { unitId, plus: at('plus'), minus: at('minus') };
  });
}

function differencesOfLine(
  output: MappedOutput,
  line: Line,
  workings: HarnessWorkings,
  radios: ReadonlySet<string>,
): MapDifference[] {
  const { map, indexOf } = workings;
  const place = (...ids: string[]) => placeOf(workings, ...ids);
  const found = (end: EndView | null) => (end ? map.cavities[indexOf.get(end.cavityId) ?? -1] : undefined);
  const own = line.unitId === output.unitId;
  const roles = own ? (radios.has(output.unitId) ? ['output', 'input'] : ['output']) : ['input'];
  const say = (kind: MapDifference['kind'], says: string, take: MapDifference['take']): MapDifference[] => [
    { pairId: output.id, kind, says, take },
  ];
  for (const end of [line.plus, line.minus]) {
    const finding = found(end);
    if (finding?.state === 'settled' && !roles.includes(finding.role))
      return say('role', `${place(end!.cavityId)} was found to be ${ROLE_WORD[finding.role]}.`, null);
  }
  const pairs = [line.plus, line.minus].map((end): PairFinding | null => {
    const at = found(end)?.pair ?? null;
    return at !== null && map.pairs[at].state === 'settled' ? map.pairs[at] : null;
  });
  const pair = pairs[0] ?? pairs[1];
  if (!pair) return [];
  const named = [line.plus, line.minus].flatMap((e) => e?.cavityId ?? []);
  const cavities = [pair.plusCavityId, pair.minusCavityId];
  if (named.some((id) => !cavities.includes(id)))
    return say('partner', `${place(...cavities)} were found to be a pair.`, {
      ends: withLine(output.ends, line, pair),
    });
  const signs =
    pair.polarity.state === 'settled' &&
    (line.plus?.cavityId === pair.minusCavityId || line.minus?.cavityId === pair.plusCavityId);
  return [
    ...(signs
      ? say('signs', `The cone moves out with plus on ${place(pair.plusCavityId)}.`, {
          ends: withLine(output.ends, line, pair),
        })
      : []),
    ...channelDifference(output, pair, say),
  ];
}

/** How likely the corner of the likeliest channel is, whatever driver it feeds there. */
const ofCorner = ({ channel, probability, others }: NonNullable<PairFinding['channel']>): number =>
  others
    .filter((o) => o.channel.side === channel.side && o.channel.axle === channel.axle)
    .reduce((sum, o) => sum + o.probability, probability);

function channelDifference(
  output: MappedOutput,
  { kind, channel }: PairFinding,
  say: (kind: 'channel', says: string, take: MapDifference['take']) => MapDifference[],
): MapDifference[] {
  if (!channel) return [];
  const { side, axle, way } = channel.channel;
  // A line tells its side; which axle it is for shows only where the fader moves it.
  const line = kind === 'input';
  const corner = side === output.side && (axle === output.axle || (line && axle === 'other'));
  if (corner && (line || way === output.way)) return [];
  // One place heard settles no channel, yet it is enough to ask which is right: its corner is surer than its driver.
  const likely = corner ? channel.probability : ofCorner(channel);
  if (channel.state !== 'settled' && (channel.standing === 'claimed' || likely < SETTLED)) return [];
  // Only what is sure is offered: a corner that differs says nothing of the driver there.
  const driver = channel.state === 'settled' || channel.probability >= SETTLED;
  const take = line && axle === 'other' ? { side } : line || !driver ? { side, axle } : { side, axle, way };
  const name = channelName({ ...output, ...take });
  return say('channel', `It was found to be ${name.toLowerCase()}.`, take);
}

/** An output's ends with those at one end of its line as the map has them. */
function withLine(ends: readonly EndView[], { unitId }: Line, pair: PairFinding): OutputEnd[] {
  return [
    ...ends.filter((e) => e.unitId !== unitId).map(({ sign, cavityId }) => ({ sign, cavityId })),
    { sign: 'plus', cavityId: pair.plusCavityId },
    { sign: 'minus', cavityId: pair.minusCavityId },
  ];
}
