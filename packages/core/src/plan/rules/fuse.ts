import { PLAYING_VOLTS } from '../finished/draws.ts';
import { ownFusesTogether } from '../supply/main-cable.ts';
import { ampacity } from '../../supply/cable.ts';
import { CONTINUOUS, FUSE_WITHIN_MM } from '../../supply/fuse.ts';
import { planRemark, type PlanRule, setAt } from './rule.ts';

/** The main fuse is there, near the battery, large enough for the system and small enough for the cable. */
export const mainFuse: PlanRule = ({ plan, finished, context }) => {
  const { from, fuseAmps, fuseMm, cableMm2, metal } = plan.setup.supply;
  if (from === 'factory-feed') return [];
  const more = { settle: setAt('supply') };
  if (fuseAmps === null)
    return [
      planRemark('fuse-missing', 'error', 'The power cable has no fuse: a worn spot sets the car on fire.', {
        ...more,
        remedy: `A fuse within ${FUSE_WITHIN_MM} mm of the battery.`,
      }),
    ];
  const carries = ampacity(cableMm2, metal);
  const need = plan.figures.musicAmps;
  const own = ownFusesTogether(finished.devices, PLAYING_VOLTS[context.input.nominalVolts]);
  return [
    ...(fuseMm > FUSE_WITHIN_MM
      ? [
          planRemark(
            'fuse-far',
            'error',
            `The fuse sits ${fuseMm} mm from the battery; what lies before it is not protected.`,
            { ...more, remedy: `Within ${FUSE_WITHIN_MM} mm, measured along the cable.` },
          ),
        ]
      : []),
    ...(fuseAmps > carries * 1.001
      ? [
          planRemark(
            'fuse-large',
            'error',
            `A fuse of ${fuseAmps} A before a cable that carries ${carries.toFixed(0)} A: the cable burns first.`,
            { ...more, remedy: 'A thicker cable, or a smaller fuse.' },
          ),
        ]
      : []),
    ...(fuseAmps * CONTINUOUS < need
      ? [
          planRemark(
            'fuse-small',
            'error',
            `A fuse of ${fuseAmps} A blows with music, which draws ${need.toFixed(0)} A.`,
            { ...more, remedy: 'A larger fuse, and the cable for it.' },
          ),
        ]
      : fuseAmps < own * 0.999
        ? [
            planRemark(
              'fuse-order',
              'warning',
              `The main fuse of ${fuseAmps} A is smaller than the devices’ own fuses added up, ${own.toFixed(0)} A: a fault in one could blow the main fuse first.`,
              { ...more, remedy: 'A main fuse at least as large as their sum, and the cable for it.' },
            ),
          ]
        : []),
  ];
};
