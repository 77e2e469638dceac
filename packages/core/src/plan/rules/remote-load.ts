import { planRemark, type PlanRule, setAt } from './rule.ts';

/** Turning on draws this from each device, A. */
const EACH_AMPS = 0.15;
/** A factory remote lead is trusted with this without a relay, A. */
const TRUSTED_AMPS = 0.2;

/** The lead that wakes everything can give what it must. */
export const remoteLoad: PlanRule = ({ plan, finished }) => {
  const { by, relay, amps } = plan.setup.turnOn;
  if ((by !== 'factory-remote' && by !== 'accessory') || relay) return [];
  // What another device turns on does not hang on the lead.
  const need = EACH_AMPS * finished.devices.filter((d) => d.wokenBy === by).length;
  const can = amps ?? TRUSTED_AMPS;
  return need > can + 1e-9
    ? [
        planRemark(
          'remote-load',
          'error',
          `The turn-on lead must supply ${need.toFixed(2)} A and ${amps === null ? 'is trusted with' : 'can supply'} ${can} A.`,
          { remedy: 'A relay with a suppression diode.', settle: setAt('turn-on') },
        ),
      ]
    : [];
};
