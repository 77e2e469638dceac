// How true Find is on circuits: wires as sources behind resistances, read by somebody with an own order of work. No rate
// of wiring, scatter or slips is shared with the estimator; what it states was set on circuits before these.

const FIRST = 200_001;
const CARS = 3000;
const SLIPS = 0.02;
const EARS = 0.02;
/** Share of the routine that is read, from a hurry to all of it. */
const SHARES = [0.35, 0.6, 1];
const LEAST_CASES = 200;

const percent = (part, all) => (all === 0 ? '-' : `${((100 * part) / all).toFixed(1)} %`);
const same = (a, b) => JSON.stringify(a) === JSON.stringify(b);

/** Counts of one kind of finding: how many are settled and wrong, and stated against true by bins. */
class Kind {
  all = 0;
  settled = 0;
  wrong = 0;
  bins = Array.from({ length: 10 }, () => [0, 0, 0]);

  add({ probability, state }, right) {
    this.all++;
    if (state === 'settled') this.settled++;
    if (state === 'settled' && !right) this.wrong++;
    const bin = this.bins[Math.min(9, Math.floor(probability * 10))];
    bin[0]++;
    bin[1] += probability;
    bin[2] += right;
  }
}

function read(core, sim, share) {
  const kinds = { role: new Kind(), pair: new Kind(), polarity: new Kind(), channel: new Kind() };
  let readings = 0;
  let open = 0;
  for (let n = FIRST; n < FIRST + CARS; n++) {
    const car = sim.circuitCar(n);
    const taken = sim.readCircuit(car, { share, slips: SLIPS, ears: EARS });
    readings += taken.length;
    const { map } = core.mapHarness(sim.circuitInput(car, taken));
    for (const c of map.cavities) {
      const { part } = car.wires[+c.cavityId];
      kinds.role.add(c, sim.rolesOf(part).includes(c.role));
      open += ['antenna', 'illumination', 'bus-wire', 'mute'].includes(part) && c.state !== 'settled';
    }
    for (const p of map.pairs) {
      const ends = [+p.plusCavityId, +p.minusCavityId];
      const truth = car.pairs.find((t) => ends.includes(t.plus) && ends.includes(t.minus));
      kinds.pair.add(p, truth?.kind === p.kind);
      if (!truth?.channel) continue;
      kinds.polarity.add(p.polarity, truth.plus === +p.plusCavityId);
      if (p.channel) kinds.channel.add(p.channel, same(truth.channel, p.channel.channel));
    }
  }
  return { share, kinds, each: readings / kinds.role.all, open };
}

const AIMS = { role: '0.5 %', pair: '1 %', polarity: 'no aim', channel: '1.5 %' };
const NAMES = { role: 'roles', pair: 'pairs', polarity: 'polarities', channel: 'channels' };

/** The part of Find's accuracy that circuits show, as Markdown. */
export function circuitsAccuracy(core, sim) {
  const runs = SHARES.map((share) => read(core, sim, share));
  const rows = Object.keys(NAMES).map((kind) => {
    const cells = runs.map(
      ({ kinds: { [kind]: k } }) =>
        `${percent(k.settled, k.all)}, wrong ${percent(k.wrong, k.settled)} of ${k.settled}`,
    );
    return `| ${NAMES[kind]} | ${cells.join(' | ')} | ${AIMS[kind]} |`;
  });
  const bins = Object.keys(NAMES).flatMap((kind) =>
    runs[0].kinds[kind].bins.flatMap((_, bin) => {
      const [n, said, was] = runs
        .map((r) => r.kinds[kind].bins[bin])
        .reduce((s, b) => s.map((v, i) => v + b[i]), [0, 0, 0]);
      return n < LEAST_CASES
        ? []
        : [
            `| ${kind} | ${bin * 10} to ${bin * 10 + 10} % | ${n} | ${percent(said, n)} | ${percent(was, n)} |`,
          ];
    }),
  );
  return `### Circuits

${CARS} radios and amplifiers as circuits (\`packages/core/src/carsim/circuits\`), numbered from ${FIRST.toLocaleString('en')} on: every wire a source behind
a resistance, with lamps on a dimmer, antenna feeds, single-wire buses, microphones with bias and shield, sleeping outputs, floating wires,
two vehicles in fifty with 24 V; pairs scattered over their plug in up to a third of the cases; ${100 * SLIPS} % slips, ${100 * EARS} % of tones heard in
the wrong corner. Read with three shares of the routine: ${runs.map((r) => r.each.toFixed(1)).join(', ')} readings a wire. Settled, and how many of
those are wrong:

| Settled | ${runs.map((r) => `${r.each.toFixed(1)} readings a wire`).join(' | ')} | Wanted: wrong at most |
|---|---|---|---|---|
${rows.join('\n')}

Of the wires that nobody can tell by a meter alone (illumination, antenna feed, single-wire bus, mute) ${runs.map((r) => r.open).join(', ')} stay open.

Stated probability against how often it was right, over the three shares, bins with ${LEAST_CASES} cases or more:

| Of | Stated | Cases | Mean stated | Right |
|---|---|---|---|---|
${bins.join('\n')}
`;
}
