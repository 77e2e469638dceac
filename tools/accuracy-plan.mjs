// How well Plan works things out: the search against trying everything, predicted sums against true ones, the
// correction, and a table of mistakes that the rules must catch.

const SEARCHES = 200;
const MOST_OUTPUTS = 8;
/** What is tried exhaustively: every subset up to this size, every polarity, trims on this grid. */
const EXHAUSTIVE = { maxInputs: 4, trimRangeDb: 12, trimStepDb: 2 };
/** Cost of an input in the search, dB: part of what both minimise. */
const INPUT_COST_DB = 0.35;
const RATE = 48_000;
const SUMS = 60;
const CURVES = 200;
const CURVE_DB = 8;
const BOOST_DB = 6;
const SECTIONS = 8;
const WITHIN_DB = 1.5;

const FAMILIES = [
  ['butterworth', 2],
  ['butterworth', 3],
  ['linkwitz-riley', 4],
];

/** Outputs of one side with random bands, delays and polarities, and a band that is needed of them. */
function randomCase(core, sim, seed) {
  const random = sim.seededRandom(seed * 97 + 5);
  const count = 3 + Math.floor(random.next() * (MOST_OUTPUTS - 2));
  const filter = (side, cornerHz) => {
    const [family, order] = random.pick(FAMILIES);
    return { side, family, order, cornerHz };
  };
  const inputs = Array.from({ length: count }, (_, i) => {
    const low = 30 * 200 ** random.next();
    const high = low * 2 ** random.between(2, 6);
    const chain = {
      gainDb: random.between(-6, 6),
      filters: [
        ...(low > 45 ? [filter('high-pass', low)] : []),
        ...(high < 15_000 ? [filter('low-pass', high)] : []),
      ],
      peaks: [{ frequencyHz: low * 2, gainDb: random.between(-4, 4), q: 1 }],
      delay: random.next() < 0.3 ? random.between(0, 4e-4) : 0,
      inverted: random.next() < 0.4,
    };
    const h = core.SUM_GRID_HZ.map((hz) => sim.transferAt(chain, hz));
    return {
      id: String(i),
      response: { re: Float64Array.from(h, (v) => v.re), im: Float64Array.from(h, (v) => v.im) },
      passBandDb: chain.gainDb,
      reluctanceDb: 0,
    };
  });
  const lowHz = random.between(60, 150);
  return { inputs, need: { lowHz, highHz: lowHz * 2 ** random.between(3, 7) } };
}

/** Every second point of the needed band, on which both are judged. */
function pointsOf(core, need) {
  const { from, to } = core.gridRange(need);
  return Array.from({ length: (to - from + 2) >> 1 }, (_, i) => from + 2 * i);
}

/** Departure from flat of a sum in the needed band, written apart from the search: rms of the level about its mean, dB. */
function unevenness(re, im) {
  const n = re.length;
  let top = 0;
  for (let k = 0; k < n; k++) top = Math.max(top, re[k] * re[k] + im[k] * im[k]);
  let sum = 0;
  let squares = 0;
  for (let k = 0; k < n; k++) {
    const level = 10 * Math.log10(Math.max(re[k] * re[k] + im[k] * im[k], top * 1e-3));
    sum += level;
    squares += level * level;
  }
  return Math.sqrt(Math.max(0, squares / n - (sum / n) ** 2));
}

/** What parts take from each other, dB: nothing for a sum that keeps their powers to within 1.5 dB. */
function takenAway(re, im, powerOfParts) {
  let power = 0;
  for (let k = 0; k < re.length; k++) power += re[k] * re[k] + im[k] * im[k];
  return Math.max(0, Math.min(24, 10 * Math.log10(powerOfParts / power)) - 1.5);
}

const energy = ({ re, im }) => re.reduce((sum, r, k) => sum + r * r + im[k] * im[k], 0);

/** The best there is on the grid, by trying all of it. */
function tryEverything(inputs, at) {
  const n = at.length;
  const cut = inputs.map(({ response }) => ({
    re: Float64Array.from(at, (i) => response.re[i]),
    im: Float64Array.from(at, (i) => response.im[i]),
  }));
  const energies = cut.map(energy);
  const gains = [];
  for (let db = 0; db >= -EXHAUSTIVE.trimRangeDb; db -= EXHAUSTIVE.trimStepDb) gains.push(10 ** (db / 20));
  const sums = Array.from({ length: EXHAUSTIVE.maxInputs + 1 }, () => ({
    re: new Float64Array(n),
    im: new Float64Array(n),
  }));
  let best = Infinity;
  const descend = (next, size, loudest, parts) => {
    const { re, im } = sums[size];
    const own = sums[size + 1];
    for (let i = next; i < cut.length; i++)
      for (const gain of gains)
        for (const sign of size === 0 ? [1] : [1, -1]) {
          const g = gain * sign;
          for (let k = 0; k < n; k++) {
            own.re[k] = re[k] + g * cut[i].re[k];
            own.im[k] = im[k] + g * cut[i].im[k];
          }
          const top = Math.max(loudest, gain);
          const each = parts + gain * gain * energies[i];
          // Only the differences of trims matter: without an input at 0 dB it is a sum that was tried already.
          if (top === 1) {
            const against = size > 0 ? takenAway(own.re, own.im, each) : 0;
            best = Math.min(best, unevenness(own.re, own.im) + against + INPUT_COST_DB * size);
          }
          if (size + 1 < EXHAUSTIVE.maxInputs) descend(i + 1, size + 1, top, each);
        }
  };
  descend(0, 0, 0, 0);
  return best;
}

function searches(core, sim) {
  const behind = [];
  for (let seed = 1; seed <= SEARCHES; seed++) {
    const { inputs, need } = randomCase(core, sim, seed);
    const at = pointsOf(core, need);
    const [found] = core.chooseOutputs(inputs, need, { maxInputs: 4, trimRangeDb: 12, keep: 1 });
    const sum = core.sumResponses(
      found.taps.map((t) => ({ ...t, response: inputs[Number(t.id)].response })),
      core.SUM_GRID_HZ,
    );
    const cut = ({ re, im }) => ({
      re: Float64Array.from(at, (i) => re[i]),
      im: Float64Array.from(at, (i) => im[i]),
    });
    const there = cut(sum);
    const each = found.taps.reduce(
      (power, t) => power + 10 ** (t.gainDb / 10) * energy(cut(inputs[Number(t.id)].response)),
      0,
    );
    const own =
      unevenness(there.re, there.im) +
      (found.taps.length > 1 ? takenAway(there.re, there.im, each) : 0) +
      INPUT_COST_DB * (found.taps.length - 1);
    behind.push(own - tryEverything(inputs, at));
  }
  return behind;
}

/** rms of predicted against true sums of two outputs that were recorded together, in 1/6-octave bands, dB. */
function recordedSums(core, sim) {
  const source = core.pinkNoise(2 ** 19, RATE, -16, 11);
  let sum = 0;
  let points = 0;
  for (let seed = 1; seed <= SUMS; seed++) {
    const random = sim.seededRandom(seed * 53 + 9);
    const corner = 150 * 20 ** random.next();
    const filter = (side, cornerHz) => {
      const [family, order] = random.pick(FAMILIES);
      return { side, family, order, cornerHz };
    };
    const chain = (side, delay) => ({
      gainDb: random.between(-4, 4),
      filters: [filter(side, corner * random.between(0.8, 1.25))],
      peaks: [
        {
          frequencyHz: corner * random.between(0.4, 2.5),
          gainDb: random.between(-5, 5),
          q: random.between(0.8, 2),
        },
      ],
      delay,
      inverted: random.next() < 0.5,
    });
    const chains = [chain('low-pass', 0), chain('high-pass', random.between(-1e-3, 1e-3))];
    const samples = sim.recordPeriod(source, chains, { sampleRate: RATE, noiseDb: -62, seed });
    const recording = new core.Recording(RATE, 2, 'pink');
    for (let i = 0; i < samples[0].length; i += 65_536)
      recording.push(samples.map((c) => c.subarray(i, i + 65_536)));
    const { channels, common, aligned } = recording.result();
    const analyses = channels.map((c) =>
      core.analyseResponse(c.bands, { noiseTiltDb: core.WHITE_NOISE_TILT_DB }),
    );
    const between = core.betweenOutputs({ spectrum: common, aligned, analyses });
    const joined = core.joinPhases(
      analyses.map((a, i) => ({ id: String(i), response: core.outputResponse(a, false).response })),
      [
        {
          firstId: '0',
          secondId: '1',
          frequencyHz: between.ratio.frequencyHz,
          phaseDeg: between.ratio.phaseDeg,
          delay: between.delay,
          polarity: between.polarity,
        },
      ],
    );
    const parts = ['0', '1'].map((id) => ({
      response: joined.get(id).response,
      inverted: false,
      gainDb: 0,
    }));
    const predicted = core.levelOf(core.sumResponses(parts));
    const truths = core.SUM_GRID_HZ.map((hz) => chains.map((c) => sim.transferAt(c, hz)));
    const truth = truths.map((h) => Math.hypot(h[0].re + h[1].re, h[0].im + h[1].im));
    const most = truths.map((h) => h.reduce((s, v) => s + Math.hypot(v.re, v.im), 0));
    // Levels of a recording are relative to its input: the pass band of the truth is taken as the reference.
    const offsets = [];
    const kept = [];
    for (let i = 0; i + 1 < truth.length; i += 2) {
      if (truth[i] < most[i] / 2 || truth[i + 1] < most[i + 1] / 2) continue;
      const both = (levels) => 10 * Math.log10((10 ** (levels[0] / 10) + 10 ** (levels[1] / 10)) / 2);
      const found = both([predicted[i], predicted[i + 1]]);
      const true_ = both([20 * Math.log10(truth[i]), 20 * Math.log10(truth[i + 1])]);
      offsets.push(found - true_);
      kept.push(found - true_);
    }
    const middle = offsets.sort((a, b) => a - b)[offsets.length >> 1];
    for (const k of kept) sum += (k - middle) ** 2;
    points += kept.length;
  }
  return Math.sqrt(sum / points);
}

/** Factory curves of +-8 dB: how many come within +-1.5 dB, and the most sections that took. */
function corrections(core, sim) {
  let right = 0;
  let sections = 0;
  const worst = [];
  for (let seed = 1; seed <= CURVES; seed++) {
    const random = sim.seededRandom(seed * 41 + 3);
    const need = { lowHz: 60, highHz: 16_000 };
    const peaks = Array.from({ length: 3 + Math.floor(random.next() * 4) }, () => ({
      frequencyHz: 70 * 200 ** random.next(),
      gainDb: random.between(-8, 8),
      q: random.between(0.6, 3),
    }));
    const chain = { gainDb: 0, filters: [], peaks, delay: 0, inverted: false };
    const raw = core.SUM_GRID_HZ.map((hz) => {
      const h = sim.transferAt(chain, hz);
      return 20 * Math.log10(Math.hypot(h.re, h.im));
    });
    const { from, to } = core.gridRange(need);
    const inBand = raw.slice(from, to + 1);
    const [top, bottom] = [Math.max(...inBand), Math.min(...inBand)];
    const level = raw.map((l) => ((l - (top + bottom) / 2) * 2 * CURVE_DB) / (top - bottom));
    const found = core.correctSum(level, need, { sections: SECTIONS, boostLimitDb: BOOST_DB });
    sections = Math.max(sections, found.sections.length);
    const smooth = (levels, i) => 10 * Math.log10((10 ** (levels[i] / 10) + 10 ** (levels[i + 1] / 10)) / 2);
    const middle = [...level.slice(from, to + 1)].sort((a, b) => a - b)[(to - from) >> 1];
    const counted = [];
    for (let i = from; i < to; i++)
      if (smooth(level, i) > middle - BOOST_DB) counted.push(smooth(found.levelDb, i));
    const within = (Math.max(...counted) - Math.min(...counted)) / 2;
    worst.push(within);
    if (within <= WITHIN_DB) right++;
  }
  worst.sort((a, b) => a - b);
  return { right, sections, median: worst[CURVES >> 1], most: worst[CURVES - 1] };
}

/** Every mistake with the rule that must catch it, and the same plan done right, entered as records and read as every job is. */
function hazards(sim) {
  return sim.HAZARDS.map((hazard) => ({
    ...hazard,
    rejected: sim.against(hazard, 'wrong').includes(hazard.rule),
    accepted: sim.against(hazard, 'right').length === 0,
  }));
}

/** Every job of `plan/cases` with what is not as an experienced installer decides it. */
async function jobs() {
  const { faultsOf, inputOf, JOB_CASES } = await import('../packages/core/dist/plan/cases/index.js');
  return JOB_CASES.map((job) => ({ ...job, faults: faultsOf(job, inputOf(job)) }));
}

/** The accuracy table of Plan as Markdown. */
export async function planAccuracy(core, sim) {
  const behind = searches(core, sim).sort((a, b) => a - b);
  const near = behind.filter((b) => b <= 0.2).length;
  const recorded = recordedSums(core, sim);
  const eq = corrections(core, sim);
  const table = hazards(sim);
  const decided = await jobs();
  const yes = (v) => (v ? 'yes' : 'NO');
  return `## Plan

The search against trying everything: ${SEARCHES} random cases of 3 to ${MOST_OUTPUTS} outputs with random bands, delays and polarities;
tried are all subsets of up to ${EXHAUSTIVE.maxInputs}, all polarities, trims of 0 to -${EXHAUSTIVE.trimRangeDb} dB by ${EXHAUSTIVE.trimStepDb} dB. The search itself moves trims by 0.5 dB over
the same range and, where a device has them, delays by 0.32, 0.08 and 0.021 ms and all-pass corners by half an octave.
${SUMS} pairs of outputs recorded together (10.9 s of pink noise, noise 46 dB under it, up to 1 ms apart), their sum predicted from
the measured ratio. ${CURVES} factory curves of ±${CURVE_DB} dB made of three to six peaking sections.

| What | Found | Wanted |
|---|---|---|
| search within 0.2 dB of the best of all | ${near} of ${SEARCHES} (median ${behind[SEARCHES >> 1].toFixed(2)}, worst ${behind[SEARCHES - 1].toFixed(2)} dB) | all |
| sums of outputs recorded together, 1/6 octave, rms | ${recorded.toFixed(2)} dB | 0.5 dB |
| correction brings ±${CURVE_DB} dB within ±${WITHIN_DB} dB, at most ${SECTIONS} sections (used: up to ${eq.sections}) | ${eq.right} of ${CURVES} (median ±${eq.median.toFixed(2)}, worst ±${eq.most.toFixed(2)} dB) | all |
| jobs decided as an experienced installer decides them (\`packages/core/src/plan/cases\`) | ${decided.filter((j) => j.faults.length === 0).length} of ${decided.length} | all |
| hazardous plans rejected by the rule named for them | ${table.filter((h) => h.rejected).length} of ${table.length} | all of 100 |
| the same plans done right, accepted | ${table.filter((h) => h.accepted).length} of ${table.length} | all of 100 |

| Mistake | Rule | Rejected | Done right: accepted |
|---|---|---|---|
${table.map((h) => `| ${h.what} (${h.car}) | ${h.rule} | ${yes(h.rejected)} | ${yes(h.accepted)} |`).join('\n')}

| Job | Decided right | Why |
|---|---|---|
${decided.map((j) => `| ${j.id.replaceAll('-', ' ')} | ${j.faults.length === 0 ? 'yes' : `NO: ${j.faults.join('; ')}`} | ${j.why} |`).join('\n')}
`;
}
