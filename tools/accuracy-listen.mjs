// How well recordings are judged: bands, two outputs together, distortion. Outputs, noise and delays are simulated.

import { EdgeTally } from './edge-tally.mjs';

const RATE = 48_000;
const OUTPUTS = 500;
const TOGETHER = 200;
/** How far white noise lies under an output without filters, in the band at the corner, dB. */
const UNDER = [40, 20, 10];
/** Of pink noise between 20 Hz and 20 kHz a 24th of an octave has this share, dB. */
const BAND_SHARE_DB = -23.8;
const TONES = 120;
const PINK_RMS_DB = -16;

const record = (core, channels, played) => {
  const recording = new core.Recording(RATE, channels.length, played);
  for (let i = 0; i < channels[0].length; i += 65_536)
    recording.push(channels.map((c) => c.subarray(i, i + 65_536)));
  return recording.result();
};
const judge = (core, channel) =>
  core.analyseResponse(channel.bands, { noiseTiltDb: core.WHITE_NOISE_TILT_DB });

function bands(core, sim, source) {
  const sum = { classes: 0, unclear: 0 };
  const tally = new EdgeTally();
  for (let seed = 0; seed < OUTPUTS; seed++) {
    const { chain, bandClass } = sim.variedClassCase(seed);
    const silent = bandClass === 'silent';
    // White noise of the input, its power 40 to 60 dB under that of an output without filters.
    const noiseDb = silent ? -100 : PINK_RMS_DB + chain.gainDb - 40 - (seed % 21);
    const [samples] = sim.recordPeriod(source, [chain], { sampleRate: RATE, noiseDb, seed });
    const { channels, faults } = record(core, [samples], 'pink');
    const analysis = judge(core, channels[0]);
    const found = faults.some((f) => f.kind === 'silent') ? 'silent' : analysis.bandClass;
    if (found === bandClass) sum.classes++;
    if (found === 'unclear') sum.unclear++;
    if (silent) continue;
    for (const filter of chain.filters) {
      const truth = sim.sixDbDown(filter);
      if (truth >= 40 && truth <= 14_000) tally.add(filter, truth, analysis.model);
    }
  }
  return { ...sum, edges: tally };
}

const SHAPES = [
  ['butterworth', 1],
  ['butterworth', 2],
  ['butterworth', 3],
  ['butterworth', 4],
  ['linkwitz-riley', 2],
  ['linkwitz-riley', 4],
];

/** White noise of this effective value lies `under` dB below pink noise in the 24th of an octave at `hz`, dB re full scale. */
const whiteNoise = (hz, under) =>
  PINK_RMS_DB + BAND_SHARE_DB - under - 10 * Math.log10((hz * (2 ** (1 / 48) - 2 ** (-1 / 48))) / (RATE / 2));

/** Two outputs around a common corner, analogue or digital, with their delay and sign. */
function pairOf(sim, seed) {
  const random = sim.seededRandom(seed * 31 + 7);
  const matched = random.next() < 0.5;
  const corner = 200 * 15 ** random.next();
  const lower = random.pick(SHAPES);
  const upper = matched ? lower : random.pick(SHAPES);
  const peaks = () =>
    Array.from({ length: Math.floor(random.next() * 3) }, () => ({
      frequencyHz: 60 * 100 ** random.next(),
      gainDb: random.between(-5, 5),
      q: random.between(0.7, 3),
    }));
  const delay = random.between(-3e-3, 3e-3) * (random.next() < 0.2 ? 10 : 1);
  const inverted = random.next() < 0.5;
  const filter = (side, [family, order], cornerHz) => ({ side, family, order, cornerHz });
  const clock = random.next() < 0.5 ? {} : { clockHz: RATE };
  const woofer = {
    gainDb: 0,
    filters: [filter('low-pass', lower, corner * (matched ? 1 : random.between(1, 1.4)))],
    peaks: peaks(),
    delay: 0,
    inverted: false,
    ...clock,
  };
  const tweeter = {
    gainDb: random.between(-6, 3),
    filters: [filter('high-pass', upper, corner * (matched ? 1 : random.between(0.7, 1)))],
    peaks: peaks(),
    delay,
    inverted,
    ...clock,
  };
  return { woofer, tweeter, corner, delay, inverted };
}

function together(core, sim, source) {
  const rows = UNDER.map((under) => ({
    under,
    n: 0,
    delay: 0,
    right: 0,
    unclear: 0,
    wrong: 0,
    stated: 0,
    held: 0,
  }));
  for (let seed = 1; seed <= TOGETHER; seed++) {
    const { woofer, tweeter, corner, delay, inverted } = pairOf(sim, seed);
    for (const row of rows) {
      const samples = sim.recordPeriod(source, [woofer, tweeter], {
        sampleRate: RATE,
        noiseDb: whiteNoise(corner, row.under),
        seed,
      });
      const { channels, common, aligned } = record(core, samples, 'pink');
      const between = core.betweenOutputs({
        spectrum: common,
        aligned,
        analyses: channels.map((c) => judge(core, c)),
      });
      const off = between.delay === null ? Infinity : Math.abs(between.delay - delay);
      row.n++;
      row.delay += off <= Math.max(20e-6, 0.03 / corner);
      if (between.polarity === 'unclear') row.unclear++;
      else if ((between.polarity === 'reversed') === inverted) row.right++;
      else row.wrong++;
      if (between.polarity === 'unclear') continue;
      row.stated++;
      row.held += off <= 2 * between.delayError;
    }
  }
  return rows;
}

/** Largest error of the distortion, in percentage points, over tones between 0.1 and 10 %. */
function distortion(core, sim) {
  let most = 0;
  for (let seed = 1; seed <= TONES; seed++) {
    const random = sim.seededRandom(seed);
    const hz = 40 * 50 ** random.next();
    const share = 0.001 * 100 ** random.next();
    const second = random.next();
    const harmonics = [share * second, share * Math.sqrt(1 - second * second)];
    const noise = 10 ** (-random.between(50, 80) / 20);
    const samples = Float32Array.from({ length: 3 * RATE }, (_, i) => {
      const w = (2 * Math.PI * hz * i) / RATE;
      return (
        0.5 * (Math.sin(w) + harmonics[0] * Math.sin(2 * w) + harmonics[1] * Math.sin(3 * w + 1)) +
        0.5 * noise * random.normal()
      );
    });
    const [tone] = record(core, [samples], 'tone').channels[0].tones;
    most = Math.max(most, tone ? Math.abs(tone.distortion - share) * 100 : 100);
  }
  return most;
}

/** The accuracy table of Listen as Markdown. */
export function listenAccuracy(core, sim) {
  const source = core.pinkNoise(2 ** 19, RATE, PINK_RMS_DB, 11);
  const share = (part, all) => `${((100 * part) / all).toFixed(1)} %`;
  const b = bands(core, sim, source);
  const t = together(core, sim, source);
  const of = (name) => t.reduce((sum, row) => sum + row[name], 0);
  return `## Listen

Recordings of 10.9 s at 48 kHz of pink noise through simulated outputs (\`packages/core/src/carsim/recorder.ts\`), with white
noise of the input added. ${OUTPUTS} outputs, borderline and silent ones among them, noise 40 to 60 dB under an unfiltered
output; ${TONES} tones of 40 Hz to 2 kHz with 0.1 to 10 % distortion and noise at -50 to -80 dB.

| What | Found | Wanted |
|---|---|---|
| class right | ${share(b.classes, OUTPUTS)} | 98 % |
| called unclear | ${share(b.unclear, OUTPUTS)} | at most 5 % |
| edge within 1/12 octave | ${share(b.edges.twelfth, b.edges.all)} of ${b.edges.all} | no aim for this mixture |
| edge within 1/4 octave | ${share(b.edges.quarter, b.edges.all)} | 90 % |
| edge within 1/3 octave | ${share(b.edges.third, b.edges.all)} | 95 % |
| order right | ${share(b.edges.order, b.edges.all)} | 95 % |
| distortion: largest error | ${distortion(core, sim).toFixed(3)} points | 0.1 points |

Two outputs in one recording: ${TOGETHER} pairs at each level of noise, their filters matched or not, analogue or digital, equalised,
delays up to 30 ms. The noise is white and lies so far under an output without filters in the band at the corner, where each of
the two is 6 dB down already; further up it lies above.

| Noise | Delay within max(20 us, 0.03 / corner) | Polarity right | unclear | wrong | Delay within twice its stated error, where polarity is told |
|---|---|---|---|---|---|
${t.map((r) => `| ${r.under} dB under | ${share(r.delay, r.n)} | ${share(r.right, r.n)} | ${share(r.unclear, r.n)} | ${share(r.wrong, r.n)} | ${share(r.held, r.stated)} of ${r.stated} |`).join('\n')}
| together | ${share(of('delay'), of('n'))} | ${share(of('right'), of('n'))} | ${share(of('unclear'), of('n'))} | ${share(of('wrong'), of('n'))} | ${share(of('held'), of('stated'))} of ${of('stated')} |
| wanted | 92 % | no aim | 2, 5, 35 % at most | 0.5 % at most | 93 to 97 % |
`;
}
