import { listWords } from '../../behaviour/finding.ts';
import { bridgeLimit } from '../../level/gain-setting.ts';
import { pairName } from '../../model/unit.ts';
import { formatVolts } from '../../quantity/volts.ts';
import { subject } from '../../model/matter.ts';
import { runAwayVoltsOf } from '../facts/factory-outputs.ts';
import { type FeedRule, planRemark, type PlanRule, remark, test } from './rule.ts';

/** More than this, worse than was accepted, V. */
const WORSE_VOLTS = 1;
/** A battery while the car charges, V. */
const CHARGING = 13.6;

/** An output that runs away without a load: the load is fitted first, and its volts are read again with it. */
export const runAway: PlanRule = ({ finished, context }) => {
  const found = finished.outputs.flatMap((o) => {
    if (o.drives.inputs.length === 0 || o.load === 'speaker') return [];
    const pair = context.input.pairs.find((p) => p.id === o.pairId)!;
    const volts = runAwayVoltsOf(pair, context);
    return volts === null ? [] : [{ pair, volts }];
  });
  if (found.length === 0) return [];
  const volts = Math.max(...found.map((f) => f.volts));
  // A sine from a bridge ends well below its supply: more fools a plain meter, or the rail is boosted.
  const filtered =
    volts > bridgeLimit(CHARGING)
      ? ' More than an unboosted bridge can give: read it through a filter (1 kΩ, and 10 nF across the meter), since the carrier of a switching output fools a plain meter.'
      : '';
  return [
    planRemark(
      'run-away',
      'assumption',
      `${found[0].pair.unitName}: ${formatVolts(volts)} was read with no load, and it was not steady. The load’s value is assumed until the volts are steady with it.${filtered}`,
      {
        pairId: found[0].pair.id,
        remedy: `Fit the load first at ${listWords(found.map((f) => pairName(f.pair).toLowerCase()))}, read the volts again with it, then connect the inputs.`,
        settle: test('load'),
        subjects: found.map((f) => subject({ pairId: f.pair.id })),
        figures: [{ name: 'without a load, V', value: volts, worse: 'higher', step: WORSE_VOLTS }],
      },
    ),
  ];
};

/** Until the load is fitted, an input has to stand what was read without one. */
export const runAwayInput: FeedRule = (context) => {
  const { drive, feed, between } = context;
  // Of a device of which only the kind is known, no input is known either.
  const into = feed.device === 'direct' ? drive.amplifier : between;
  const input = into?.speakerInput;
  if (!into || !input) return [];
  return context.sources.flatMap(({ pair, name }, i) => {
    const volts = runAwayVoltsOf(pair, context.context);
    if (volts === null || volts <= input.maxVolts || feed.loads[i]?.kind === 'speaker') return [];
    return [
      remark(
        context,
        'input-voltage',
        'error',
        `${name}: ${formatVolts(volts)} was read with no load, and the input of ${into.name} takes up to ${formatVolts(input.maxVolts)}.`,
        {
          pairId: pair.id,
          remedy: 'An input that takes more volts, or leave the factory speaker connected as the load.',
          settle: test('load'),
        },
      ),
    ];
  });
};
