// Simulated cars changed at random: what a person may find in another car of the kind, or want of it.

const STAGES = ['bridge', 'single-ended', 'unknown'];

export function randomCar(sim, seed) {
  const random = sim.seededRandom(seed * 104_729);
  const car = structuredClone(sim.DEMO_CARS[seed % sim.DEMO_CARS.length]);
  for (const unit of car.units)
    for (const output of unit.outputs) {
      const { pair, chain } = output;
      if (random.next() < 0.3) {
        chain.inverted = !chain.inverted;
        pair.statedPolarity = chain.inverted ? 'reversed' : 'normal';
      }
      if (pair.stage !== 'line' && random.next() < 0.4) pair.stage = random.pick(STAGES);
      // Minus before plus.
      if (random.next() < 0.3) {
        const [plug, plus, minus] = output.at;
        output.at = [plug, minus, plus];
        output.wires.reverse();
      }
    }
  const kept = car.targets.filter(() => random.next() < 0.75);
  car.targets = kept.length > 0 ? kept : car.targets.slice(0, 1);
  return car;
}
