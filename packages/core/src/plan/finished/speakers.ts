import type { FinishedSpeaker } from '../../model/finished-car.ts';
import type { FactorySystem } from '../facts/factory-system.ts';
import type { FinishedDevices } from './devices.ts';
import {
  type BuiltPlan,
  chosenLoad,
  type FactoryDriver,
  servesPlaceOf,
  type WantedChannel,
} from './wires.ts';

export interface Driving {
  system: FactorySystem;
  proposal: BuiltPlan;
  channels: readonly WantedChannel[];
  devices: FinishedDevices;
  /** by output: the channel that takes its speaker wire over */
  taken: ReadonlyMap<string, WantedChannel>;
  /** whether anything comes out of an output */
  plays: (pairId: string) => boolean;
}

/** Every speaker of the factory's and what becomes of it, then every new one. */
export const finishedSpeakers = (factory: readonly FactoryDriver[], driving: Driving): FinishedSpeaker[] => [
  ...factory.map((driver) => ofFactory(driver, driving)),
  ...driving.channels.filter((c) => c.target.speaker.state === 'new').map((c) => ofChannel(c, driving)),
];

function ofFactory({ id, way, coils, pair }: FactoryDriver, driving: Driving): FinishedSpeaker {
  const { system, proposal, channels, devices, taken, plays } = driving;
  const here = channels.filter(
    (c) =>
      pair !== null &&
      proposal.strategy !== 'keep-speaker' &&
      servesPlaceOf(c, pair, system) &&
      (c.target.speaker.way === 'full' || way === 'full' || c.target.speaker.way === way),
  );
  const kept = here.find((c) => c.target.speaker.state === 'kept' && devices.sourceOf(c) !== null);
  // The old speaker may be left on its output as its load, wherever it lies then.
  const leftAsLoad = (pairId: string | null) =>
    pairId !== null && plays(pairId) && !taken.has(pairId) && chosenLoad(proposal, pairId) === 'speaker';
  const successor = coils.some((c) => leftAsLoad(c.pairId))
    ? undefined
    : here.find((c) => c.target.speaker.state === 'new');
  const base = {
    id,
    made: 'factory' as const,
    side: pair?.side ?? ('mono' as const),
    axle: pair?.axle ?? ('other' as const),
    way,
    highPass: null,
    lowPass: null,
  };
  const driven = (
    fate: FinishedSpeaker['fate'],
    targetId: string | null,
    by: (pairId: string | null) => Coil,
  ) => ({
    ...base,
    targetId,
    fate,
    coils: coils.map(({ pairId, ohm }) => ({ ...by(pairId), ohm, watts: null })),
  });
  if (kept) {
    const feed = proposal.feeds.find((f) => f.targetId === kept.target.id && f.side === kept.side);
    const wire = [...taken.values()].includes(kept) ? ('factory' as const) : ('new' as const);
    const source = devices.sourceOf(kept);
    return {
      ...driven('taken-over', kept.target.id, () => ({ source, wire })),
      highPass: feed?.crossover.highPass ?? null,
      lowPass: feed?.crossover.lowPass ?? null,
    };
  }
  if (successor) return driven('replaced', successor.target.id, () => ({ source: null, wire: null }));
  const onItsWire = (pairId: string | null) => onWire(pairId, driving);
  const sources = coils.map((c) => onItsWire(c.pairId).source);
  const fate = sources.some((s) => s?.from === 'device')
    ? 'taken-over'
    : sources.some((s) => s !== null)
      ? 'stays'
      : 'silent';
  return driven(fate, null, onItsWire);
}

/** What nobody replaced goes on hanging on its wire, whoever drives that now. */
function onWire(pairId: string | null, { proposal, devices, taken, plays }: Driving): Coil {
  const channel = pairId === null ? undefined : taken.get(pairId);
  if (channel) return { source: devices.sourceOf(channel), wire: 'factory' };
  // Another load in its place: the speaker is unplugged.
  const unplugged = (chosenLoad(proposal, pairId) ?? 'speaker') !== 'speaker';
  return pairId !== null && plays(pairId) && !unplugged
    ? { source: { from: 'output', pairId }, wire: 'factory' }
    : { source: null, wire: null };
}

type Coil = Pick<FinishedSpeaker['coils'][number], 'source' | 'wire'>;

function ofChannel(channel: WantedChannel, { proposal, devices, taken }: Driving): FinishedSpeaker {
  const { target, side } = channel;
  const { speaker } = target;
  const feed = proposal.feeds.find((f) => f.targetId === target.id && f.side === side);
  const source = devices.sourceOf(channel);
  const drive = devices.drives.get(target.id)!;
  const coils = speaker.drivers * speaker.coils;
  const wire = [...taken.values()].includes(channel) ? ('factory' as const) : ('new' as const);
  return {
    id: `new:${target.id}/${side}`,
    made: 'new',
    targetId: target.id,
    side,
    axle: target.axle,
    way: speaker.way,
    fate: source ? 'added' : 'not-fed',
    coils: Array.from({ length: coils }, () => ({
      source,
      wire: source && wire,
      ohm: speaker.ohm,
      watts: source && drive.watts !== null ? drive.watts / coils : null,
    })),
    highPass: feed?.crossover.highPass ?? null,
    lowPass: feed?.crossover.lowPass ?? null,
  };
}
