import type { CheckOf } from '../model/check.ts';
import type { Situation } from '../model/situation.ts';
import { formatFrequency } from '../quantity/frequency.ts';
import { type Finding, listWords } from './finding.ts';

/**
 * `active`: the factory system makes it, since it stops with a door open; `hint`: it follows the engine, which whine of
 * the alternator does too.
 */
export type EngineSoundKind = 'active' | 'hint' | 'none-seen' | 'unclear' | 'unfinished';

/** Silence recorded under one state of the engine. */
export interface Silence {
  engine: Situation['engine'];
  doors: Situation['doors'];
  /** levels in 1/24-octave bands, dB of any one reference */
  frequencyHz: readonly number[];
  levelDb: readonly number[];
}

/** Engine sound and its cancelling are made here, Hz. */
const LOW_HZ = [25, 250] as const;
/** A third of an octave that rises by this much above the silence with the engine off has something in it, dB. */
const RISE_DB = 6;
/** A tone that moves with the engine moves by at least this. */
const MOVES = 2 ** (1 / 6);

/**
 * Does the amplifier make engine sound, or sound against it? Programme silent, doors closed, engine off, idling and
 * raised: a low-frequency level above the floor that moves with the engine is a hint, since the alternator whines so too.
 * It is found once it stops with a door open or the cabin microphones covered, at the same engine speed: a system that
 * hears the cabin stops, an alternator does not.
 */
export function engineSound(
  silences: readonly Silence[],
  meter: readonly CheckOf<'silence'>[],
): Finding<EngineSoundKind> {
  const long = silences.filter((s) => s.frequencyHz[0] <= LOW_HZ[0]);
  const closed = long.filter((s) => s.doors !== 'open');
  const stopped = long.filter((s) => s.doors === 'open' && (s.engine === 'idle' || s.engine === 'raised'));
  const at = (engine: Situation['engine']) =>
    closed.find((s) => s.engine === engine) ?? long.find((s) => s.engine === engine);
  const test =
    'Nothing playing, doors closed: record silence with the engine off, idling and at about 2,500 rpm.';
  const [off, idle, raised] = [at('off'), at('idle'), at('raised')];
  if (!off || (!idle && !raised)) {
    const short = long.length < silences.length ? ' Shorter than ten seconds tells nothing of the lows.' : '';
    return fromMeter(meter, test + short);
  }
  const open = [off, idle, raised].some((s) => s?.doors === 'open');
  const peaks = [idle, raised].map((s) => (s ? strongest(off, s) : null));
  const evidence = [idle, raised].flatMap((s, i) => {
    if (!s) return [];
    const peak = peaks[i];
    const state = s.engine === 'idle' ? 'idling' : 'raised';
    return peak
      ? [`Engine ${state}: ${peak.db.toFixed(1)} dB above the silence around ${formatFrequency(peak.hz)}.`]
      : [`Engine ${state}: nothing above the silence with the engine off.`];
  });
  const finding = (verdict: EngineSoundKind, says: string, next: string | null) => ({
    verdict,
    says,
    evidence,
    next,
    rough: false,
  });
  const [low, high] = peaks;
  if (!low && !high) {
    if (idle && raised && !open)
      return finding('none-seen', 'No engine sound and no cancelling was seen on this output.', null);
    return finding(
      'unfinished',
      'Nothing was seen yet.',
      open ? 'Close the doors: cancelling stops while one is open. Then record again.' : test,
    );
  }
  if (low && high && high.hz / low.hz >= MOVES) return follows(off, stopped, { low, high }, finding);
  return finding(
    'unclear',
    'There is low-frequency sound while the engine runs, but it was not seen to follow the engine.',
    idle && raised
      ? 'It may be hum of the alternator: note whether its frequency changes when the engine is raised further.'
      : 'Record silence at the other engine speed as well.',
  );
}

interface Peak {
  hz: number;
  db: number;
}

/** It moves with the engine: made by the system where it stops with a door open, else a hint. */
function follows(
  off: Silence,
  stopped: readonly Silence[],
  { low, high }: { low: Peak; high: Peak },
  finding: (verdict: EngineSoundKind, says: string, next: string | null) => Finding<EngineSoundKind>,
): Finding<EngineSoundKind> {
  if (stopped.length === 0)
    return finding(
      'hint',
      'Low-frequency sound follows the engine: noise cancelling, engine sound that the system makes, or whine of the alternator.',
      'Open a door or cover the cabin microphones, and record silence again at the same engine speed: what the system makes stops.',
    );
  const goesOn = stopped.some((s) => riseAt(off, s, (s.engine === 'idle' ? low : high).hz) >= RISE_DB);
  return goesOn
    ? finding(
        'unclear',
        'Low-frequency sound follows the engine and goes on with a door open: more likely whine of the alternator than made by the system.',
        'Look for the ground or the supply that it comes in by, before this output is used.',
      )
    : finding(
        'active',
        'Low-frequency sound follows the engine and stops with a door open: engine sound or noise cancelling is made here.',
        'It has to be left on its own output, switched off in the vehicle’s settings, or its microphones accounted for before this output is used.',
      );
}

/** A third of an octave around a frequency above the silence with the engine off, dB. */
function riseAt(off: Silence, now: Silence, hz: number): number {
  const power = ({ frequencyHz, levelDb }: Silence) =>
    frequencyHz.reduce(
      (sum, f, i) => (Math.abs(Math.log2(f / hz)) <= 1 / 6 ? sum + 10 ** (levelDb[i] / 10) : sum),
      1e-30,
    );
  return 10 * Math.log10(power(now) / power(off));
}

/** The strongest third of an octave above the silence with the engine off; null when none rises enough. */
function strongest(off: Silence, now: Silence): Peak | null {
  const { frequencyHz } = now;
  const floor = new Map(off.frequencyHz.map((hz, i) => [hz, off.levelDb[i]]));
  let best: Peak | null = null;
  frequencyHz.forEach((hz, i) => {
    if (hz < LOW_HZ[0] || hz > LOW_HZ[1] || i < 4 || i + 4 >= frequencyHz.length) return;
    const power = (levels: number[]) => levels.reduce((s, l) => s + 10 ** (l / 10), 0);
    const own = power(Array.from(now.levelDb.slice(i - 4, i + 5)));
    const before = power(frequencyHz.slice(i - 4, i + 5).map((f) => floor.get(f) ?? -200));
    const db = 10 * Math.log10(own / before);
    // The tone itself: everything within a third of an octave of it rises as much, and would tell another frequency.
    const peak = now.levelDb[i] >= Math.max(...now.levelDb.slice(i - 4, i + 5));
    if (peak && db >= RISE_DB && (best === null || db > best.db)) best = { hz, db };
  });
  return best;
}

function fromMeter(meter: readonly CheckOf<'silence'>[], test: string): Finding<EngineSoundKind> {
  const read = (engine: string) => meter.findLast((m) => m.engine === engine)?.volts;
  const [off, idle, raised] = ['off', 'idle', 'raised'].map(read);
  const nothing = { evidence: [], rough: true };
  if (off === undefined || (idle === undefined && raised === undefined))
    return {
      ...nothing,
      verdict: 'unfinished',
      says: 'Engine sound and noise cancelling are not tested.',
      next: test,
    };
  const running = [idle, raised].filter((v) => v !== undefined);
  const evidence = [
    `Volts in silence: ${off} V with the engine off, ${listWords(running.map((v) => `${v} V`))} while it runs.`,
  ];
  if (Math.max(...running) > 1.6 * Math.max(off, 0.002))
    return {
      evidence,
      rough: true,
      verdict: 'unclear',
      says: 'More volts while the engine runs: engine sound, cancelling, or hum of the alternator.',
      next: 'A meter cannot tell which. Record silence with an analyser at two engine speeds.',
    };
  return {
    evidence,
    rough: true,
    verdict: 'none-seen',
    says: 'The meter shows no more volts in silence while the engine runs.',
    next: running.length < 2 ? 'Read it with the engine raised as well.' : null,
  };
}
