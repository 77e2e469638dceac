import { arrivalsOf } from '../behaviour/arrival.ts';
import { behaviourOfJob } from '../behaviour/behaviour-of-job.ts';
import type { LibraryDevice } from '../model/device.ts';
import type { PlanBasis } from '../model/plan.ts';
import { type PreferencesFields, START_PREFERENCES } from '../model/shop.ts';
import { captureInForce } from '../model/capture-in-force.ts';
import type { JobOutline, JobView } from '../model/views.ts';
import { signalPolarity } from '../outputs/polarity.ts';
import { type HarnessFacts, NO_HARNESS } from './harness-facts.ts';
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
  const behaviour = new Map(behaviourOfJob(job).pairs.map((b) => [b.pairId, b]));
  const pairs = job.units.flatMap((unit) =>
    unit.pairs.map(({ captures, ...pair }) => {
      const capture = captureInForce(job, { ...pair, captures });
      const live = captures.filter((c) => c.withdrawnAt === null);
      return {
        ...pair,
        unitKind: unit.kind,
        unitName: unit.name,
        capture: capture && {
          id: capture.id,
          analysis: capture.analysis,
          phaseMeasured: capture.phaseReference === 'source',
        },
        volumeSteps: live.flatMap((c) => (c.volumeStep === null ? [] : [c.volumeStep])),
        facts: factsOfPair(behaviour.get(pair.id)!),
        signal: signalPolarity(pair, arrivals),
      };
    }),
  );
  const ratios = job.recordings.flatMap((r) =>
    r.withdrawnAt === null && r.secondPairId && r.between?.overlap
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
    preferences: surroundings.preferences ?? START_PREFERENCES,
    devices: surroundings.devices ?? [],
    ratios,
    harness: surroundings.harness ?? NO_HARNESS,
    drive: job.intake.drive,
    tools: job.intake.tools,
    clues: job.intake.clues,
  };
}

const live = (list: readonly { withdrawnAt: string | null }[]) =>
  list.filter((item) => item.withdrawnAt === null).length;

/** The state of a job that a plan is worked out from. */
export function planBasisOf(job: JobOutline): PlanBasis {
  const captures = job.units.flatMap((unit) =>
    unit.pairs.flatMap((pair) => {
      const counting = captureInForce(job, pair);
      return pair.captures
        .filter((c) => c.withdrawnAt === null)
        .map((c) => ({ id: c.id, pairVersion: pair.version, counts: c === counting }));
    }),
  );
  return {
    captures,
    targets: job.targets.map(({ id, version }) => ({ id, version })),
    checks: live(job.checks),
    recordings: live(job.recordings),
    brief: job.brief.version,
  };
}

/** True when a job still is what a plan was worked out from. */
export function isUpToDate(basis: PlanBasis, job: JobOutline): boolean {
  const now = planBasisOf(job);
  const sorted = (b: PlanBasis) =>
    JSON.stringify([
      b.captures.map((c) => `${c.id}/${c.pairVersion}/${c.counts}`).sort(),
      b.targets.map((t) => `${t.id}/${t.version}`).sort(),
      b.checks,
      b.recordings,
      b.brief,
    ]);
  return sorted(now) === sorted(basis);
}
