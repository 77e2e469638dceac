import { planRemark, type PlanRule, setAt } from './rule.ts';

/** Turning on draws this from each device, A. */
const EACH_AMPS = 0.15;
/** What is trusted without a relay until it is known: a remote lead comes from a small transistor, an accessory feed from a fuse, A. */
const TRUSTED_AMPS = { 'factory-remote': 0.2, accessory: 1 };

/** The lead that wakes everything can give what it must. */
export const remoteLoad: PlanRule = ({ plan, finished }) => {
  const { by, relay, amps } = plan.setup.turnOn;
  if ((by !== 'factory-remote' && by !== 'accessory') || relay) return [];
  // What another device turns on does not hang on the lead.
  const need = EACH_AMPS * finished.devices.filter((d) => d.wokenBy === by).length;
  const can = amps ?? TRUSTED_AMPS[by];
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
