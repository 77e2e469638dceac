import { PLAYING_VOLTS } from '../finished/draws.ts';
import { needsNoPower } from '../facts/needs-no-power.ts';
import { ownFusesTogether } from '../supply/main-cable.ts';
import { ampacity, CABLE_SIZES } from '../../supply/cable.ts';
import { CONTINUOUS, FUSE_SIZES, FUSE_WITHIN_MM } from '../../supply/fuse.ts';
import { mainProtection } from '../../model/finished-car.ts';
import type { Remark, Severity } from '../../model/plan.ts';
import { type PlanInContext, planRemark, type PlanRule, setAt } from './rule.ts';

const LARGEST = FUSE_SIZES[FUSE_SIZES.length - 1];
const THICKEST = CABLE_SIZES[CABLE_SIZES.length - 1];

/** The main fuse is there, near the battery, large enough for the system and small enough for the cable. */
export const mainFuse: PlanRule = (plan) => {
  const { from, fuseAmps, fuseMm } = plan.plan.setup.supply;
  const part = mainProtection(plan.finished);
  if (from === 'factory-feed' || needsNoPower(plan.plan.feeds)) return [];
  if (fuseAmps === null)
    return [
      said(
        'fuse-missing',
        'error',
        'The power cable has no fuse: a worn spot sets the car on fire.',
        `A fuse within ${FUSE_WITHIN_MM} mm of the battery.`,
      ),
    ];
  return [
    ...(fuseMm > FUSE_WITHIN_MM
      ? [
          said(
            'fuse-far',
            'error',
            `The ${part} sits ${fuseMm} mm from the battery; what lies before it is not protected.`,
            `Within ${FUSE_WITHIN_MM} mm, measured along the cable.`,
          ),
        ]
      : []),
    ...forCable(plan, fuseAmps),
    ...forDevices(plan, fuseAmps),
  ];
};

const said = (rule: string, severity: Severity, text: string, remedy: string): Remark =>
  planRemark(rule, severity, text, { settle: setAt('supply'), remedy });

/** Small enough: the fuse goes before the cable does. */
function forCable(plan: PlanInContext, fuseAmps: number): Remark[] {
  const { cableMm2, metal } = plan.plan.setup.supply;
  const part = mainProtection(plan.finished);
  const carries = ampacity(cableMm2, metal);
  if (fuseAmps <= carries * 1.001) return [];
  const most = ampacity(THICKEST, metal);
  return [
    said(
      'fuse-large',
      'error',
      `A ${part} of ${fuseAmps} A before a cable that carries ${carries.toFixed(0)} A: the cable burns first.`,
      fuseAmps > most
        ? `Two cables, each with its own fuse: the thickest here, ${THICKEST} mm², carries ${most.toFixed(0)} A.`
        : `A thicker cable, or a smaller ${part}.`,
    ),
  ];
}

/** Large enough: it stands music, and is not the first to go when a device has a fault. */
function forDevices({ plan, finished, context }: PlanInContext, fuseAmps: number): Remark[] {
  const part = mainProtection(finished);
  const need = plan.figures.musicAmps;
  const own = ownFusesTogether(finished.devices, PLAYING_VOLTS[context.input.nominalVolts]);
  const split = (amps: number) =>
    amps > LARGEST ? ` More than ${LARGEST} A takes two cables, each with its own fuse.` : '';
  if (fuseAmps * CONTINUOUS < need)
    return [
      said(
        'fuse-small',
        'error',
        `A ${part} of ${fuseAmps} A ${part === 'fuse' ? 'blows' : 'trips'} with music, which draws ${need.toFixed(0)} A.`,
        `A larger ${part}, and the cable for it.${split(need / CONTINUOUS)}`,
      ),
    ];
  if (fuseAmps >= own * 0.999) return [];
  return [
    said(
      'fuse-order',
      'warning',
      `The main ${part} of ${fuseAmps} A is smaller than the devices’ own fuses added up, ${own.toFixed(0)} A: a fault in one could ${part === 'fuse' ? 'blow the main fuse' : 'trip it'} first.`,
      `A main ${part} at least as large as their sum, and the cable for it.${split(own)}`,
    ),
  ];
}
