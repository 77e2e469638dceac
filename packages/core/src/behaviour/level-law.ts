import { median } from '../signal/pass-band.ts';
import { formatDb } from '../quantity/decibel.ts';
import { type Finding, listWords } from './finding.ts';

export interface LevelAtStep {
  step: number;
  /** level in dB of any one reference */
  db: number;
}

export interface LevelLaw extends Finding<'steady' | 'uneven' | 'held' | 'unfinished'> {
  /** dB per step; null with fewer than two steps */
  dbPerStep: number | null;
  /** the last step at which the level still followed; null: followed at all that were measured */
  followsTo: number | null;
  points: LevelAtStep[];
}

/** From this much below the law a level no longer follows, dB. */
export const FOLLOWS_WITHIN_DB = 1;
/** Steps of a volume control that differ by more than this make a law uneven, dB per step. */
const UNEVEN_DB = 0.5;

/**
 * How an output's level goes with the volume step, and where it stops following. The slope is the median of all slopes
 * between two points (Theil 1950; Sen 1968), which a few held or mistaken points do not move; points above the break
 * are left out of it.
 *
 * @param points levels of one output, one a step
 */
export function levelLaw(points: readonly LevelAtStep[], rough = false): LevelLaw {
  const sorted = [...points].sort((a, b) => a.step - b.step);
  const nothing = { dbPerStep: null, followsTo: null, points: sorted, rough };
  if (sorted.length < 2)
    return {
      ...nothing,
      verdict: 'unfinished',
      says: 'Level over volume is not known yet.',
      evidence: [],
      next: 'Measure at three or more volume steps, for example 10, 18 and 26.',
    };
  let kept = sorted;
  let slope = slopeOf(kept);
  // From above, point by point: what falls below the law of the others has stopped following.
  while (kept.length > 2) {
    const below = kept.slice(0, -1);
    const lower = slopeOf(below);
    const expected = median(below.map((p) => p.db - lower * p.step)) + lower * kept[kept.length - 1].step;
    if (expected - kept[kept.length - 1].db <= FOLLOWS_WITHIN_DB) break;
    kept = below;
    slope = lower;
  }
  const held = kept.length < sorted.length;
  const offset = median(kept.map((p) => p.db - slope * p.step));
  const worst = Math.max(...kept.map((p) => Math.abs(p.db - offset - slope * p.step)));
  const span = kept[kept.length - 1].step - kept[0].step;
  const uneven = kept.length > 2 && worst > UNEVEN_DB * Math.max(1, span / kept.length);
  const [first, last] = [sorted[0], sorted[sorted.length - 1]];
  const law = `${formatDb(slope, 2)} dB per step`;
  const followsTo = held ? kept[kept.length - 1].step : null;
  return {
    verdict: held ? 'held' : uneven ? 'uneven' : 'steady',
    dbPerStep: slope,
    followsTo,
    points: sorted,
    rough,
    says: held
      ? `${law} up to step ${followsTo}; above it the level stays behind.`
      : uneven
        ? `About ${law}, in uneven steps.`
        : `${law} from step ${first.step} to ${last.step}.`,
    evidence: [
      `Levels at steps ${listWords(sorted.map((p) => p.step))}: ${listWords(sorted.map((p) => `${formatDb(p.db - first.db)} dB`))} against step ${first.step}.`,
    ],
    next:
      sorted.length < 3
        ? 'Two steps make a line, not a law: measure one more.'
        : held
          ? 'Set gains below that step.'
          : null,
  };
}

function slopeOf(points: readonly LevelAtStep[]): number {
  const slopes = points.flatMap((a, i) =>
    points
      .slice(i + 1)
      .filter((b) => b.step > a.step)
      .map((b) => (b.db - a.db) / (b.step - a.step)),
  );
  return slopes.length > 0 ? median(slopes) : 0;
}
