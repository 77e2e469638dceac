import type { FinishedCar } from '../../model/finished-car.ts';
import type { Proposal } from '../../model/plan.ts';
import { factorySystemOf } from '../facts/factory-system.ts';
import type { PlanInput } from '../facts/plan-input.ts';
import { finishedDevices } from './devices.ts';
import { finishedOutputs } from './outputs.ts';
import { finishedSounds } from './sounds.ts';
import { type Driving, finishedSpeakers } from './speakers.ts';
import { finishedSupply } from './supply.ts';
import { type BuiltPlan, channelsOf, factoryDrivers, takenWires } from './wires.ts';

/** The car with everything in its place, before fuse and cable are chosen for what it draws. */
export function builtCar(input: PlanInput, plan: BuiltPlan): Omit<FinishedCar, 'supply'> {
  const system = factorySystemOf(input);
  const channels = channelsOf(input.targets);
  const devices = finishedDevices(input, plan, channels);
  const bypassed = plan.setup?.factoryAmplifier === 'removed' || plan.setup?.factoryAmplifier === 'node';
  const silent = bypassed || system.amplifierFailed;
  const silenced = new Set(input.pairs.filter((p) => silent && p.unitKind !== 'radio').map((p) => p.id));
  const fed = channels.filter((c) => devices.sourceOf(c) !== null);
  const driving: Driving = {
    system,
    proposal: plan,
    channels,
    devices,
    taken: takenWires(fed, plan, system),
    plays: (pairId) => !silenced.has(pairId),
  };
  const factory = factoryDrivers(system);
  const speakers = finishedSpeakers(factory, driving);
  const outputs = finishedOutputs(speakers, driving, bypassed);
  const car = { outputs, speakers, devices: devices.devices };
  return { ...car, sounds: finishedSounds(system, factory, car) };
}

/**
 * The car as it is when a way in has been built: what every factory output drives, what drives every speaker, which
 * device takes which signal. A plan that was kept with its car has that one; an older one is built from what it says.
 *
 * @param plan worked out from the same input
 */
export function finishedCar(
  input: PlanInput,
  plan: BuiltPlan & Pick<Proposal, 'setup'> & { car?: Proposal['car'] },
): FinishedCar {
  if (plan.car) return plan.car;
  const car = builtCar(input, plan);
  return { ...car, supply: finishedSupply(car.devices, plan.setup?.supply ?? null, input) };
}
