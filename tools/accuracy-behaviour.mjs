// How well behaviour over volume is told: bass that goes, the clean maximum, the law of the level.

const SYSTEMS = 300;
const STAGES = 60;
/** A loss this near the limit may be called either way: the scatter of the measurements, dB. */
const EITHER_WAY_DB = 0.3;
const LOSS_DB = 1.5;
const LIMIT = 0.01;

function bass(core, sim) {
  const sum = { systems: 0, withdrawn: 0, right: 0, named: 0, depths: [] };
  for (let seed = 1001; seed <= 1000 + SYSTEMS; seed++) {
    const known = sim.variedBass(seed);
    const at = (responses) =>
      responses.map((r, i) => ({
        step: known.steps[i],
        analysis: core.quickAnalysis(r),
        inVolts: false,
      }));
    const found = core.bassWithdrawal(at(known.responses), { name: 'Mid', responses: at(known.mid) }, null);
    const carried = core.BASS_OCTAVES_HZ.filter((_, o) => found.steps[0].db[o] !== null);
    const lost = known.steps.map((_, s) => Math.min(...carried.map((hz) => known.lostDb(hz)[s])));
    if (lost.some((db) => Math.abs(db + LOSS_DB) < EITHER_WAY_DB)) continue;
    sum.systems++;
    const first = lost.findIndex((db) => db < -LOSS_DB);
    if (first >= 0) sum.withdrawn++;
    const named = found.begins ? known.steps.indexOf(found.begins.by) : -1;
    if (named === first) sum.right++;
    core.BASS_OCTAVES_HZ.forEach((hz, o) => {
      const top = found.steps.at(-1)?.db[o];
      if (typeof top === 'number') sum.depths.push(top - known.lostDb(hz).at(-1));
    });
  }
  return sum;
}

function clean(core, sim) {
  let right = 0;
  let volts = 0;
  for (let seed = 1001; seed <= 1000 + STAGES; seed++) {
    const { tones, cleanStep, cleanVolts } = sim.measuredClean(sim.variedClean(seed), LIMIT);
    const found = core.cleanMaximum(tones, true, 0.0001);
    if (found.at?.volumeStep === cleanStep) right++;
    volts = Math.max(volts, Math.abs(20 * Math.log10((found.at?.volts ?? 1e-9) / cleanVolts)));
  }
  return { right, volts };
}

/** The accuracy table of behaviour as Markdown. */
export function behaviourAccuracy(core, sim) {
  const share = (part, all) => `${((100 * part) / all).toFixed(1)} %`;
  const b = bass(core, sim);
  const c = clean(core, sim);
  const depths = b.depths.map(Math.abs).sort((x, y) => x - y);
  const at = (q) => depths[Math.floor(q * (depths.length - 1))].toFixed(2);
  return `## Behaviour over volume

${SYSTEMS} simulated systems (\`packages/core/src/carsim/varied-behaviour.ts\`), full-range, woofer and subwoofer outputs at five steps, a mid
output recorded beside them, 0.4 dB scatter, noise 40 dB under the pass band; one in four withdraws no bass. Systems with a true loss
within ${EITHER_WAY_DB} dB of the limit at any step are left out, since either answer is right there. ${STAGES} output stages that bend near their supply,
tones at seven steps; the true distortion is summed from one period of the bent sine.

| What | Found | Wanted |
|---|---|---|
| bass: first step with a loss named rightly, or none | ${share(b.right, b.systems)} of ${b.systems} (${b.withdrawn} withdraw) | no aim |
| bass: error of the loss in an octave, median / 95 % | ${at(0.5)} / ${at(0.95)} dB | no aim |
| clean maximum: step right | ${share(c.right, STAGES)} | no aim |
| clean maximum: largest error of its volts | ${c.volts.toFixed(2)} dB | no aim |
`;
}
