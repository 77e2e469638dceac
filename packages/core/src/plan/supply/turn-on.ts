import type { FinishedCar, FinishedDevice } from '../../model/finished-car.ts';
import type { TurnOnStep } from '../../model/plan.ts';
import type { Setup } from '../../model/setup.ts';
import type { PlanContext } from '../facts/context.ts';

const SOURCE_WORD: Record<Setup['turnOn']['by'], string> = {
  sensing: 'Signal at the inputs',
  offset: 'DC offset of the outputs',
  accessory: 'Accessory feed',
  'factory-remote': 'Factory remote lead',
  constant: 'Permanent feed',
};

/** After its source, s: an input that senses takes longer to be sure than a lead. */
const FIRST = { sensing: 0.5, lead: 0.2 };
/** No amplifier wakes earlier, s. */
const AMPLIFIER = 0.5;

/** The chain of waking, each step with its time: what makes noise wakes last and sleeps first. */
export function turnOnSteps(
  { turnOn }: Setup,
  { devices }: Pick<FinishedCar, 'devices'>,
  { input }: PlanContext,
): TurnOnStep[] {
  const { by, relay, delaySeconds } = turnOn;
  const atOnce = devices.filter((d) => typeof d.wokenBy === 'string' && d.wokenBy !== 'nothing');
  const isAmplifier = (d: FinishedDevice) => d.kind === 'amplifier';
  const behind = devices.filter((d) => typeof d.wokenBy !== 'string');
  const delay = devices.find((d) => d.kind === 'remote-delay' && d.wokenBy !== 'nothing');
  const first = behind.length > 0 ? 'turns on first' : 'with the source';
  return [
    { part: 'source', name: SOURCE_WORD[by], atSeconds: 0, says: whereOf(turnOn, input.harness.places) },
    ...(relay
      ? [
          {
            part: 'relay' as const,
            name: 'Relay',
            atSeconds: 0.1,
            says: 'with a suppression diode; it spares the source',
          },
        ]
      : []),
    ...step(
      atOnce.filter((d) => !isAmplifier(d) && d !== delay),
      by === 'sensing' ? FIRST.sensing : FIRST.lead,
      first,
    ),
    ...step(atOnce.filter(isAmplifier), AMPLIFIER, 'with the source'),
    ...step(delay ? [delay] : [], FIRST.lead, `starts its delay of ${delaySeconds} s`),
    ...step(
      behind.filter((d) => d !== delay),
      Math.max(AMPLIFIER, delaySeconds),
      delay ? 'after the delay: no thump' : 'after it, from its remote output: no thump',
    ),
  ];
}

type Places = PlanContext['input']['harness']['places'];

/** It is woken over a wire from a source in the car; else by what comes at the inputs, or by nothing. */
export const isWire = (by: Setup['turnOn']['by']): boolean => by === 'accessory' || by === 'factory-remote';

/** Where the wire is that wakes, and whether somebody read it or found it; null: nobody knows. */
export function wirePlace(
  { by, place }: Setup['turnOn'],
  places: Places,
): { at: string; sure: boolean } | null {
  if (place !== '') return { at: place, sure: true };
  const found = by === 'factory-remote' ? places.remote : places.switched;
  return found ? { at: found.place, sure: found.measured } : null;
}

function whereOf(turnOn: Setup['turnOn'], places: Places): string {
  if (turnOn.by === 'constant') return 'live all the time';
  if (!isWire(turnOn.by)) return 'from the tapped outputs';
  const place = wirePlace(turnOn, places);
  return place
    ? `at ${place.at}${place.sure ? '' : ', as the sheet claims'}`
    : 'its wire is still to be found';
}

const KIND: Partial<Record<FinishedDevice['kind'], string>> = {
  amplifier: 'Amplifier',
  converter: 'Converter',
  processor: 'Processor',
  'data-interface': 'Interface',
  'remote-delay': 'Turn-on delay',
};

/** Devices that wake together, each model once with how many of it there are. */
function step(devices: readonly FinishedDevice[], atSeconds: number, says: string): TurnOnStep[] {
  if (devices.length === 0) return [];
  const names = devices.map((d) => d.name ?? KIND[d.kind] ?? 'Device');
  const counted = [...new Set(names)].map((name) => {
    const count = names.filter((n) => n === name).length;
    return count > 1 ? `${count} × ${name}` : name;
  });
  return [{ part: 'devices', name: counted.join(', '), atSeconds, says }];
}
