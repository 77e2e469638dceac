import type { FinishedCar, FinishedOutput, FinishedSpeaker } from '../../model/finished-car.ts';
import { loadResistor } from '../../load/load-resistor.ts';
import { isLine, sensesLoad, voltsAt } from '../complete-feed.ts';
import { type FactorySystem, factorySystemOf } from '../context.ts';
import type { PlanInput, PlanPair } from '../plan-input.ts';
import { finishedDevices } from './devices.ts';
import { finishedSounds } from './sounds.ts';
import { type Driving, finishedSpeakers } from './speakers.ts';
import { type BuiltPlan, channelsOf, factoryDrivers, interceptedBy, takenWires } from './wires.ts';

/**
 * The car as it is when a way in has been built: what every factory output drives, what drives every speaker, which
 * device takes which signal.
 *
 * @param proposal worked out from the same input
 */
export function finishedCar(input: PlanInput, proposal: BuiltPlan): FinishedCar {
  const system = factorySystemOf(input);
  const channels = channelsOf(input.targets);
  const devices = finishedDevices(input, proposal, channels);
  const bypassed =
    proposal.setup?.factoryAmplifier === 'removed' || proposal.setup?.factoryAmplifier === 'node';
  const silenced = new Set(input.pairs.filter((p) => bypassed && p.unitKind !== 'radio').map((p) => p.id));
  const fed = channels.filter((c) => devices.sourceOf(c) !== null);
  const driving: Driving = {
    system,
    proposal,
    channels,
    devices,
    taken: takenWires(fed, proposal, system),
    plays: (pairId) => !silenced.has(pairId),
  };
  const factory = factoryDrivers(system);
  const speakers = finishedSpeakers(factory, driving);
  const outputs = input.pairs.map((pair) => finishedOutput(pair, speakers, driving, bypassed));
  const car = { outputs, speakers, devices: devices.devices };
  return { ...car, sounds: finishedSounds(system, factory, car) };
}

/**
 * The resistor in the place of a speaker that is gone. What is tapped has its load from its feed; an output that nobody
 * uses any more gets one where its unit was seen to watch its loads, unless a person says otherwise.
 */
function resistorOf(
  pair: PlanPair,
  tapped: boolean,
  maxVolts: number,
  { feeds, changes }: BuiltPlan,
  system: FactorySystem,
): { ohm: number | null; watts: number | null } | null {
  if (tapped) {
    const own = feeds.find((f) => f.taps.some((t) => t.pairId === pair.id))!;
    const load = own.loads[own.taps.findIndex((t) => t.pairId === pair.id)];
    return load?.kind === 'resistor' ? { ohm: load.ohm, watts: load.watts } : null;
  }
  const chosen = changes.loads.find((l) => l.pairId === pair.id)?.load;
  if (chosen ? chosen !== 'resistor' : !sensesLoad(pair, system)) return null;
  const { ohm, ratedWatts } = loadResistor(maxVolts);
  return { ohm, watts: ratedWatts };
}

function finishedOutput(
  pair: PlanPair,
  speakers: readonly FinishedSpeaker[],
  { system, proposal, devices, taken, plays }: Driving,
  bypassed: boolean,
): FinishedOutput {
  const coils = speakers.flatMap((s) =>
    s.coils.flatMap(({ source }, coil) =>
      source?.from === 'output' && source.pairId === pair.id ? [{ speakerId: s.id, coil }] : [],
    ),
  );
  const inputs = devices.devices.flatMap((d) =>
    d.inputs.flatMap(({ n, source }) =>
      source.from === 'output' && source.pairId === pair.id ? [{ deviceId: d.id, input: n }] : [],
    ),
  );
  const line = isLine(pair, system);
  const carSide = taken.get(pair.id);
  const volts = voltsAt(pair, proposal.setup?.loudestStep ?? 1, system);
  // Its speaker is gone: what takes the speaker's place, if anything does.
  const bare = coils.length === 0 && !line && plays(pair.id);
  const cutOff = carSide !== undefined || (line && bypassed && inputs.length > 0);
  const tapped = inputs.length > 0 && proposal.setup?.joining === 'cut';
  return {
    pairId: pair.id,
    line,
    plays: plays(pair.id),
    drives: {
      coils,
      inputs,
      resistor: bare ? resistorOf(pair, inputs.length > 0, volts.maxVolts, proposal, system) : null,
      factoryAmplifier: line && !bypassed,
    },
    intercepted:
      cutOff || tapped
        ? { by: interceptedBy(proposal), carSide: carSide ? devices.sourceOf(carSide) : null }
        : null,
    volts,
  };
}
