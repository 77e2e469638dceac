import { arrivalsOf } from '../../behaviour/arrival.ts';
import { behaviourOfJob } from '../../behaviour/behaviour-of-job.ts';
import type { LibraryDevice } from '../../model/device.ts';
import { type PreferencesFields, START_PREFERENCES } from '../../model/shop.ts';
import { tellsOfFactory } from '../../model/chapter.ts';
import { captureInForce } from '../../model/capture-in-force.ts';
import { WALK_IN_ITEMS } from '../../model/intake.ts';
import type { HarnessView } from '../../model/harness-view.ts';
import type { JobView } from '../../model/views.ts';
import { signalPolarity } from '../../outputs/polarity.ts';
import { type HarnessFacts, harnessFactsOf, NO_HARNESS } from './harness-facts.ts';
import { factsOfPair } from './output-facts.ts';
import type { PlanInput } from './plan-input.ts';

/** What the shop and Find add to a job's own record. */
export interface PlanSurroundings {
  preferences?: PreferencesFields;
  devices?: LibraryDevice[];
  harness?: HarnessFacts;
}

/** What planning needs of a job: every output with its capture in force and what is known of it, wish and targets. */
export function planInputOf(job: JobView, surroundings: PlanSurroundings = {}): PlanInput {
  const arrivals = arrivalsOf(job.recordings);
  const preferences = surroundings.preferences ?? START_PREFERENCES;
  const { pairs: behaviours, sides } = behaviourOfJob(job, preferences.practice);
  const behaviour = new Map(behaviours.map((b) => [b.pairId, b]));
  const sidesOf = (id: string) =>
    sides.find((s) => s.leftId === id || s.rightId === id)?.finding.verdict ?? null;
  const pairs = job.units.flatMap((unit) =>
    unit.pairs.map(({ captures, ...pair }) => {
      const capture = captureInForce(job, { ...pair, captures });
      const live = captures.filter(tellsOfFactory);
      return {
        ...pair,
        unitKind: unit.kind,
        unitName: unit.name,
        capture: capture && {
          id: capture.id,
          analysis: capture.analysis,
          phaseMeasured: capture.phaseReference === 'source',
          volumeStep: capture.volumeStep,
        },
        volumeSteps: live.flatMap((c) => (c.volumeStep === null ? [] : [c.volumeStep])),
        facts: factsOfPair(behaviour.get(pair.id)!, sidesOf(pair.id)),
        signal: signalPolarity(pair, arrivals),
      };
    }),
  );
  const ratios = job.recordings.flatMap((r) =>
    tellsOfFactory(r) && r.secondPairId && r.between?.overlap
      ? [
          {
            firstId: r.firstPairId,
            secondId: r.secondPairId,
            frequencyHz: r.between.ratio.frequencyHz,
            phaseDeg: r.between.ratio.phaseDeg,
            delay: r.between.delay,
            polarity: r.between.polarity,
          },
        ]
      : [],
  );
  return {
    pairs,
    speakers: job.speakers,
    targets: job.targets,
    brief: job.brief,
    preferences,
    devices: surroundings.devices ?? [],
    ratios,
    harness: surroundings.harness ?? NO_HARNESS,
    drive: job.intake.drive,
    nominalVolts: job.intake.nominalVolts,
    tools: job.intake.tools,
    found: foundAtIntake(job.intake),
    clues: job.intake.clues,
  };
}

/** Faults of the first signed check: the car as it came in. */
function foundAtIntake({ walkIns }: JobView['intake']): PlanInput['found'] {
  const [first] = walkIns;
  if (!first) return [];
  return WALK_IN_ITEMS.flatMap((item) => {
    const { state, note } = first.items[item];
    return state === 'fault' ? [{ item, note }] : [];
  });
}

/** The same from the whole record: what Find says is worked out from the plugs and what was read at them. */
export const planInputOfRecords = ({
  job,
  harness,
  ...shop
}: Pick<PlanSurroundings, 'preferences' | 'devices'> & {
  job: JobView;
  harness: Omit<HarnessView, 'simulation'>;
}): PlanInput => planInputOf(job, { ...shop, harness: harnessFactsOf(job, harness) });
