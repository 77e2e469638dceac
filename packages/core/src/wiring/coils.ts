import { type CoilNetwork, coilArrangements } from '../load/voice-coils.ts';
import type { FinishedSpeaker } from '../model/finished-car.ts';
import type { Target } from '../model/target.ts';
import type { TerminalRef } from './terminal-ref.ts';

/** How the coils of a channel are joined: pairs of terminals, and where its two conductors come in. */
export interface JoinedCoils {
  plus: TerminalRef[];
  minus: TerminalRef[];
  links: (readonly [TerminalRef, TerminalRef])[];
}

/**
 * The network of a speaker's coils by the name that the plan gave it. What the factory joined stays as it is: in parallel,
 * as far as its two wires tell.
 *
 * @param name of the arrangement; null: no device says it
 * @returns null where several new coils could be joined in more than one way and nothing says which
 */
export function joinedCoils(
  { id, coils, made }: Pick<FinishedSpeaker, 'id' | 'coils' | 'made'>,
  { drivers, coils: each, ohm }: Pick<Target['speaker'], 'drivers' | 'coils' | 'ohm'>,
  name: string | null,
): JoinedCoils | null {
  const arranged = coilArrangements(drivers, each, ohm);
  const planned = made === 'new' ? arranged.find((a) => a.name === name)?.network : undefined;
  const parallel: CoilNetwork = { joined: 'parallel', parts: coils.map((): CoilNetwork => 'coil') };
  const network = planned ?? (coils.length === 1 ? 'coil' : made === 'factory' ? parallel : null);
  if (network === null) return null;
  let next = 0;
  const at = (sign: 'plus' | 'minus', coil: number): TerminalRef => ({
    of: 'speaker',
    speakerId: id,
    coil,
    sign,
  });
  const join = (part: CoilNetwork): JoinedCoils => {
    if (part === 'coil') {
      const coil = next++;
      return { plus: [at('plus', coil)], minus: [at('minus', coil)], links: [] };
    }
    const parts = part.parts.map(join);
    if (part.joined === 'parallel')
      return {
        plus: parts.flatMap((p) => p.plus),
        minus: parts.flatMap((p) => p.minus),
        links: parts.flatMap((p) => p.links),
      };
    return {
      plus: parts[0].plus,
      minus: parts[parts.length - 1].minus,
      links: [
        ...parts.flatMap((p) => p.links),
        ...parts.slice(1).flatMap((p, n) => linked(parts[n].minus, p.plus)),
      ],
    };
  };
  return join(network);
}

/** All of one side and all of the other at one potential, by as few conductors as that takes. */
function linked(
  a: readonly TerminalRef[],
  b: readonly TerminalRef[],
): (readonly [TerminalRef, TerminalRef])[] {
  const [first, ...rest] = [...a, ...b];
  return rest.map((t) => [first, t] as const);
}
