import type { FinishedCar, FinishedOutput, FinishedSpeaker } from '../../model/finished-car.ts';
import type { Proposal } from '../../model/plan.ts';
import { isLine, voltsAt } from '../complete-feed.ts';
import { factorySystemOf } from '../context.ts';
import type { PlanInput } from '../plan-input.ts';
import { finishedDevices } from './devices.ts';
import { type Driving, finishedSpeakers } from './speakers.ts';
import { channelsOf, factoryDrivers, partedBy, takenWires } from './wires.ts';

/**
 * The car as it is when a way in has been built: what every factory output drives, what drives every speaker, which
 * device takes which signal.
 *
 * @param proposal worked out from the same input
 */
export function finishedCar(input: PlanInput, proposal: Proposal): FinishedCar {
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
  const speakers = finishedSpeakers(factoryDrivers(system), driving);
  return {
    outputs: input.pairs.map((pair) => finishedOutput(pair, speakers, driving, bypassed)),
    speakers,
    devices: devices.devices,
  };
}

function finishedOutput(
  pair: PlanInput['pairs'][number],
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
  const load = proposal.feeds
    .flatMap((f) => f.taps.map((t, i) => ({ pairId: t.pairId, load: f.loads[i] })))
    .find((t) => t.pairId === pair.id)?.load;
  const line = isLine(pair, system);
  const carSide = taken.get(pair.id);
  const replaced = coils.length === 0 && !line && plays(pair.id);
  const cutOff = carSide !== undefined || (line && bypassed && inputs.length > 0);
  const tapped = inputs.length > 0 && proposal.setup?.joining === 'cut';
  return {
    pairId: pair.id,
    plays: plays(pair.id),
    drives: {
      coils,
      inputs,
      resistor: replaced && load?.kind === 'resistor' ? { ohm: load.ohm, watts: load.watts } : null,
      factoryAmplifier: line && !bypassed,
    },
    parted:
      cutOff || tapped
        ? { by: partedBy(proposal), carSide: carSide ? devices.sourceOf(carSide) : null }
        : null,
    volts: voltsAt(pair, proposal.setup?.loudestStep ?? 1, system),
  };
}
