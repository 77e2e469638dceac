import { powerBetween } from '../spectrum/band-power.ts';
import { BLOCK, type ChannelStats } from './sound-stats.ts';

/** What is wrong with a recording, and whether anything can be concluded from it all the same. */
export interface Fault {
  kind:
    | 'silent'
    | 'clipped'
    | 'short'
    | 'low-rate'
    | 'same-channels'
    | 'one-channel-silent'
    | 'direct-voltage'
    | 'hum'
    | 'gaps'
    | 'not-steady'
    | 'quiet';
  /** which channel, from 0; null for the whole recording */
  channel: number | null;
  /** nothing about the band can be concluded */
  useless: boolean;
  says: string;
}

/** Under this a channel is silent: below the noise of every sound input in use, dB re full scale. */
const SILENT_DB = -90;
const QUIET_DB = -60;
/** Share of samples in flat tops that spoils a spectrum. */
const CLIPPED_SHARE = 1e-5;
const SHORT = 5;
const LEAST_SECONDS = 1;
/** Music moves by more than this from block to block; noise and tones do not, dB. */
const UNSTEADY_DB = 2.5;
const DC_SHARE = 0.05;
const HUM_DB = 12;

export interface FaultInput {
  sampleRate: number;
  seconds: number;
  channels: readonly ChannelStats[];
  /** 0 to 1, see SoundStats.difference */
  difference: number | null;
  /** fine density of each channel */
  density: readonly Float64Array[];
  stepHz: number;
  /** tones were found, or the recording is meant to be silent: level steps are no fault then */
  expectsSteadiness: boolean;
}

const db = (v: number) => 20 * Math.log10(Math.max(v, 1e-9));
const name = (c: number, of: number) =>
  of === 1 ? 'The recording' : c === 0 ? 'The left channel' : 'The right channel';

/** Looks a recording over before anything is concluded from it. Worst first. */
export function findFaults(input: FaultInput): Fault[] {
  const { channels, seconds, sampleRate } = input;
  const faults: Fault[] = [];
  const add = (kind: Fault['kind'], channel: number | null, useless: boolean, says: string) =>
    faults.push({ kind, channel, useless, says });
  const silent = channels.map((c) => db(c.rms) < SILENT_DB);
  if (seconds < LEAST_SECONDS)
    add(
      'short',
      null,
      true,
      `Only ${seconds.toFixed(1)} s long. Record at least ${SHORT} s, better a minute.`,
    );
  else if (seconds < SHORT)
    add(
      'short',
      null,
      false,
      `Only ${seconds.toFixed(1)} s long: lows scatter by some dB. A minute is better.`,
    );
  if (sampleRate < 40_000)
    add(
      'low-rate',
      null,
      false,
      `${sampleRate / 1000} kHz sample rate: nothing above ${(0.45 * sampleRate) / 1000} kHz can be told.`,
    );
  channels.forEach((channel, c) => {
    const who = name(c, channels.length);
    if (silent[c]) {
      if (channels.length === 2 && !silent[1 - c])
        add(
          'one-channel-silent',
          c,
          false,
          `${who} is silent. Is its lead in, and is the input a stereo one?`,
        );
      else if (c === 0 || channels.length === 1)
        add('silent', null, true, 'There is no sound in it. Check the lead, the input and its gain.');
      return;
    }
    if (channel.clipped > CLIPPED_SHARE * seconds * sampleRate && channel.clipped > 3)
      add(
        'clipped',
        c,
        false,
        `${who} is clipped at ${db(channel.peak).toFixed(1)} dB of full scale (${channel.clipped} samples): what is cut off shows as highs. Turn the input down or use a level reducer, and record again.`,
      );
    if (channel.gaps > 0)
      add(
        'gaps',
        c,
        false,
        `${who} has ${channel.gaps} gaps where samples were lost. Close other programs and record again.`,
      );
    if (Math.abs(channel.dc) > Math.max(0.005, DC_SHARE * channel.rms))
      add(
        'direct-voltage',
        c,
        false,
        `${who} has a DC offset of ${(100 * Math.abs(channel.dc)).toFixed(1)} % of full scale; it was removed.`,
      );
    if (db(channel.rms) < QUIET_DB)
      add(
        'quiet',
        c,
        false,
        `${who} is quiet, ${db(channel.rms).toFixed(0)} dB of full scale: noise of the input may show.`,
      );
    const hum = humOf(input.density[c], input.stepHz);
    if (hum)
      add(
        'hum',
        c,
        false,
        `${who} hums at ${hum} Hz and its multiples: a ground loop, often the charger of the laptop. Run it from its battery.`,
      );
    const spread = spreadDb(channel.blockRms);
    if (input.expectsSteadiness && spread > UNSTEADY_DB)
      add(
        'not-steady',
        c,
        false,
        `${who} rises and falls by ${spread.toFixed(0)} dB: that is music or speech, not steady noise. Play pink noise from a file.`,
      );
  });
  if (
    channels.length === 2 &&
    !silent[0] &&
    !silent[1] &&
    input.difference !== null &&
    input.difference < 1e-3
  )
    add(
      'same-channels',
      null,
      false,
      'Left and right are the same to the last bit: the input is mono (a headset socket, most likely), or both leads are on one output. Nothing can be said about two outputs.',
    );
  return faults.sort((a, b) => Number(b.useless) - Number(a.useless));
}

/** Mains frequency whose multiples stand out of a channel, Hz. */
function humOf(density: Float64Array, stepHz: number): number | null {
  for (const mains of [50, 60]) {
    const lines = [1, 2, 3, 5].map((n) => {
      const hz = n * mains;
      const line = powerBetween(density, stepHz, hz - 0.8, hz + 0.8) / 1.6;
      const beside =
        powerBetween(density, stepHz, hz - 6, hz - 3) / 6 + powerBetween(density, stepHz, hz + 3, hz + 6) / 6;
      return 10 * Math.log10((line + 1e-30) / (beside + 1e-30));
    });
    if (lines.filter((l) => l > HUM_DB).length >= 3) return mains;
  }
  return null;
}

/** How far the level of the blocks ranges: between the 10th and the 90th of a hundred, dB. Ends are left out. */
function spreadDb(blockRms: readonly number[]): number {
  const ends = Math.ceil(0.3 / BLOCK);
  const inner = blockRms.slice(ends, -ends).filter((v) => v > 0);
  if (inner.length < 8) return 0;
  // Blocks of bass scatter by themselves; four together do less.
  const levels: number[] = [];
  for (let i = 0; i + 4 <= inner.length; i += 4)
    levels.push(10 * Math.log10(inner.slice(i, i + 4).reduce((s, v) => s + v * v, 0) / 4));
  levels.sort((a, b) => a - b);
  return levels[Math.floor(0.9 * (levels.length - 1))] - levels[Math.floor(0.1 * (levels.length - 1))];
}
