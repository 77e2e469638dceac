import type { Equipment, TurnOnStep } from '../../model/plan.ts';
import type { Setup } from '../../model/setup.ts';
import type { PlanContext } from '../facts/context.ts';

const SOURCE_WORD: Record<Setup['turnOn']['by'], string> = {
  sensing: 'Signal at the inputs',
  offset: 'DC offset of the outputs',
  accessory: 'Accessory feed',
  'factory-remote': 'Factory remote lead',
  constant: 'Permanent feed',
};

/** The chain of waking, each step with its time: what makes noise wakes last and sleeps first. */
export function turnOnSteps(
  setup: Setup,
  equipment: readonly Equipment[],
  { input }: PlanContext,
): TurnOnStep[] {
  const { by, relay, delaySeconds } = setup.turnOn;
  const { places } = input.harness;
  const place = by === 'factory-remote' ? places.remote : by === 'accessory' ? places.switched : undefined;
  const devices = equipment.filter((e) => e.kind !== 'amplifier' && e.kind !== 'passive-converter');
  const steps: TurnOnStep[] = [
    {
      name: SOURCE_WORD[by],
      atSeconds: 0,
      says: place
        ? `at ${place.place}${place.measured ? '' : ', as the sheet claims'}`
        : by === 'accessory' || by === 'factory-remote'
          ? 'its wire is still to be found'
          : 'from the tapped outputs',
    },
  ];
  if (relay)
    steps.push({ name: 'Relay', atSeconds: 0.1, says: 'with a suppression diode; it spares the source' });
  for (const device of devices)
    steps.push({
      name:
        device.name ??
        (device.kind === 'processor' ? 'Processor' : device.kind === 'converter' ? 'Converter' : 'Interface'),
      atSeconds: by === 'sensing' ? 0.5 : 0.2,
      says: 'turns on first',
    });
  steps.push({
    name: 'Amplifiers',
    atSeconds: devices.length > 0 ? Math.max(0.5, delaySeconds) : 0.5,
    says: devices.length > 0 ? 'after it, from its remote output: no thump' : 'with the source',
  });
  return steps;
}
