import { formatDb } from '../quantity/decibel.ts';
import type { CheckOf } from '../model/check.ts';
import { type Practice, USUAL_PRACTICE } from '../model/practice.ts';
import type { ResponseAnalysis } from '../signal/analyse.ts';
import { formatFrequency } from '../quantity/frequency.ts';
import { type Finding, listWords } from './finding.ts';
import { levelIn } from './steps.ts';

export type LoadKind = 'suspected' | 'not-seen' | 'fault-with-load' | 'unfinished';

/** Two captures that differ by more than this with and without load are not the same, dB. */
const DIFFERS_DB = 1.5;

const RESULT_WORD: Record<CheckOf<'cold-start'>['result'], string> = {
  steady: 'steady',
  jumps: 'the output jumps',
  noise: 'noise',
  mutes: 'it mutes',
  'fault-message': 'a fault message',
};

/**
 * Does the output want its speaker? Behaviour with and without load over three cold starts and ten minutes of play;
 * some outputs watch their load and turn wild, noisy or mute without it.
 *
 * @param compared responses with and without load at one volume step, when there are both
 */
export function loadSensing(
  starts: readonly CheckOf<'cold-start'>[],
  compared: { loaded: ResponseAnalysis; open: ResponseAnalysis } | null,
  { loadStarts, loadMinutes }: Pick<Practice, 'loadStarts' | 'loadMinutes'> = USUAL_PRACTICE,
): Finding<LoadKind> {
  const loaded = starts.filter((s) => s.load !== 'none');
  const open = starts.filter((s) => s.load === 'none');
  const wrong = (list: typeof starts) => list.filter((s) => s.result !== 'steady');
  const evidence = starts.map(
    (s) =>
      `Start ${s.start} ${s.load === 'none' ? 'without load' : s.load === 'resistor' ? 'on a resistor' : 'on the speaker'}, ${s.minutes} min: ${RESULT_WORD[s.result]}${s.volts === null ? '' : `, ${s.volts} V`}.`,
  );
  const apart = compared ? difference(compared.loaded, compared.open) : null;
  if (apart)
    evidence.push(
      `Without load the level differs by ${formatDb(apart.db)} dB around ${formatFrequency(apart.hz)}.`,
    );
  const finding = (verdict: LoadKind, says: string, next: string | null) => ({
    verdict,
    says,
    evidence,
    next,
    rough: false,
  });
  if (wrong(loaded).length > 0)
    return finding(
      'fault-with-load',
      `Not steady even with its load: ${listWords([...new Set(wrong(loaded).map((s) => RESULT_WORD[s.result]))])}.`,
      'Mend that first: an output that is not steady with its own speaker cannot be judged without it.',
    );
  if (wrong(open).length > 0 || (apart !== null && Math.abs(apart.db) > DIFFERS_DB))
    return finding(
      'suspected',
      'It behaves differently without its load: load sensing is suspected.',
      'Leave the factory speaker as the load, or put a load resistor across the pair.',
    );
  const seen = new Set(open.map((s) => s.start)).size;
  const longest = Math.max(0, ...open.map((s) => s.minutes));
  if (seen >= loadStarts && longest >= loadMinutes)
    return finding(
      'not-seen',
      `Steady without load over ${seen} cold starts and ${longest} minutes.`,
      loaded.length === 0 ? 'Note one start with the speaker on as well, for comparison.' : null,
    );
  return finding(
    'unfinished',
    seen === 0
      ? 'Not tested without load.'
      : `Steady so far, ${seen} of ${loadStarts} cold starts without load.`,
    `Let the car sleep, wake it and play for ${loadMinutes} minutes without the speaker, ${loadStarts} times. Stop when it turns loud or warm.`,
  );
}

/** The most volts of an output that was not steady without its load; null: none were read. */
export function runAwayVolts(starts: readonly CheckOf<'cold-start'>[]): number | null {
  const read = starts.flatMap((s) => (s.load === 'none' && s.result !== 'steady' ? (s.volts ?? []) : []));
  return read.length === 0 ? null : Math.max(...read);
}

/** The octave in which two responses differ most. */
function difference(loaded: ResponseAnalysis, open: ResponseAnalysis): { hz: number; db: number } | null {
  let most: { hz: number; db: number } | null = null;
  for (const hz of [31.5, 63, 125, 250, 500, 1000, 2000, 4000, 8000, 16_000]) {
    const [a, b] = [loaded, open].map((r) => levelIn(r, hz / 2 ** 0.5, hz * 2 ** 0.5));
    if (a === null || b === null || a < loaded.passBandDb - 10) continue;
    if (most === null || Math.abs(b - a) > Math.abs(most.db)) most = { hz, db: b - a };
  }
  return most;
}

/** A power stage loses less than this when a speaker is put on it, as a share of its volts; a line output collapses. */
const HOLDS = 0.85;

/** A quarter of a watt into 4 ohm: more than a line output gives. */
const TELLING_VOLTS = 1;

/**
 * Does the level of an output hold into a speaker? Volts of one tone at one step, with a speaker on it and without.
 *
 * @returns null where the two were not read alike, or at too little to tell
 */
export function holdsIntoSpeaker(levels: readonly CheckOf<'level'>[]): boolean | null {
  const loaded = levels.findLast((l) => l.load === 'speaker' && l.volts > 0);
  const open = levels.findLast(
    (l) =>
      l.load === 'none' &&
      l.volts > 0 &&
      l.hz === loaded?.hz &&
      l.volumeStep === loaded.volumeStep &&
      l.signalDb === loaded.signalDb,
  );
  if (!loaded || !open) return null;
  if (loaded.volts < HOLDS * open.volts) return false;
  // Next to nothing is held by a line output too.
  return loaded.volts >= TELLING_VOLTS ? true : null;
}
