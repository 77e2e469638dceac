import type { TerminalRef } from '../terminal-ref.ts';
import type { WiringRule } from './rule.ts';

/** A coil that is to play hangs on two conductors, and not on one twice. */
export const coilsJoined: WiringRule = ({ input: { car }, nets, names }) =>
  car.speakers.flatMap(({ id, coils }) =>
    coils.flatMap(({ source }, coil) => {
      if (source === null || source.from === 'data') return [];
      const at = (sign: 'plus' | 'minus'): TerminalRef => ({ of: 'speaker', speakerId: id, coil, sign });
      const who = coils.length > 1 ? `${names.speaker(id)}, coil ${coil + 1},` : names.speaker(id);
      const open = (['plus', 'minus'] as const).filter((sign) => nets.with(at(sign)).length < 2);
      const say = (text: string, remedy: string) => [
        { rule: 'coil-open', severity: 'error' as const, text: `${who} ${text}`, remedy },
      ];
      if (open.length > 0)
        return say(
          `has ${open.length === 2 ? 'no conductor' : `no conductor at ${open[0]}`}.`,
          'Join both of its terminals.',
        );
      return nets.of(at('plus')) === nets.of(at('minus'))
        ? say('has both terminals on one wire.', 'Part them: the output behind it is shorted.')
        : [];
    }),
  );
