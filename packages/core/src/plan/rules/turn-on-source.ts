import { listWords } from '../../behaviour/finding.ts';
import { subject } from '../../model/matter.ts';
import type { BriefFields } from '../../model/brief.ts';
import type { Remark } from '../../model/plan.ts';
import type { Setup } from '../../model/setup.ts';
import { needsNoPower } from '../facts/needs-no-power.ts';
import { isWire, wirePlace } from '../supply/turn-on.ts';
import { FIND, planRemark, type PlanRule, setAt } from './rule.ts';

type TurnOn = Setup['turnOn'];

/**
 * A wire that wakes the new system is found, goes off with the car, survives a restart and gives what is drawn from it.
 * Each is seen at the car: what nobody saw is never accepted by name, since a battery goes flat or a thump comes of it.
 */
export const turnOnSource: PlanRule = ({ plan, context }) => {
  if (needsNoPower(plan.feeds)) return [];
  const { turnOn } = plan.setup;
  if (!isWire(turnOn.by)) return sensingFailed(turnOn, context.input.brief);
  const { wakes, places } = context.input.harness;
  // A reading that speaks against the wire stands, whatever is set by hand, until it is withdrawn.
  const read = turnOn.place === '' ? wakes[turnOn.by === 'accessory' ? 'switched' : 'remote'] : undefined;
  const worst: TurnOn = {
    ...turnOn,
    ...(read?.asleep === 'live' && { asleep: read.asleep }),
    ...(read?.restart === 'dips' && { restart: read.restart }),
    ...(read?.load === 'sags' && { load: read.load }),
  };
  return [...brokenBy(worst), ...notFound(turnOn, places), ...notSeen(turnOn)];
};

/** Where it is known to have failed in this make, nothing is left to sensing. */
const sensingFailed = ({ by }: TurnOn, { sensing }: Pick<BriefFields, 'sensing'>): Remark[] =>
  sensing === 'failed' && (by === 'sensing' || by === 'offset')
    ? [
        planRemark(
          'sensing-failed',
          'error',
          'Turn-on by signal has failed in this make before, and this plan senses.',
          { settle: setAt('turn-on'), remedy: 'Wake it by a wire that was watched.' },
        ),
      ]
    : [];

/** What was seen of it and speaks against it. */
function brokenBy({ asleep, restart, load }: TurnOn): Remark[] {
  const wrong = (rule: string, text: string, remedy: string) =>
    planRemark(rule, 'error', text, { settle: setAt('turn-on'), remedy });
  return [
    ...(asleep === 'live'
      ? [
          wrong(
            'turn-on-source',
            'The turn-on source stays live while the car sleeps.',
            'Find one that goes off, and check it once the car is asleep.',
          ),
        ]
      : []),
    ...(restart === 'dips'
      ? [
          wrong(
            'turn-on-restart',
            'The turn-on source dips when the engine starts again: a thump each time.',
            'Another source, or a delay that bridges the dip.',
          ),
        ]
      : []),
    ...(load === 'sags'
      ? [
          wrong(
            'turn-on-current',
            'The turn-on source sags as soon as something is drawn from it.',
            'Another source: this one would not hold a relay either.',
          ),
        ]
      : []),
  ];
}

const unseen = (
  turnOn: TurnOn,
  rule: string,
  text: string,
  more: Pick<Remark, 'settle'> & { remedy: string },
): Remark[] => [
  planRemark(rule, 'assumption', text, {
    ...more,
    acceptable: false,
    subjects: [subject({ what: turnOn.by })],
  }),
];

function notFound(turnOn: TurnOn, places: Parameters<typeof wirePlace>[1]): Remark[] {
  const wire = turnOn.by === 'accessory' ? 'accessory feed' : 'factory remote lead';
  const place = wirePlace(turnOn, places);
  if (place?.sure) return [];
  return place
    ? unseen(
        turnOn,
        'turn-on-wire',
        `The ${wire} at ${place.at} is what the sheet claims; nobody has read it.`,
        { remedy: 'Read its volts with the ignition off and on.', settle: FIND },
      )
    : unseen(turnOn, 'turn-on-wire', `The ${wire} is still to be found.`, {
        remedy: 'Find it on a plug, or say where it was found; or let a device turn on by signal.',
        settle: setAt('turn-on'),
      });
}

function notSeen(turnOn: TurnOn): Remark[] {
  const open = [
    ...(turnOn.asleep === 'unknown' ? ['goes off when the car sleeps'] : []),
    ...(turnOn.restart === 'unknown' ? ['holds while the engine restarts'] : []),
    ...(turnOn.load === 'unknown' && turnOn.amps === null ? ['can supply what is drawn from it'] : []),
  ];
  if (open.length === 0) return [];
  return unseen(turnOn, 'turn-on-unseen', `Nobody has checked that the turn-on source ${listWords(open)}.`, {
    remedy: 'Read its volts once the car sleeps, at a restart with the radio on, and with 100 Ω to ground.',
    settle: setAt('turn-on'),
  });
}
