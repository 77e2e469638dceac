import { formatVolts } from '../../quantity/volts.ts';
import { subject } from '../../model/matter.ts';
import { INTAKE, planRemark, type PlanRule } from './rule.ts';

/** No net of 12 V gives this, and none of 24 V charges so low, V. */
const NET_OF_24 = 20;

/** A power feed that reads more than a 12 V system gives belongs to a 24 V vehicle, or its charging system overcharges. */
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
        `${place} reads ${formatVolts(volts)}: the charging system is overcharging and will damage what is connected.`,
        {
          ...more,
          remedy: 'Have it repaired, then read again. If it was a typing error, withdraw the reading.',
        },
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
          'Set the vehicle to 24 V in Intake, then use 24 V devices, or a 24 V to 12 V converter rated for the total current. If it was a typing error, withdraw the reading.',
      },
    ),
  ];
};
