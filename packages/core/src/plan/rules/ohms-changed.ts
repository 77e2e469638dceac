import { pairName } from '../../model/unit.ts';
import { planRemark, type PlanRule } from './rule.ts';

/** A loss that is heard beside speakers that stayed, dB. */
const HEARD_DB = 2;

/** A speaker of more ohms on a factory output takes less from it, against its neighbours on the same unit. */
export const ohmsChanged: PlanRule = ({ finished, context }) =>
  finished.speakers.flatMap((speaker) => {
    if (speaker.made !== 'new') return [];
    const target = context.input.targets.find((t) => t.id === speaker.targetId)!;
    return speaker.coils.flatMap(({ source }) => {
      if (source?.from !== 'output') return [];
      const before = context.input.speakers
        .filter((s) =>
          finished.speakers.some((f) => f.id === s.id && f.targetId === target.id && f.side === speaker.side),
        )
        .flatMap((s) => s.coils.flatMap((c) => c.ohm ?? []))[0];
      const lost = before === undefined ? 0 : 10 * Math.log10(speaker.coils[0].ohm! / before);
      if (lost < HEARD_DB) return [];
      const pair = context.input.pairs.find((p) => p.id === source.pairId)!;
      return [
        {
          ...planRemark(
            'ohms-changed',
            'warning',
            `${target.name}: a speaker of ${speaker.coils[0].ohm} Ω in the place of one of ${before} Ω loses ${lost.toFixed(0)} dB on ${pairName(pair).toLowerCase()} against its neighbours.`,
            { pairId: pair.id, remedy: `A speaker of ${before} Ω.` },
          ),
          targetId: target.id,
        },
      ];
    });
  });
