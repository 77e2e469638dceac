import { addInput, type ComplexResponse } from './network.ts';
import { roughness } from './roughness.ts';

/** Steps of a delay that are tried one after the other, ms; the last is a sample at 48 kHz. */
const DELAY_STEPS_MS = [0.32, 0.08, 1 / 48];
/** All-pass corners that are tried lie this far apart, octaves. */
const ALL_PASS_OCTAVES = 1 / 2;
/** Refining begins again with one trim this far off, so that it does not end in the nearest hollow, dB. */
const OTHER_START_DB = [-12, -6];

/** How far a device can move its inputs. */
export interface Reach {
  /** dB between the loudest and the quietest input; 0: no trims */
  trimRangeDb: number;
  /** dB */
  trimStepDb: number;
  /** ms between the latest and the earliest input; 0: no delays */
  delayRangeMs: number;
  allPass: boolean;
}

/** The flattest of what refining comes to from rough settings, and from equal levels with one trim moved well off. */
export function fromSeveralStarts(
  parts: ComplexResponse[],
  hz: readonly number[],
  rough: readonly Setting[],
  level: readonly Setting[],
  reach: Reach,
): Setting[] {
  const starts: Setting[][] = [rough.map((s) => ({ ...s }))];
  if (reach.trimRangeDb > 0)
    for (let k = 0; k < level.length; k++)
      for (const by of OTHER_START_DB)
        starts.push(level.map((s, i) => (i === k ? { ...s, gainDb: s.gainDb + by } : { ...s })));
  let best = starts[0];
  let least = Infinity;
  for (const settings of starts) {
    const left = refine(parts, hz, settings, reach, 1);
    if (left < least) {
      least = left;
      best = settings;
    }
  }
  refine(parts, hz, best, reach, 3);
  return best;
}

/**
 * Moves one trim, delay or all-pass at a time while that makes the sum flatter; changes the settings in place.
 *
 * @param stages 1: large steps only, 3: down to the smallest
 * @returns the roughness that is left, dB
 */
export function refine(
  parts: ComplexResponse[],
  hz: readonly number[],
  settings: Setting[],
  reach: Reach,
  stages: 1 | 3,
): number {
  const { trimRangeDb, trimStepDb, delayRangeMs, allPass } = reach;
  const count = settings.length;
  const n = hz.length;
  // A start beyond the device's range begins at its edge.
  const loudest = Math.max(...settings.map((s) => s.gainDb));
  for (const s of settings) s.gainDb = Math.max(s.gainDb, loudest - trimRangeDb);
  const out = { re: new Float64Array(n), im: new Float64Array(n) };
  const others = { re: new Float64Array(n), im: new Float64Array(n) };
  /** The sum of all inputs but one or two, which are moved now. */
  const leaveOut = (a: number, b = -1) => {
    others.re.fill(0);
    others.im.fill(0);
    for (let p = 0; p < count; p++)
      if (p !== a && p !== b) addInput(parts[p], hz, settings[p], others.re, others.im);
  };
  const withInputs = (a: number, one: Setting, b = -1, two: Setting | null = null): number => {
    out.re.set(others.re);
    out.im.set(others.im);
    addInput(parts[a], hz, one, out.re, out.im);
    if (two) addInput(parts[b], hz, two, out.re, out.im);
    return roughness(out);
  };
  const allowed = () => {
    let [most, least, late, early] = [-Infinity, Infinity, -Infinity, Infinity];
    for (const s of settings) {
      if (s.gainDb > most) most = s.gainDb;
      if (s.gainDb < least) least = s.gainDb;
      if (s.delayMs > late) late = s.delayMs;
      if (s.delayMs < early) early = s.delayMs;
    }
    return most - least <= trimRangeDb + 1e-9 && late - early <= delayRangeMs + 1e-9;
  };
  leaveOut(0);
  let best = withInputs(0, settings[0]);
  /** Takes new settings of one or two inputs when that is flatter; `leaveOut` was called for them. */
  const take = (a: number, one: Setting, b = -1, two: Setting | null = null): boolean => {
    const before = [settings[a], settings[b]];
    settings[a] = one;
    if (two) settings[b] = two;
    const there = allowed() ? withInputs(a, one, b, two) : Infinity;
    if (there < best - 1e-9) {
      best = there;
      return true;
    }
    settings[a] = before[0];
    if (two) settings[b] = before[1];
    return false;
  };
  const louder = (k: number, by: number): Setting => ({ ...settings[k], gainDb: settings[k].gainDb + by });
  for (let stage = 0; stage < stages; stage++) {
    const trim = trimRangeDb > 0 ? trimStepDb * [4, 2, 1][stage] : 0;
    const delay = delayRangeMs > 0 ? DELAY_STEPS_MS[stage] : 0;
    for (let round = 0, moved = true; moved && round < 8; round++) {
      moved = false;
      for (let k = 0; k < count; k++) {
        leaveOut(k);
        for (const by of trim > 0 ? [-trim, trim] : []) moved = take(k, louder(k, by)) || moved;
        for (const by of delay > 0 ? [-delay, delay] : [])
          moved = take(k, { ...settings[k], delayMs: settings[k].delayMs + by }) || moved;
      }
      // With four or more, two trims together leave a hollow that none leaves alone.
      for (let k = 0; !moved && trim > 0 && count > 3 && k < count; k++)
        for (let j = k + 1; j < count; j++) {
          leaveOut(k, j);
          for (const by of [-trim, trim]) moved = take(k, louder(k, by), j, louder(j, by)) || moved;
        }
    }
    if (!allPass || stage > 0 || stages === 1) continue;
    for (let k = 0; k < count; k++) {
      leaveOut(k);
      for (let f = hz[0] * 2; f < hz[n - 1] / 2; f *= 2 ** ALL_PASS_OCTAVES)
        take(k, { ...settings[k], allPassHz: f });
    }
  }
  return best;
}

/** What a device does to one input. */
export interface Setting {
  sign: number;
  gainDb: number;
  delayMs: number;
  allPassHz: number | null;
}

/** The inputs' sum under their settings, at the frequencies given. */
export function total(
  parts: readonly ComplexResponse[],
  hz: readonly number[],
  settings: readonly Setting[],
): ComplexResponse {
  const n = parts[0].re.length;
  const re = new Float64Array(n);
  const im = new Float64Array(n);
  parts.forEach((part, p) => addInput(part, hz, settings[p], re, im));
  return { re, im };
}
