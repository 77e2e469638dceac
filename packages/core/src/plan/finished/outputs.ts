import type { FinishedDevice, FinishedOutput, FinishedSpeaker } from '../../model/finished-car.ts';
import { LOAD_ENOUGH_OHM, loadResistor } from '../../load/load-resistor.ts';
import type { Load } from '../../model/setup.ts';
import { drivesNoSpeaker, runAwayVoltsOf, sensesLoad, voltsAt } from '../facts/factory-outputs.ts';
import type { PlanPair } from '../facts/plan-input.ts';
import type { Driving } from './speakers.ts';
import { type BuiltPlan, chosenLoad, interceptedBy } from './wires.ts';

/** What every factory output drives afterwards: speakers and inputs as the devices and speakers say it, and its one load. */
export function finishedOutputs(
  speakers: readonly FinishedSpeaker[],
  driving: Driving,
  bypassed: boolean,
): FinishedOutput[] {
  return driving.system.input.pairs.map((pair) => finishedOutput(pair, speakers, driving, bypassed));
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
  const toAmplifier = drivesNoSpeaker(pair, system);
  // In the place of an amplifier that is gone, it drives the speakers itself.
  const line = toAmplifier && coils.length === 0;
  const carSide = taken.get(pair.id);
  const volts = voltsAt(pair, proposal.setup?.loudestStep ?? 1, system);
  const inputOhm = ohmOfInputs(inputs.map((i) => devices.devices.find((d) => d.id === i.deviceId)!));
  const wanted = chosenLoad(proposal, pair.id) ?? keptLoad(pair.id, proposal);
  const load: Load = line
    ? 'inputs'
    : coils.length > 0
      ? 'speaker'
      : plays(pair.id)
        ? loadWithoutSpeaker(wanted, inputs.length > 0, inputOhm, sensesLoad(pair, system))
        : 'none';
  // Until it is fitted and the volts are steady, it has to stand what was read without it.
  const most = Math.max(volts.maxVolts, runAwayVoltsOf(pair, system) ?? 0);
  const resistor = load === 'resistor' ? resistorFor(most) : null;
  const cutOff = carSide !== undefined || (toAmplifier && bypassed && inputs.length + coils.length > 0);
  const tapped = inputs.length > 0 && proposal.setup?.joining === 'cut';
  return {
    pairId: pair.id,
    line,
    plays: plays(pair.id),
    drives: { coils, inputs, resistor, factoryAmplifier: line && !bypassed },
    load,
    loadOhm: load === 'inputs' ? inputOhm : (resistor?.ohm ?? null),
    intercepted:
      cutOff || tapped
        ? { by: interceptedBy(proposal), carSide: carSide ? devices.sourceOf(carSide) : null }
        : null,
    volts,
  };
}

/**
 * What an output works into whose speaker went. One whose unit watches its loads gets what that needs; one that was never
 * tried without its speaker is left without, as an assumption.
 */
function loadWithoutSpeaker(
  wanted: Load | null,
  tapped: boolean,
  inputOhm: number | null,
  senses: boolean,
): Load {
  const possible = wanted === 'resistor' || wanted === 'none' || (wanted === 'inputs' && tapped);
  if (possible) return wanted;
  if (!senses) return 'none';
  return tapped && inputOhm !== null && inputOhm <= LOAD_ENOUGH_OHM ? 'inputs' : 'resistor';
}

/** What a kept plan left an output with, before cars were kept with their plans. */
function keptLoad(pairId: string, { feeds }: BuiltPlan): Load | null {
  const feed = feeds.find((f) => f.taps.some((t) => t.pairId === pairId));
  return feed?.loads[feed.taps.findIndex((t) => t.pairId === pairId)]?.kind ?? null;
}

/** Speaker-level inputs in parallel, ohm; null: none states its own. */
function ohmOfInputs(devices: readonly FinishedDevice[]): number | null {
  const stated = devices.flatMap((d) => d.entry?.speakerInput?.ohm ?? []);
  return stated.length === 0 ? null : 1 / stated.reduce((sum, ohm) => sum + 1 / ohm, 0);
}

function resistorFor(maxVolts: number): { ohm: number; watts: number } {
  const { ohm, ratedWatts } = loadResistor(maxVolts);
  return { ohm, watts: ratedWatts };
}
