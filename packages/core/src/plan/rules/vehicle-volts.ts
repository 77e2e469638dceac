import { formatVolts } from '../../quantity/volts.ts';
import { subject } from '../../model/matter.ts';
import { INTAKE, planRemark, type PlanRule } from './rule.ts';

/** No net of 12 V gives this, and none of 24 V charges so low, V. */
const NET_OF_24 = 20;

/** A feed that reads more than a net of 12 V gives is one of 24 V, or a charging system that destroys what hangs on it. */
export const vehicleVolts: PlanRule = ({ context }) => {
  const { harness, nominalVolts } = context.input;
  if (harness.feedVolts === null) return [];
  const { volts, place } = harness.feedVolts;
  const more = { settle: INTAKE, subjects: [subject({ what: place })] };
  if (volts <= NET_OF_24)
    return [
      planRemark(
        'charging-fault',
        'error',
        `${place} reads ${formatVolts(volts)}: the charging system is faulty, and destroys what hangs on it.`,
        { ...more, remedy: 'Have it mended, then read again.' },
      ),
    ];
  if (nominalVolts === '24') return [];
  return [
    planRemark(
      'vehicle-volts',
      'error',
      `${place} reads ${formatVolts(volts)}: this looks like a 24 V vehicle, and the plan is for 12 V.`,
      {
        ...more,
        remedy:
          'Say in Intake that it is one; then devices for 24 V, or a voltage converter rated for all currents together. If it was a slip of the keys, withdraw the reading.',
      },
    ),
  ];
};
