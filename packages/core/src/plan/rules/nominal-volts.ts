import { runsOn } from '../../model/device.ts';
import { subject } from '../../model/matter.ts';
import { LIBRARY, planRemark, type PlanRule } from './rule.ts';

/** A device for 12 V on a net of 24 V burns; the other way round it does not start. */
export const nominalVolts: PlanRule = ({ finished }) => {
  const { nominalVolts: net } = finished.supply;
  return finished.devices.flatMap(({ id, entry }) =>
    !entry || runsOn(entry, net)
      ? []
      : [
          planRemark(
            'nominal-volts',
            'error',
            `${entry.name} is made for ${entry.nominalVolts} V; this vehicle’s electrical system is ${net} V.`,
            {
              remedy: 'Use a device for this voltage, or a voltage reducer that its maker approves.',
              settle: LIBRARY,
              subjects: [subject({ what: id })],
            },
          ),
        ],
  );
};
