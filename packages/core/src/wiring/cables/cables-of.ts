import type { RunLength, WiringFields } from '../../model/wiring.ts';
import type { Conductor, Netlist } from '../netlist.ts';
import type { WiringInput } from '../wiring-input.ts';
import { type CableKind, FOUR, LINE, NINE, SPEAKER, TWISTED, USUAL_COLOURS } from './cable-kinds.ts';
import { type ConductorPair, type Place, placeId, type Run, runsOf } from './runs.ts';

/** A conductor in its cable. */
export interface CableWay {
  colour: string;
  /** null: a spare, capped at both ends */
  conductor: Conductor | null;
}

/** A cable with what runs in it; both ends carry its mark. */
export interface Cable {
  /** stays with the two places and the direction */
  id: string;
  /** W1, W2 ... in the order of the list */
  mark: string;
  kind: CableKind;
  from: Place;
  to: Place;
  ways: CableWay[];
  length: RunLength | null;
}

/** Which channel a signal comes from, as far as its colour goes. */
export type ChannelOf = (c: Conductor) => { side: string; axle: string } | null;

/**
 * Allots every pair of signal to a cable: pairs stay pairs, the usual colours mean the usual channels, runs to and from an
 * amplifier are two cables, and what is left over is a spare.
 */
export function cablesOf(
  netlist: Netlist,
  input: WiringInput,
  choices: Pick<WiringFields, 'lengths' | 'colours'>,
  channelOf: ChannelOf,
): Cable[] {
  const found: Omit<Cable, 'mark'>[] = runsOf(netlist, input).flatMap((run) =>
    bundles(run).map(({ kind, pairs }, n) => {
      const id = [run.level, placeId(run.from), placeId(run.to), n + 1].join('|');
      return {
        id,
        kind,
        from: run.from,
        to: run.to,
        ways: waysOf(kind, pairs, channelOf, choices.colours),
        length: choices.lengths[id] ?? null,
      };
    }),
  );
  return found.map((cable, n) => ({ ...cable, mark: `W${n + 1}` }));
}

/** Pairs of a run in as few cables as hold them. */
function bundles({ level, from, pairs }: Run): { kind: CableKind; pairs: ConductorPair[] }[] {
  const list: { kind: CableKind; pairs: ConductorPair[] }[] = [];
  const own = from.at === 'unit' ? TWISTED : SPEAKER;
  for (let at = 0; at < pairs.length;) {
    const left = pairs.length - at;
    const kind = level === 'line' ? LINE : left > 2 ? NINE : left === 2 ? FOUR : own;
    list.push({ kind, pairs: pairs.slice(at, at + kind.pairs.length) });
    at += kind.pairs.length;
  }
  return list;
}

/** Each pair under its channel's colours where they are free, then in order. */
function waysOf(
  kind: CableKind,
  pairs: readonly ConductorPair[],
  channelOf: ChannelOf,
  colours: WiringFields['colours'],
): CableWay[] {
  const slots: (ConductorPair | null)[] = kind.pairs.map(() => null);
  const rest = pairs.filter((pair) => {
    const channel = channelOf(pair.plus);
    const usual = channel && USUAL_COLOURS[`${channel.side} ${channel.axle}` as keyof typeof USUAL_COLOURS];
    const slot = usual ? kind.pairs.indexOf(usual) : -1;
    if (slot < 0 || slots[slot]) return true;
    slots[slot] = pair;
    return false;
  });
  for (const pair of rest) slots[slots.indexOf(null)] = pair;
  const way = (colour: string, conductor: Conductor | null): CableWay => ({
    colour: (conductor && colours[conductor.id]) || colour,
    conductor,
  });
  return [
    ...kind.pairs.flatMap(([plus, minus], n) => [
      way(plus, slots[n]?.plus ?? null),
      way(minus, slots[n]?.minus ?? null),
    ]),
    ...kind.single.map((colour) => way(colour, null)),
  ];
}
