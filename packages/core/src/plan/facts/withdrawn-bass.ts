import { BASS_OCTAVES_HZ, LOSS_DB, REFERENCE_HZ } from '../../behaviour/bass-withdrawal.ts';
import type { Feed } from '../../model/plan.ts';
import { gridRange } from '../../summing/flatness.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import type { PlanPair } from './plan-input.ts';

type Measured = Pick<PlanPair, 'capture' | 'facts'>;

/**
 * What a factory system takes from the bass of an output between the step of its measurement and the agreed one, dB on
 * the summing grid, below 0 where it takes more. Between octaves and steps it is interpolated, below the lowest octave and
 * beyond the highest step held.
 *
 * @returns null where nothing was seen to be withdrawn
 */
export function bassChange({ capture, facts: { bass } }: Measured, step: number): number[] | null {
  if (bass.verdict !== 'withdrawn' || bass.lost.length === 0) return null;
  const from = capture?.volumeStep ?? bass.lost[0].step;
  const now = octavesAt(bass.lost, step);
  const then = octavesAt(bass.lost, from);
  return SUM_GRID_HZ.map((hz) => alongOctaves(now, hz) - alongOctaves(then, hz));
}

/**
 * The same after a box that restores bass: it gives back what is missing, up to what it can.
 *
 * @param restoreDb the most that it gives back, dB
 */
export const restored = (change: readonly number[], restoreDb: number): number[] =>
  change.map((db) => (db < 0 ? Math.min(0, db + restoreDb) : db));

/**
 * The most that is missing within a band at the agreed step, dB, 0 or more. Where only the worst is known, that.
 */
export function missingBass(pair: Measured, step: number, need: Feed['need']): number {
  const { verdict, keptTo, worstDb, lost } = pair.facts.bass;
  if (verdict !== 'withdrawn' || keptTo === null || step <= keptTo) return 0;
  if (lost.length === 0) return -worstDb;
  const now = octavesAt(lost, step);
  const { from, to } = gridRange(need);
  return Math.max(0, ...SUM_GRID_HZ.slice(from, to + 1).map((hz) => -alongOctaves(now, hz)));
}

/** A box that gives back all but what nobody would miss. */
export const restoresEnough = (restoreDb: number, missingDb: number): boolean =>
  restoreDb > 0 && restoreDb >= missingDb - LOSS_DB;

type Lost = PlanPair['facts']['bass']['lost'];

/** Loss of each octave at a step, dB; an octave that is not there loses nothing. */
function octavesAt(lost: Lost, step: number): number[] {
  const above = lost.findIndex((l) => l.step >= step);
  const at = (i: number) => lost[i].db.map((db) => db ?? 0);
  if (above < 0) return at(lost.length - 1);
  if (above === 0) return at(0);
  const [low, high] = [at(above - 1), at(above)];
  const share = (step - lost[above - 1].step) / (lost[above].step - lost[above - 1].step);
  return low.map((db, o) => db + share * (high[o] - db));
}

/** Where the loss ends at the latest: the measurements are aligned from there on. */
const POINTS_HZ = [...BASS_OCTAVES_HZ, REFERENCE_HZ[0]];

function alongOctaves(octaves: readonly number[], hz: number): number {
  const levels = [...octaves, 0];
  const above = POINTS_HZ.findIndex((f) => f >= hz);
  if (above < 0) return 0;
  if (above === 0) return levels[0];
  const share = Math.log(hz / POINTS_HZ[above - 1]) / Math.log(POINTS_HZ[above] / POINTS_HZ[above - 1]);
  return levels[above - 1] + share * (levels[above] - levels[above - 1]);
}
