import { tellsOfFactory } from '../model/chapter.ts';
import { ADDED_SOUNDS, type AddedSound, type SoundSource } from '../model/sounds.ts';
import { type CheckOf, checksOf } from '../model/check.ts';
import { type Practice, USUAL_PRACTICE } from '../model/practice.ts';
import type { RecordingRecord } from '../model/recording.ts';
import type { JobView, PairView } from '../model/views.ts';
import { pairName } from '../model/unit.ts';
import { type Arrivals, arrivalsOf } from './arrival.ts';
import { bassWithdrawal, type BassReference, type BassWithdrawal, hasReference } from './bass-withdrawal.ts';
import { cleanFromMeter, cleanMaximum, type CleanMaximum, type ToneAtLevel } from './clean-maximum.ts';
import { engineSound, type EngineSoundKind, type Silence } from './engine-sound.ts';
import { feedKind, type FeedKind } from './feed.ts';
import type { Finding } from './finding.ts';
import { leftAgainstRight, type LeftRightKind } from './left-right.ts';
import { type LevelAtStep, levelLaw, type LevelLaw } from './level-law.ts';
import { holdsIntoSpeaker, loadSensing, type LoadKind, runAwayVolts } from './load-sensing.ts';
import { meterBand, type MeterBand, meterLimits, type MeterLimits } from './meter.ts';
import { atStep, capturesByStep, levelChange } from './steps.ts';

export interface AddedSoundFinding {
  sound: AddedSound;
  heard: boolean;
  madeIn: SoundSource;
  levelDb: number | null;
}

/** What one output does over volume, load, engine and added sounds. */
export interface PairBehaviour {
  pairId: string;
  level: LevelLaw;
  /** volts of a tone at 0 dB, as they were read at each step, the lowest first */
  volts: { step: number; volts: number }[];
  /** only of a radio's outputs */
  feed: Finding<FeedKind> | null;
  bass: BassWithdrawal;
  clean: CleanMaximum;
  engine: Finding<EngineSoundKind>;
  load: Finding<LoadKind>;
  /** it drives a speaker by itself; null: not read with one and without */
  holdsIntoSpeaker: boolean | null;
  /** the most volts that were read without a load while it was not steady; null: none were */
  runAwayVolts: number | null;
  meter: MeterBand;
  added: AddedSoundFinding[];
}

export interface JobBehaviour {
  pairs: PairBehaviour[];
  meter: MeterLimits;
  arrivals: Arrivals[];
  /** outputs of one way, left and right */
  sides: { leftId: string; rightId: string; finding: Finding<LeftRightKind> }[];
}

/** Everything that a job's captures, recordings and checks tell beyond the bands. */
export function behaviourOfJob(
  job: Pick<JobView, 'units' | 'recordings' | 'checks'>,
  practice: Practice = USUAL_PRACTICE,
): JobBehaviour {
  const recordings = job.recordings.filter(tellsOfFactory);
  const meter = meterLimits(checksOf(job.checks, 'meter-tone'));
  const speakers = job.units.filter((u) => u.kind !== 'radio').flatMap((u) => u.pairs);
  const pairs = job.units.flatMap((unit) =>
    unit.pairs.map((pair) => {
      const level = levelOf(pair, job);
      const band = meterBand(checksOf(job.checks, 'level', pair.id), silentVolts(job, pair.id), meter);
      return {
        pairId: pair.id,
        level,
        volts: passBandVolts(meterLevels(job, pair.id), pair, band),
        feed: unit.kind === 'radio' ? feedKind(level.points, speakerFor(level.points, speakers, job)) : null,
        bass: bassWithdrawal(
          capturesByStep(pair).map(atStep),
          midFor(pair, unit.pairs),
          systemLaw(pair, unit.pairs, job),
        ),
        clean: cleanOf(pair, recordings, job, practice),
        engine: engineSound(silencesOf(pair.id, recordings), checksOf(job.checks, 'silence', pair.id)),
        load: loadSensing(checksOf(job.checks, 'cold-start', pair.id), loadPair(pair), practice),
        holdsIntoSpeaker: holdsIntoSpeaker(checksOf(job.checks, 'level', pair.id)),
        runAwayVolts: runAwayVolts(checksOf(job.checks, 'cold-start', pair.id)),
        meter: band,
        added: addedOf(job, pair.id),
      };
    }),
  );
  return { pairs, meter, arrivals: arrivalsOf(recordings), sides: sidesOf(job, recordings) };
}

/** Levels of an output at its steps, dB; bass that may be withdrawn is kept out where there is more. */
function levelsOf(pair: PairView): LevelAtStep[] {
  const [first, ...rest] = capturesByStep(pair);
  if (!first) return [];
  const start = { step: first.volumeStep!, db: 0 };
  return [
    start,
    ...rest.flatMap((c) => {
      const change =
        levelChange(first.analysis, c.analysis, [400, 20_000], 6) ??
        levelChange(first.analysis, c.analysis, [20, 20_000], 6);
      return change === null ? [] : [{ step: c.volumeStep!, db: change }];
    }),
  ];
}

function levelOf(pair: PairView, job: Pick<JobView, 'checks'>): LevelLaw {
  const captured = levelsOf(pair);
  const read = meterLevels(job, pair.id);
  return read.length > captured.length ? levelLaw(read, true) : levelLaw(captured);
}

/** A tone this far down a roll-off tells the level of the output by its band; farther down it tells nothing, dB. */
const IN_ROLL_OFF = { from: -3, to: -15 };

/** Volts of the pass band for a tone at 0 dB, at each step: one level in a roll-off is never the level of the output. */
function passBandVolts(read: readonly MeterLevel[], pair: PairView, band: MeterBand): PairBehaviour['volts'] {
  return read
    .flatMap(({ step, volts, signalDb, hz }) => {
      const down = levelAgainstBand(hz, pair, band);
      if (down < IN_ROLL_OFF.to) return [];
      const lost = down < IN_ROLL_OFF.from ? down : 0;
      return [{ step, volts: volts * 10 ** (-((signalDb ?? 0) + lost) / 20) }];
    })
    .sort((a, b) => a.step - b.step);
}

/** Level of a tone against the pass band, dB: as the analyser has it, else as the meter has. */
function levelAgainstBand(hz: number, pair: PairView, { tones }: MeterBand): number {
  const [capture] = capturesByStep(pair);
  if (capture) {
    const { smoothed, passBandDb } = capture.analysis;
    const above = smoothed.frequencyHz.findIndex((f) => f >= hz);
    return above < 0 ? -Infinity : smoothed.levelDb[above] - passBandDb;
  }
  return tones.find((t) => t.hz === hz)?.db ?? 0;
}

interface MeterLevel extends LevelAtStep {
  hz: number;
  volts: number;
  /** of the tone that was read, dB */
  signalDb: number | null;
  supplyVolts: number | null;
}

/** Volts over steps of the tone that was read at most of them. */
function meterLevels(job: Pick<JobView, 'checks'>, pairId: string): MeterLevel[] {
  const byTone = new Map<string, CheckOf<'level'>[]>();
  for (const l of checksOf(job.checks, 'level', pairId)) {
    if (l.volts === 0 || l.load === 'none') continue;
    const tone = `${l.hz}/${l.signalDb}`;
    byTone.set(tone, [...(byTone.get(tone) ?? []).filter((o) => o.volumeStep !== l.volumeStep), l]);
  }
  const loudest = (read: readonly CheckOf<'level'>[]) => Math.max(...read.map((l) => l.volts));
  const most = [...byTone.values()].sort((a, b) => b.length - a.length || loudest(b) - loudest(a))[0] ?? [];
  return most.map(({ hz, volumeStep, volts, signalDb, supplyVolts }) => ({
    hz,
    step: volumeStep,
    db: 20 * Math.log10(volts),
    ...{ volts, signalDb, supplyVolts },
  }));
}

/** The law of another output of the unit, for one that has no steady band of its own. */
function systemLaw(
  pair: PairView,
  siblings: readonly PairView[],
  job: Pick<JobView, 'checks'>,
): number | null {
  const laws = siblings
    .filter((p) => p.id !== pair.id && capturesByStep(p).slice(0, 1).some(hasReference))
    .map((p) => levelOf(p, job));
  return laws.find((l) => l.points.length >= 2)?.dbPerStep ?? null;
}

/** A sibling with the reference band that was recorded at most of the same steps. */
function midFor(pair: PairView, siblings: readonly PairView[]): BassReference | null {
  const steps = capturesByStep(pair).map((c) => c.volumeStep);
  const shared = siblings
    .filter((p) => p.id !== pair.id)
    .map((p) => ({ p, captures: capturesByStep(p).filter((c) => steps.includes(c.volumeStep)) }))
    .filter(({ captures }) => captures.length >= 2 && hasReference(captures[0]))
    .sort((a, b) => b.captures.length - a.captures.length)[0];
  return shared ? { name: pairName(shared.p), responses: shared.captures.map(atStep) } : null;
}

/** The speaker output that was measured at most of the feed's steps. */
function speakerFor(
  feed: readonly LevelAtStep[],
  speakers: readonly PairView[],
  job: Pick<JobView, 'checks'>,
) {
  const steps = feed.map((l) => l.step);
  const best = speakers
    .map((p) => ({ p, levels: levelOf(p, job).points.filter((l) => steps.includes(l.step)) }))
    .sort((a, b) => b.levels.length - a.levels.length)[0];
  return best && best.levels.length >= 2 ? { name: pairName(best.p), levels: best.levels } : null;
}

/** Channel of a recording that an output was taken from; -1: none. */
const channelOf = (r: RecordingRecord, pairId: string) =>
  r.firstPairId === pairId ? 0 : r.secondPairId === pairId ? 1 : -1;

function cleanOf(
  pair: PairView,
  recordings: readonly RecordingRecord[],
  job: Pick<JobView, 'checks'>,
  practice: Practice,
): CleanMaximum {
  const own = recordings.filter((r) => r.played === 'tone' && channelOf(r, pair.id) >= 0);
  const inVolts = own.filter((r) => r.voltsAtFullScale !== null);
  const used = inVolts.length > 0 ? inVolts : own;
  const tones = used.flatMap((r) =>
    (r.report.channels[channelOf(r, pair.id)]?.tones ?? []).map((t): ToneAtLevel => ({
      hz: t.hz,
      volts: t.rms * (r.voltsAtFullScale ?? 1),
      distortion: t.distortion,
      volumeStep: r.volumeStep,
      signalDb: r.situation.signalDb,
      supplyVolts: r.situation.supplyVolts,
    })),
  );
  const known = used.map((r) => r.ownDistortion).filter((d) => d !== null);
  const read = meterLevels(job, pair.id);
  if (tones.length === 0 && read.length > 0) return cleanFromMeter(read);
  return cleanMaximum(
    tones,
    inVolts.length > 0,
    known.length > 0 ? Math.max(...known) : null,
    practice.cleanPercent / 100,
  );
}

function silencesOf(pairId: string, recordings: readonly RecordingRecord[]): Silence[] {
  return recordings.flatMap((r) => {
    const silence = r.played === 'silence' ? r.report.channels[channelOf(r, pairId)]?.silence : undefined;
    if (!silence) return [];
    const raise = r.voltsAtFullScale === null ? 0 : 20 * Math.log10(r.voltsAtFullScale);
    const { engine, doors } = r.situation;
    return [{ engine, doors, ...silence, levelDb: silence.levelDb.map((l) => l + raise) }];
  });
}

function loadPair(pair: PairView) {
  const live = pair.captures.filter(tellsOfFactory);
  for (const open of live.filter((c) => c.load === 'none')) {
    const loaded = live.find(
      (c) =>
        c.load !== 'none' &&
        c.load !== 'unknown' &&
        c.volumeStep === open.volumeStep &&
        c.levelUnit === open.levelUnit,
    );
    if (loaded) return { loaded: loaded.analysis, open: open.analysis };
  }
  return null;
}

const silentVolts = (job: Pick<JobView, 'checks'>, pairId: string) =>
  checksOf(job.checks, 'silence', pairId).findLast((s) => s.engine === 'off')?.volts ?? null;

function addedOf(job: Pick<JobView, 'checks'>, pairId: string): AddedSoundFinding[] {
  const own = checksOf(job.checks, 'added-sound', pairId);
  return ADDED_SOUNDS.flatMap((sound) => {
    const last = own.findLast((c) => c.sound === sound);
    return last ? [{ sound, heard: last.heard, madeIn: last.madeIn, levelDb: last.levelDb }] : [];
  });
}

function sidesOf(job: Pick<JobView, 'units'>, recordings: readonly RecordingRecord[]): JobBehaviour['sides'] {
  const pairs = job.units.flatMap((u) => u.pairs);
  return pairs
    .filter((p) => p.side === 'left')
    .flatMap((left) => {
      const right = pairs.find(
        (p) => p.side === 'right' && p.axle === left.axle && p.way === left.way && p.unitId === left.unitId,
      );
      if (!right) return [];
      const own = recordings.flatMap((r) => {
        if (r.firstPairId === left.id && r.secondPairId === right.id) return [r];
        // The other way round: the sides change places.
        if (r.firstPairId === right.id && r.secondPairId === left.id)
          return [{ ...r, report: { ...r.report, channels: [...r.report.channels].reverse() } }];
        return [];
      });
      return [{ leftId: left.id, rightId: right.id, finding: leftAgainstRight(own) }];
    });
}
