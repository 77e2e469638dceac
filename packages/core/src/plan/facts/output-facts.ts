import type { AddedSoundFinding, PairBehaviour } from '../../behaviour/behaviour-of-job.ts';
import type { EngineSoundKind } from '../../behaviour/engine-sound.ts';
import type { FeedKind } from '../../behaviour/feed.ts';
import type { LeftRightKind } from '../../behaviour/left-right.ts';
import type { LoadKind } from '../../behaviour/load-sensing.ts';
import { bridgeLimit } from '../../level/gain-setting.ts';
import type { Standing } from '../../model/words.ts';

/** What planning needs to know of an output beyond its band. */
export interface OutputFacts {
  /** only of a radio's output */
  feed: FeedKind | null;
  dbPerStep: number | null;
  /** volts of a tone at 0 dB at a step */
  volts: { volts: number; step: number } | null;
  /** the same as it was read at several steps, the lowest first */
  voltsAtSteps: { step: number; volts: number }[];
  /** levels of tones that a checked meter read, dB re the loudest: a band of low resolution; empty: none */
  tones: { hz: number; db: number }[];
  /** the loudest clean level found, V RMS; null: not measured in volts */
  cleanVolts: number | null;
  cleanStep: number | null;
  bass: {
    verdict: 'withdrawn' | 'steady' | 'unclear' | 'unfinished';
    /** the last step without loss */
    keptTo: number | null;
    worstDb: number;
    /** the highest step that was looked at */
    upTo: number | null;
    /** change of each octave from 31.5 to 250 Hz against the lowest step, dB; null: it is not there */
    lost: { step: number; db: (number | null)[] }[];
  };
  load: LoadKind;
  /** the most volts that were read without a load while it was not steady; null: none were */
  runAwayVolts: number | null;
  /** read to hold its level with a speaker on it: a power stage; null: not read */
  holdsIntoSpeaker: boolean | null;
  engine: EngineSoundKind;
  sounds: AddedSoundFinding[];
  /** this side against the other, as they were recorded together; null: they were not */
  sides: LeftRightKind | null;
}

/** Nothing is known. */
export const NO_FACTS: OutputFacts = {
  feed: null,
  dbPerStep: null,
  volts: null,
  voltsAtSteps: [],
  tones: [],
  cleanVolts: null,
  cleanStep: null,
  bass: { verdict: 'unfinished', keptTo: null, worstDb: 0, upTo: null, lost: [] },
  load: 'unfinished',
  runAwayVolts: null,
  holdsIntoSpeaker: null,
  engine: 'unfinished',
  sounds: [],
  sides: null,
};

export function factsOfPair(behaviour: PairBehaviour, sides: LeftRightKind | null): OutputFacts {
  const { clean, level, bass } = behaviour;
  const at = clean.calibrated ? clean.at : null;
  const read = behaviour.volts.at(-1);
  const spoken =
    at && at.volumeStep !== null
      ? { volts: at.volts * 10 ** (-(at.signalDb ?? 0) / 20), step: at.volumeStep }
      : null;
  return {
    feed: behaviour.feed?.verdict ?? null,
    dbPerStep: level.dbPerStep,
    volts: spoken ?? read ?? null,
    voltsAtSteps: behaviour.volts,
    tones: behaviour.meter.verdict === 'rough' ? behaviour.meter.tones : [],
    cleanVolts: at?.volts ?? null,
    cleanStep: at?.volumeStep ?? null,
    bass: {
      verdict: bass.verdict,
      keptTo: bass.begins?.after ?? null,
      worstDb: bass.worst?.db ?? 0,
      upTo: bass.steps.at(-1)?.step ?? null,
      lost: bass.steps,
    },
    load: behaviour.load.verdict,
    runAwayVolts: behaviour.runAwayVolts,
    holdsIntoSpeaker: behaviour.holdsIntoSpeaker,
    engine: behaviour.engine.verdict,
    sounds: behaviour.added,
    sides,
  };
}

/** A step of a volume control whose law is not measured, dB. */
const USUAL_DB_PER_STEP = 1.5;
/** What is taken for the clean maximum until it is measured, V RMS: a radio's line, and a bridge on 13.6 V. */
const ASSUMED = { line: 2, bridge: bridgeLimit(13.6) };

export interface OutputVolts {
  volts: number;
  maxVolts: number;
  standing: Standing;
}

/**
 * Volts of an output for a tone at 0 dB at a step, and the most it gives. Known at one step, the level law carries it
 * to another, never beyond the clean maximum; known of a sibling, it is taken over as an assumption; known nowhere, it
 * is what such a stage gives at most.
 *
 * @param line the output is a radio's line into an amplifier
 * @param siblings facts of outputs of the same unit
 */
export function outputVolts(
  facts: OutputFacts,
  step: number,
  line: boolean,
  siblings: readonly OutputFacts[],
): OutputVolts {
  const most = line ? ASSUMED.line : ASSUMED.bridge;
  const carried = (of: OutputFacts) => {
    const { volts, step: at } = of.volts!;
    const read = readAt(of.voltsAtSteps, step);
    const law = of.dbPerStep ?? facts.dbPerStep ?? USUAL_DB_PER_STEP;
    const maxVolts = Math.max(of.cleanVolts ?? most, of.feed === 'fixed' ? volts : 0);
    return {
      volts:
        read ?? (of.feed === 'fixed' ? volts : Math.min(volts * 10 ** ((law * (step - at)) / 20), maxVolts)),
      maxVolts,
    };
  };
  if (facts.volts) return { ...carried(facts), standing: 'measured' };
  const sibling = siblings.find((s) => s.volts !== null);
  if (sibling) return { ...carried(sibling), standing: 'assumed' };
  return { volts: most, maxVolts: most, standing: 'assumed' };
}

/** What was read at a step, or between the readings on either side of it; null beyond all of them. */
function readAt(read: OutputFacts['voltsAtSteps'], step: number): number | null {
  const above = read.findIndex((r) => r.step >= step);
  if (above < 0) return null;
  if (read[above].step === step) return read[above].volts;
  if (above === 0) return null;
  const [low, high] = [read[above - 1], read[above]];
  return low.volts * (high.volts / low.volts) ** ((step - low.step) / (high.step - low.step));
}
