import type { ResponseAnalysis } from '../../signal/analyse.ts';
import type { FittedFilter } from '../../signal/fit/fit-filter.ts';
import { fractionalOctaveBands } from '../../signal/bands.ts';
import { unwrapDegrees } from '../../signal/smooth.ts';
import { outputResponse, SUM_GRID_HZ } from '../../summing/output-response.ts';
import { complexZeros, inverseTransform } from '../spectrum/fft-plans.ts';
import type { AveragedSpectrum } from '../spectrum/welch.ts';
import { commonHum } from './common-hum.ts';

/** What two outputs recorded at the same time are to each other. */
export interface BetweenOutputs {
  /** band in which both carry enough of the same, Hz; null when there is none */
  overlap: { lowHz: number; highHz: number } | null;
  /** coherence, 0 to 1, and the ratio second / first, in 1/12-octave bands of the overlap */
  ratio: { frequencyHz: number[]; levelDb: number[]; phaseDeg: number[]; coherence: number[] };
  /** the second comes this much later than the first, s; null where nothing can be told */
  delay: number | null;
  /** one standard deviation of it, s; null where there is none */
  delayError: number | null;
  /** sign of the second against the first, once the fitted filters' phase is taken away */
  polarity: 'same' | 'reversed' | 'unclear';
  /** 0 to 1: the best peak of the other sign against the best peak */
  rivalry: number;
  reasons: string[];
}

/** Bands of less coherence than this, beyond what chance gives, say nothing of phase; more is asked of few segments. */
const LEAST_COHERENCE = { always: 0.06, bySegments: 2.5 };
/** Coherence is averaged over this much to either side, octaves, and at least so many points: a single one scatters. */
const AVERAGED_OCTAVES = 1 / 12;
const AVERAGED_POINTS = 2;
/** A band that is called common is coherent by this much. */
const COMMON_COHERENCE = { always: 0.15, bySegments: 5 };
/** A ratio is given where the coherence of a band is at least this. */
const RATIO_COHERENCE = 0.5;
/** coh / (1 - coh) beyond this is not known better, only said so. */
const MOST_WEIGHT = 100;
/** science: unclear when the other sign's peak exceeds this share of the best. */
const RIVAL = 0.85;
/** The same where a filter whose phase is taken away is not well known. */
const RIVAL_IN_DOUBT = 0.6;
/** A corner known no better than this leaves the phase in doubt, octaves. */
const DOUBTFUL_CORNER = 0.25;
/** Experience on simulated outputs: what the scatter of points makes of the delay. */
const SCATTER_FACTOR = 1.5;
const STEP_SHARE = 0.1;
/** An overlap narrower than this decides no polarity, octaves. */
const NARROW_OCTAVES = 0.4;
/** Delay is searched this far to either side after coarse alignment, s. */
const REACH = 0.03;

export interface BetweenInput {
  /** both channels, the second already moved earlier by `aligned` */
  spectrum: AveragedSpectrum;
  /** s by which the second was moved earlier before the spectra were taken */
  aligned: number;
  /** what was concluded from each channel's own response */
  analyses: readonly [ResponseAnalysis, ResponseAnalysis];
  /** the input's own lag of its second channel, s, from one signal in both */
  skew?: number;
}

/**
 * Ratio, delay and polarity of two outputs from one recording of both.
 *
 * The ratio is measured as it is, and is the only one used for sums. Delay and polarity are relative to a model: the
 * phase that the fitted filters and the minimum-phase remainder explain is taken away first, since a crossover alone
 * can turn the phase by half a turn. They maximise p Re sum(w C exp(j w tau)) over p = +1, -1 and tau, where C is the
 * unit cross-spectrum that is left and w = coh / (1 - coh) (generalised cross-correlation; Knapp & Carter 1976).
 */
export function betweenOutputs({ spectrum, aligned, analyses, skew = 0 }: BetweenInput): BetweenOutputs {
  const { stepHz, segments, cross } = spectrum;
  const points = spectrum.density[0].length;
  const nothing = (reason: string): BetweenOutputs => ({
    overlap: null,
    ratio: { frequencyHz: [], levelDb: [], phaseDeg: [], coherence: [] },
    delay: null,
    delayError: null,
    polarity: 'unclear',
    rivalry: 1,
    reasons: [reason],
  });
  if (!cross || segments < 8)
    return nothing('The recording is too short: at least three seconds of both outputs are needed.');

  const single = Float64Array.from({ length: points }, (_, k) => coherenceAt(spectrum, k));
  const hum = commonHum(single, stepHz);
  const coherence = sureCoherence(single, hum, segments);
  const [least, common] = [LEAST_COHERENCE, COMMON_COHERENCE].map(({ always, bySegments }) =>
    Math.max(always, bySegments / segments),
  );
  const re = new Float64Array(points);
  const im = new Float64Array(points);
  const explained = phaseDifference(analyses, stepHz, points);
  let sum = 0;
  let sharpness = 0;
  let [lowHz, highHz, octaves] = [Infinity, 0, 0];
  for (let k = 1; k < points; k++) {
    const hz = k * stepHz;
    if (hz < 20 || hz > 20_000) continue;
    const size = Math.hypot(cross.re[k], cross.im[k]);
    const sure = coherence[k];
    if (!(sure > least) || size === 0) continue;
    const telling = Math.min(MOST_WEIGHT, sure / (1 - Math.min(sure, 0.999999)));
    // Points lie evenly over frequency, overlaps over octaves: weight per octave.
    const weight = telling / hz;
    const turn = Math.atan2(cross.im[k], cross.re[k]) - explained[k];
    re[k] = weight * Math.cos(turn);
    im[k] = weight * Math.sin(turn);
    sum += weight;
    sharpness += telling * (2 * Math.PI * hz) ** 2;
    if (sure < common) continue;
    octaves += Math.log2((k + 0.5) / (k - 0.5));
    lowHz = Math.min(lowHz, hz);
    highHz = Math.max(highHz, hz);
  }
  const ratio = ratioOf(spectrum, aligned - skew, hum);
  if (sum === 0 || highHz === 0)
    return nothing(
      'The two outputs have no band in common, so delay and polarity between them cannot be measured.',
    );

  const { best, rival } = search(re, im, stepHz);
  const rivalry = rival.value / Math.abs(best.value);
  const reasons: string[] = [];
  const overlap = { lowHz, highHz };
  if (rivalry > RIVAL)
    reasons.push('Both signs fit nearly as well: the overlap is too narrow, or the outputs are processed.');
  if (octaves < NARROW_OCTAVES) reasons.push('The outputs overlap in less than half an octave.');
  const unsure =
    analyses.some((a) => a.model === null) || (rivalry > RIVAL_IN_DOUBT && analyses.some(inDoubt));
  if (unsure) reasons.push('The filter of one output is not settled, and its phase is needed here.');
  const scatter = SCATTER_FACTOR / Math.sqrt(2 * segments * sharpness);
  return {
    overlap,
    ratio,
    delay: best.tau + aligned - skew,
    // Where the other sign fits as well, its delay may be the right one.
    delayError: Math.hypot(
      scatter,
      filterDelayError(analyses),
      stepOf(spectrum),
      rivalry > RIVAL ? rival.tau - best.tau : 0,
    ),
    polarity: reasons.length > 0 ? 'unclear' : best.value > 0 ? 'same' : 'reversed',
    rivalry,
    reasons,
  };
}

/**
 * Coherence averaged over neighbouring points, less what chance alone gives (Carter 1987), 0 to 1.
 *
 * @param hum points that count nothing
 */
function sureCoherence(single: Float64Array, hum: ReadonlySet<number>, segments: number): Float64Array {
  const points = single.length;
  const total = new Float64Array(points + 1);
  const counted = new Float64Array(points + 1);
  for (let k = 0; k < points; k++) {
    total[k + 1] = total[k] + (hum.has(k) ? 0 : single[k]);
    counted[k + 1] = counted[k] + (hum.has(k) ? 0 : 1);
  }
  const reach = 2 ** AVERAGED_OCTAVES - 1;
  return Float64Array.from({ length: points }, (_, k) => {
    if (hum.has(k)) return 0;
    const side = Math.max(AVERAGED_POINTS, Math.round(k * reach));
    const [from, to] = [Math.max(1, k - side), Math.min(points, k + side + 1)];
    const mean = (total[to] - total[from]) / (counted[to] - counted[from]);
    return Math.max(0, (mean - 1 / segments) / (1 - 1 / segments));
  });
}

/** Class and model do not agree on which filters there are, or one of them is hardly known. */
function inDoubt({ bandClass, model }: ResponseAnalysis): boolean {
  const needed = {
    'low-pass': ['lowPass'],
    'high-pass': ['highPass'],
    'band-pass': ['highPass', 'lowPass'],
  } as const;
  const filters = bandClass in needed ? needed[bandClass as keyof typeof needed] : [];
  return (
    bandClass === 'unclear' ||
    filters.some((side) => !model?.[side]) ||
    [model?.highPass, model?.lowPass].some((f) => f && f.errorOctaves > DOUBTFUL_CORNER)
  );
}

/** What the errors of the fitted filters mean for the delay that is left once their phase is taken away, s. */
function filterDelayError(analyses: readonly ResponseAnalysis[]): number {
  let sum = 0;
  for (const { model } of analyses)
    for (const filter of [model?.highPass, model?.lowPass]) {
      if (!filter) continue;
      // A delay goes with one over the corner: a corner off by so much moves it as much.
      const own = delayInBand(filter) * filter.errorOctaves * Math.LN2;
      sum += own * own;
    }
  return Math.sqrt(sum);
}

/**
 * Group delay of a Butterworth low-pass far below its corner, 1 / (w sin(pi / 2n)), s: the sum of its poles' own (Zverev,
 * Handbook of Filter Synthesis, 1967); Linkwitz and Riley's is two of half the order. Near the
 * corner, where two outputs overlap, a high-pass delays by about as much.
 */
function delayInBand({ family, order, cornerHz }: FittedFilter): number {
  const [each, n] = family === 'linkwitz-riley' ? [2, order / 2] : [1, order];
  return each / (2 * Math.PI * cornerHz * Math.sin(Math.PI / (2 * n)));
}

/** A peak is found to this part of the finest step there can be, s. */
const stepOf = ({ density, stepHz }: AveragedSpectrum) => STEP_SHARE / (2 * stepHz * (density[0].length - 1));

function coherenceAt({ density: [a, b], cross }: AveragedSpectrum, k: number): number {
  const power = a[k] * b[k];
  return power > 0 ? (cross!.re[k] ** 2 + cross!.im[k] ** 2) / power : 0;
}

/** Phase of the second output's model less the first's at every point, radians. */
function phaseDifference(
  analyses: readonly [ResponseAnalysis, ResponseAnalysis],
  stepHz: number,
  points: number,
): Float64Array {
  const [first, second] = analyses.map((analysis) => {
    const { re, im } = outputResponse(analysis, false).response;
    return unwrapDegrees(Array.from(re, (r, i) => (Math.atan2(im[i], r) * 180) / Math.PI));
  });
  const between = first.map((p, i) => ((second[i] - p) * Math.PI) / 180);
  const step = Math.log(SUM_GRID_HZ[1] / SUM_GRID_HZ[0]);
  const start = Math.log(SUM_GRID_HZ[0]);
  return Float64Array.from({ length: points }, (_, k) => {
    const place = Math.max(
      0,
      Math.min(between.length - 1.000001, (Math.log(k * stepHz + 1e-9) - start) / step),
    );
    const i = Math.floor(place);
    return between[i] + (place - i) * (between[i + 1] - between[i]);
  });
}

/** Highest peaks of both signs over delay; the best one to a fraction of a sample. */
function search(re: Float64Array, im: Float64Array, stepHz: number) {
  // Padding sets the grid of delays: 8 times finer than the sample rate.
  const size = 16 * (re.length - 1);
  const points = complexZeros(size);
  for (let k = 0; k < re.length; k++) {
    points[2 * k] = re[k];
    points[2 * k + 1] = im[k];
  }
  const correlation = inverseTransform(size, points);
  const perStep = 1 / (size * stepHz);
  const reach = Math.floor(REACH / perStep);
  // conj(first) * second turns by -w tau for a second that is later by tau: the inverse transform peaks there.
  const at = (n: number) => correlation[2 * ((n + size) % size)] * size;
  let most = { n: 0, value: -Infinity };
  let least = { n: 0, value: Infinity };
  for (let n = -reach; n <= reach; n++) {
    const value = at(n);
    if (value > most.value) most = { n, value };
    if (value < least.value) least = { n, value };
  }
  const [best, other] = most.value >= -least.value ? [most, least] : [least, most];
  const [a, b, c] = [at(best.n - 1), best.value, at(best.n + 1)];
  const bend = a - 2 * b + c;
  const off = bend === 0 ? 0 : (0.5 * (a - c)) / bend;
  return {
    best: { tau: (best.n + off) * perStep, value: best.value },
    rival: { tau: other.n * perStep, value: Math.abs(other.value) },
  };
}

/** Ratio second / first with the alignment put back, without hum. */
function ratioOf(
  spectrum: AveragedSpectrum,
  aligned: number,
  hum: ReadonlySet<number>,
): BetweenOutputs['ratio'] {
  const { stepHz, density, cross } = spectrum;
  const [a, b] = density;
  const ratio: BetweenOutputs['ratio'] = { frequencyHz: [], levelDb: [], phaseDeg: [], coherence: [] };
  for (const band of fractionalOctaveBands(12)) {
    const from = Math.max(1, Math.ceil(band.lowHz / stepHz));
    const to = Math.min(a.length - 1, Math.floor(band.highHz / stepHz));
    const [first, last] =
      from <= to ? [from, to] : [Math.round(band.midHz / stepHz), Math.round(band.midHz / stepHz)];
    let [re, im, pa, pb] = [0, 0, 0, 0];
    for (let k = first; k <= last && k < a.length; k++) {
      if (hum.has(k)) continue;
      re += cross!.re[k];
      im += cross!.im[k];
      pa += a[k];
      pb += b[k];
    }
    if (pa === 0 || pb === 0) continue;
    const coherence = (re * re + im * im) / (pa * pb);
    if (coherence < RATIO_COHERENCE) continue;
    ratio.frequencyHz.push(band.midHz);
    ratio.levelDb.push(10 * Math.log10(pb / pa));
    const turn = Math.atan2(im, re) - 2 * Math.PI * band.midHz * aligned;
    ratio.phaseDeg.push((Math.atan2(Math.sin(turn), Math.cos(turn)) * 180) / Math.PI);
    ratio.coherence.push(Math.min(1, coherence));
  }
  return ratio;
}
