import { standsWatts } from '../../load/load-resistor.ts';
import { subject } from '../../model/matter.ts';
import { pairName } from '../../model/unit.ts';
import { runAwayVoltsOf } from '../facts/factory-outputs.ts';
import { wattsInto } from '../../quantity/volts.ts';
import { planRemark, type PlanRule } from './rule.ts';

/** A resistor in the place of a speaker stands what its output gives; beyond the largest that is sold there is none. */
export const resistorRated: PlanRule = ({ finished, context }) =>
  finished.outputs.flatMap(({ pairId, drives, volts }) => {
    const { ohm, watts: rated } = drives.resistor ?? { ohm: null, watts: null };
    if (ohm === null || rated === null) return [];
    const pair = context.input.pairs.find((p) => p.id === pairId)!;
    // Until it is fitted, it has to stand what was read without it.
    const watts = wattsInto(Math.max(volts.maxVolts, runAwayVoltsOf(pair, context) ?? 0), ohm);
    if (watts <= standsWatts(rated) * 1.001) return [];
    return [
      planRemark(
        'resistor-rated',
        'error',
        `${pairName(pair)}: a sine makes ${watts.toFixed(0)} W in its resistor, and the largest that is sold, ${rated} W, stands ${standsWatts(rated).toFixed(0)} W for good.`,
        { pairId, remedy: 'Leave the factory speaker on as the load.', subjects: [subject({ pairId })] },
      ),
    ];
  });
