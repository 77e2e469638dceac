import type { LevelKind } from '../../signal/analyse.ts';
import { bandPowers } from '../spectrum/band-power.ts';
import { LowBand } from '../spectrum/low-band.ts';
import { type AveragedSpectrum, Welch } from '../spectrum/welch.ts';
import type { Response } from '../../signal/response.ts';
import { Alignment } from './alignment.ts';
import { findFaults, type Fault } from './faults.ts';
import { type ChannelStats, SoundStats } from './sound-stats.ts';
import { ToneMeter, type ToneReading } from './tone-meter.ts';

/** What was played while it was recorded, as the person says; without that no spectrum can be read as a response. */
export const PLAYED = ['pink', 'white', 'tone', 'silence', 'music'] as const;
export type Played = (typeof PLAYED)[number];

/** How the levels of a spectrum are to be read as a response; null where it tells none, as of music. */
export const levelKindOf = (played: Played): LevelKind | null =>
  played === 'pink' ? 'flat' : played === 'white' ? 'octave-band-white' : null;

export interface RecordingResult {
  sampleRate: number;
  seconds: number;
  faults: Fault[];
  channels: RecordedChannel[];
  difference: number | null;
  /** spectra of the short segments with what the channels have in common; null for one channel */
  common: AveragedSpectrum | null;
  /** s by which the second channel was moved earlier before `common` was taken */
  aligned: number;
}

export interface RecordedChannel extends Omit<ChannelStats, 'blockRms'> {
  /** level in 1/24-octave bands, dB re full scale, of the signal as recorded: pink noise reads flat */
  bands: Response;
  tones: ToneReading[];
}

/** Below this the long segments are used, which tell low bands apart; above, the short ones, which scatter less. */
const CHANGEOVER_HZ = 400;
/** The long segments are taken at about this rate: nothing above the changeover is wanted of them, Hz. */
const LOW_RATE = 3000;
/** Length of the segments, s; the next power of two above. */
const LONG = 2.7;
const SHORT = 0.3;
const FRACTION = 24;
const LOWEST_HZ = 10;
const HIGHEST_HZ = 22_000;
/** A band without power: lower than any input's noise, dB. */
const NOTHING_DB = -200;

const segment = (seconds: number, sampleRate: number) => 2 ** Math.ceil(Math.log2(seconds * sampleRate));

/**
 * Everything that one recording tells of itself, from samples as they arrive: spectrum, tones, faults. Memory does not
 * grow with its length.
 *
 * @example
 * const recording = new Recording(48_000, 2, 'pink');
 * reader.on(samples => recording.push(samples));
 * recording.result().channels[0].bands
 */
export class Recording {
  private readonly stats: SoundStats;
  private readonly short: Welch;
  private readonly long: Welch;
  private readonly tones: ToneMeter[];
  private readonly alignment: Alignment | null;
  private frames = 0;

  constructor(
    private readonly sampleRate: number,
    private readonly channels: 1 | 2,
    private readonly played: Played,
  ) {
    this.stats = new SoundStats(sampleRate, channels);
    const size = segment(SHORT, sampleRate);
    const factor = 2 ** Math.max(0, Math.round(Math.log2(sampleRate / LOW_RATE)));
    const low = new LowBand(size, factor, channels);
    this.short = new Welch(sampleRate, size, channels, (z) => this.long.push(low.push(z)));
    this.long = new Welch(sampleRate / factor, segment(LONG, sampleRate / factor), channels);
    this.alignment = channels === 2 ? new Alignment(sampleRate, (b) => this.short.push(b)) : null;
    this.tones = played === 'tone' ? Array.from({ length: channels }, () => new ToneMeter(sampleRate)) : [];
  }

  /** @param block one array a channel, all of one length, full scale 1 */
  push(block: readonly Float32Array[]): void {
    this.stats.push(block);
    if (this.alignment) this.alignment.push(block);
    else this.short.push(block);
    this.tones.forEach((meter, c) => meter.push(block[c]));
    this.frames += block[0].length;
  }

  /** To be asked once, when all samples are in. */
  result(): RecordingResult {
    this.alignment?.finish();
    const { sampleRate, played } = this;
    const seconds = this.frames / sampleRate;
    const short = this.short.spectrum();
    const long = this.long.spectrum();
    const stats = this.stats.channels();
    const difference = this.stats.difference();
    const fine = long.segments > 0 ? long : short;
    return {
      sampleRate,
      seconds,
      difference,
      faults: findFaults({
        sampleRate,
        seconds,
        difference,
        channels: stats,
        density: fine.density,
        stepHz: fine.stepHz,
        expectsSteadiness: played === 'pink' || played === 'white',
      }),
      channels: stats.map(({ blockRms: _, ...channel }, c) => ({
        ...channel,
        bands: bandsOf(
          [
            { density: fine.density[c], stepHz: fine.stepHz, belowHz: CHANGEOVER_HZ },
            { density: short.density[c], stepHz: short.stepHz, belowHz: Infinity },
          ],
          // Bands narrower than a few steps would be drawn finer than they were measured.
          Math.max(LOWEST_HZ, 40 * fine.stepHz),
        ),
        tones: this.tones[c]?.readings() ?? [],
      })),
      common: this.channels === 2 ? short : null,
      aligned: (this.alignment?.samples ?? 0) / sampleRate,
    };
  }
}

function bandsOf(resolutions: Parameters<typeof bandPowers>[0], lowestHz: number): Response {
  const bands = bandPowers(resolutions, FRACTION, lowestHz, HIGHEST_HZ);
  return {
    frequencyHz: bands.map((b) => b.band.midHz),
    levelDb: bands.map((b) => Math.max(NOTHING_DB, 10 * Math.log10(b.power))),
  };
}
