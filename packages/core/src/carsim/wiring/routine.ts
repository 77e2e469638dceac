import { type Conditions, START_CONDITIONS } from '../../model/conditions.ts';
import type { Instrument, Observation } from '../../readings/index.ts';
import { faceOf } from '../../harness/layout.ts';
import type { HarnessInput, HarnessReading } from '../../harness/harness-input.ts';
import type { SimulatedHand } from './meter.ts';
import type { SimulatedWiring } from './wiring.ts';

export const OFF: Conditions = START_CONDITIONS;
export const IGNITION_ON: Conditions = { ...START_CONDITIONS, ignition: 'on' };
export const RADIO_ON: Conditions = { ...START_CONDITIONS, ignition: 'on', radio: 'on' };
export const PLAYING: Conditions = { ...RADIO_ON, sound: 'playing', volumeStep: 18 };

/** Cavities of a simulated car by the ids that the estimator sees: their index as text. */
export function harnessOf(wiring: SimulatedWiring, readings: HarnessReading[]): HarnessInput {
  return {
    connectors: wiring.connectors.map(({ unit, fields }, connector) => ({
      id: `c${connector}`,
      unitId: `u${unit}`,
      name: fields.name,
      drivable: true,
      locked: false,
      cavities: faceOf(fields).places.flatMap(({ number, x, row }) => {
        const index = wiring.cavities.findIndex((c) => c.connector === connector && c.number === number);
        return wiring.cavities[index].wire === null ? [] : [{ id: String(index), number, x, row }];
      }),
    })),
    readings,
    sheets: wiring.sheet
      ? [
          {
            id: 's1',
            name: wiring.sheet.name,
            chosenVariant: null,
            claims: wiring.sheet.rows.map((row) => ({ ...row, cavityId: String(row.cavity) })),
          },
        ]
      : [],
    tools: ['meter', 'battery', 'tone', 'tester', 'test-speaker'],
  };
}

/**
 * Every cavity in order, as a careful person without advice does it: look, volts with everything off, with the
 * ignition on and with the radio on, ohms to ground where no feed was read; then every two neighbours: resistance and a tone, the cone where one was heard; where radio signals may
 * be, AC volts, the four steps of balance and fader, and the polarity tester. Only what was read decides.
 */
export function inOrder(wiring: SimulatedWiring, hand: SimulatedHand): HarnessReading[] {
  const readings: HarnessReading[] = [];
  const take = (instrument: Instrument, a: number, b: number | null, conditions: Conditions) => {
    const { observation } = hand.take(instrument, a, b, conditions);
    readings.push({
      id: `r${readings.length}`,
      cavityId: String(a),
      otherCavityId: b === null ? null : String(b),
      observation,
      conditions,
    });
    return observation;
  };
  const places = wiring.connectors.map((c) => faceOf(c.fields).places);
  const wires = wiring.cavities.flatMap((c, i) => (c.wire === null ? [] : [i]));
  const fed = new Set<number>();
  for (const i of wires) {
    take('seen', i, null, OFF);
    for (const conditions of [OFF, IGNITION_ON, RADIO_ON]) {
      const o = take('dc', i, null, conditions);
      if (o.kind === 'dc' && o.volts !== null && o.volts > 9) fed.add(i);
    }
    if (!fed.has(i)) take('ohms', i, null, OFF);
  }
  const spot = (i: number) => places[wiring.cavities[i].connector][wiring.cavities[i].number - 1];
  const onOnePlug = (i: number, j: number) => wiring.cavities[i].connector === wiring.cavities[j].connector;
  const beside = (i: number, j: number) =>
    onOnePlug(i, j) && Math.abs(spot(i).x - spot(j).x) + Math.abs(spot(i).row - spot(j).row) === 1;
  const done = new Set<number>();
  const unsure = (o: Observation) =>
    (o.kind === 'tone' && o.word === 'unsure') || (o.kind === 'cone' && o.moves === 'unsure');
  /** once more where nothing could be told */
  const sure = (instrument: Instrument, a: number, b: number, conditions: Conditions) => {
    const first = take(instrument, a, b, conditions);
    return unsure(first) ? take(instrument, a, b, conditions) : first;
  };
  const heard = new Map<string, [number, number][]>();
  const speaker = (i: number, j: number) => {
    take('ohms', i, j, OFF);
    const tone = sure('tone', i, j, OFF);
    if (tone.kind !== 'tone' || tone.places.length === 0) return;
    sure('cone', i, j, OFF);
    const place = JSON.stringify(tone.places);
    heard.set(place, [...(heard.get(place) ?? []), [i, j]]);
    done.add(i).add(j);
  };
  const signal = (i: number, j: number) => {
    const ac = take('ac', i, j, PLAYING);
    if (ac.kind !== 'ac' || (ac.volts ?? 0) < 0.05) return;
    const cone = sure('cone', i, j, PLAYING);
    if (cone.kind !== 'cone' || (cone.moves !== 'out' && cone.moves !== 'in')) return;
    for (const steer of [
      { balance: 'left' },
      { balance: 'right' },
      { fader: 'front' },
      { fader: 'rear' },
    ] as const)
      take('ac', i, j, { ...PLAYING, ...steer });
    done.add(i).add(j);
  };
  for (const test of [speaker, signal]) {
    for (const near of [beside, (i: number, j: number) => onOnePlug(i, j) && !beside(i, j)]) {
      for (const i of wires)
        for (const j of wires)
          if (j > i && near(i, j) && ![i, j].some((k) => fed.has(k) || done.has(k))) test(i, j);
    }
  }
  // A wire on which nothing was found yet is watched once more while its unit plays.
  for (const i of wires) if (!fed.has(i) && !done.has(i)) take('ac', i, null, { ...PLAYING, plug: 'seated' });
  // Two pairs heard at the same place: listen again to both.
  for (const twice of heard.values())
    if (twice.length > 1) for (const [i, j] of twice) take('tone', i, j, OFF);
  return readings;
}
