import type { Cable } from '../cables/cables-of.ts';
import { lossOf } from '../cables/run-loss.ts';
import type { Joint } from '../joints/joints-of.ts';
import type { WiringInput } from '../wiring-input.ts';
import { terminalName, type WiringNames } from '../words.ts';
import type { WiringRemark } from './rule.ts';

/** What joints and cables are judged by. */
export interface CraftContext {
  joints: readonly Joint[];
  cables: readonly Cable[];
  input: WiringInput;
  names: WiringNames;
}

/** A run that keeps more than this share of the load's voltage is said. */
const MOST_SHARE = 0.05;

/** Rules of the craft on how joints are made and cables are cut. */
export const checkCraft = (context: CraftContext): WiringRemark[] => [
  ...displacementTaps(context),
  ...longRuns(context),
];

/** Displacement taps bear signal in a dry cabin: their contact is two edges of brass (UL 486C: for the wire they are made for). */
function displacementTaps({ joints, names }: CraftContext): WiringRemark[] {
  return joints.flatMap(({ kind, conductor, at }) => {
    if (kind !== 'displacement-tap' || !conductor || conductor.signal) return [];
    const supply = conductor.function === 'supply' || conductor.function === 'ground';
    return [
      {
        rule: 'displacement-tap',
        severity: supply ? ('error' as const) : ('warning' as const),
        text: `${terminalName(at, names)} is tapped with a displacement connector${supply ? ', and it is supply' : ''}.`,
        remedy: supply
          ? 'Crimp or solder it, behind its own fuse.'
          : 'What turns the system on should not rest on two edges of brass: solder it.',
      },
    ];
  });
}

function longRuns({ cables, input }: CraftContext): WiringRemark[] {
  return cables.flatMap((cable) => {
    const loss = lossOf(cable, input);
    if (!loss || loss.ohm / loss.loadOhm <= MOST_SHARE) return [];
    const { mark, kind, length } = cable;
    return [
      {
        rule: 'long-run',
        severity: 'warning' as const,
        text: `${mark}, ${kind.name.toLowerCase()}: ${length!.measured ? '' : 'about '}${length!.lengthM} m of ${kind.size} into ${loss.loadOhm} Ω loses ${loss.db.toFixed(1)} dB.`,
        remedy: 'Take thicker cable, or a shorter way.',
      },
    ];
  });
}
