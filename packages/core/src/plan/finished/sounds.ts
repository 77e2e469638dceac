import type {
  FinishedCar,
  FinishedDevice,
  FinishedSound,
  FinishedSpeaker,
  SignalSource,
} from '../../model/finished-car.ts';
import { TRIGGER_SOUNDS, type TriggerSound } from '../../model/sounds.ts';
import { feedsAmplifier } from '../facts/factory-outputs.ts';
import type { FactorySystem } from '../facts/factory-system.ts';
import type { PlanPair } from '../facts/plan-input.ts';
import type { FactoryDriver } from './wires.ts';

type Built = Pick<FinishedCar, 'outputs' | 'speakers' | 'devices'>;

/** Every sound that a plan must answer for: which speakers play it now, and which afterwards. */
export function finishedSounds(
  system: FactorySystem,
  factory: readonly FactoryDriver[],
  car: Built,
): FinishedSound[] {
  const electric = system.input.drive === 'electric' || system.input.drive === 'hybrid';
  return TRIGGER_SOUNDS.filter((s) => s !== 'pedestrian' || electric).map((sound) =>
    soundAfter(sound, system, factory, car),
  );
}

function soundAfter(
  sound: TriggerSound,
  system: FactorySystem,
  factory: readonly FactoryDriver[],
  car: Built,
): FinishedSound {
  const trace = traceOf(sound, system);
  const heardOn = trace.heard.map((p) => p.id);
  if (trace.madeIn === null)
    return { sound, heardOn, madeIn: null, before: [], after: [], becomes: unheard(trace, car) };
  if (trace.madeIn === 'own-speaker')
    return { sound, heardOn, madeIn: trace.madeIn, before: [], after: [], becomes: 'same' };
  const { madeIn, carries } = trace;
  const before = factory
    .filter((d) => d.coils.some((c) => c.pairId !== null && carries.has(c.pairId)))
    .map((d) => d.id);
  const silent = new Set(car.outputs.filter((o) => !o.plays).map((o) => o.pairId));
  const arrives = (from: string) =>
    from === 'data' ? madeIn === 'radio' : carries.has(from) && !silent.has(from);
  const playing = car.speakers.filter((s) =>
    s.coils.some((c) => outputsBehind(c.source, car.devices).some(arrives)),
  );
  const after = playing.map((s) => s.id);
  return { sound, heardOn, madeIn, before, after, becomes: becomes(before, playing, trace, car) };
}

/** What was heard of a sound, and where it must be from that. */
interface Trace {
  heard: PlanPair[];
  madeIn: FinishedSound['madeIn'];
  /** outputs that carry it, heard there or following from it */
  carries: ReadonlySet<string>;
  /** outputs on which somebody said whether it is there */
  tried: ReadonlySet<string>;
  /** made by the radio, and the line for each place where it was heard is listed */
  linesKnown: boolean;
}

function traceOf(sound: TriggerSound, system: FactorySystem): Trace {
  const { pairs } = system.input;
  const said = (p: PlanPair) => p.facts.sounds.find((f) => f.sound === sound);
  const heard = pairs.filter((p) => said(p)?.heard);
  const tried = new Set(pairs.filter((p) => said(p) !== undefined).map((p) => p.id));
  const from = heard.map((p) => (feedsAmplifier(p, system) ? 'radio' : said(p)!.madeIn));
  const sounder = pairs.some((p) => said(p)?.madeIn === 'own-speaker');
  // What an output was heard to carry outweighs what was said of a sounder.
  const madeIn =
    heard.length === 0
      ? sounder
        ? 'own-speaker'
        : null
      : from.includes('amplifier')
        ? 'amplifier'
        : from.every((m) => m === 'radio')
          ? 'radio'
          : 'unknown';
  // What the radio makes goes over its line for a place to the amplifier's outputs for the same place.
  const alongside = (p: PlanPair) =>
    madeIn === 'radio' &&
    !tried.has(p.id) &&
    heard.some((h) => feedsAmplifier(h, system) !== feedsAmplifier(p, system) && samePlace(h, p));
  const lines = pairs.filter((p) => feedsAmplifier(p, system));
  return {
    heard,
    madeIn,
    carries: new Set([...heard, ...pairs.filter(alongside)].map((p) => p.id)),
    tried,
    linesKnown: madeIn === 'radio' && heard.every((h) => lines.some((l) => samePlace(h, l))),
  };
}

const samePlace = (a: PlanPair, b: PlanPair) => a.side === b.side && a.axle === b.axle;

/** What nobody tried everywhere is not known. What was heard nowhere stays what it is where no unit is taken out. */
function unheard({ tried }: Trace, { outputs }: Built): FinishedSound['becomes'] {
  const drivers = outputs.filter((o) => !o.line);
  if (drivers.length === 0 || !drivers.every((o) => tried.has(o.pairId))) return 'unknown';
  return outputs.every((o) => o.plays) ? 'same' : 'unknown';
}

function becomes(
  before: readonly string[],
  playing: readonly FinishedSpeaker[],
  { madeIn, linesKnown }: Trace,
  car: Built,
): FinishedSound['becomes'] {
  if (playing.some((s) => s.coils.some((c) => c.source?.from === 'device'))) return 'louder';
  if (playing.length > 0) return playing.length < before.length ? 'quieter' : 'same';
  // Heard on a line alone: which speakers play it was never found.
  if (before.length === 0)
    return car.outputs.every((o) => o.plays) &&
      car.speakers.every((s) => s.fate === 'stays' || s.made === 'new')
      ? 'same'
      : 'unknown';
  // The radio goes on making it; by which of its lines it leaves is known only where all of them are.
  const silenced = car.outputs.some((o) => !o.plays);
  return madeIn === 'radio' && silenced && !linesKnown ? 'unknown' : 'lost';
}

/** The factory outputs whose signal arrives at a point, through whatever devices; `data` where it comes as data. */
function outputsBehind(source: SignalSource | null, devices: readonly FinishedDevice[]): string[] {
  if (source === null) return [];
  if (source.from === 'output') return [source.pairId];
  if (source.from === 'data') return ['data'];
  const device = devices.find((d) => d.id === source.deviceId);
  const mixed = device?.outputs.find((o) => o.n === source.output)?.of ?? [];
  return mixed.flatMap((n) => outputsBehind(device!.inputs.find((i) => i.n === n)?.source ?? null, devices));
}
