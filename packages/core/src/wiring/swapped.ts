import type { FinishedDevice, FinishedSpeaker } from '../model/finished-car.ts';
import type { Feed } from '../model/plan.ts';
import type { WiringInput } from './wiring-input.ts';

type Planned = Pick<WiringInput, 'car' | 'feeds'>;
type Channel = Pick<Feed, 'targetId' | 'side'>;

const of =
  (channel: Channel) =>
  (feed: Channel): boolean =>
    feed.targetId === channel.targetId && feed.side === channel.side;

/** What the plan says of an output in each of these channels: whether its plus and minus are swapped there. */
const saidOf = (pairId: string, channels: readonly Channel[], feeds: WiringInput['feeds']): Set<boolean> =>
  new Set(
    channels
      .flatMap((c) => feeds.filter(of(c)))
      .flatMap((f) => f.taps.filter((t) => t.pairId === pairId).map((t) => t.inverted)),
  );

/**
 * How plus and minus of a factory output go into an input: swapped where the plan turns its signal over. `disputed`: one
 * channel needs it turned over and another does not, which wires cannot do; then they go in straight.
 */
export function swapAtInput(
  device: FinishedDevice,
  n: number,
  { feeds }: Planned,
): 'straight' | 'swapped' | 'disputed' {
  const source = device.inputs.find((i) => i.n === n)?.source;
  if (source?.from !== 'output') return 'straight';
  const channels = device.outputs.filter((o) => o.of.includes(n)).map((o) => o.channel);
  const said = saidOf(source.pairId, channels, feeds);
  return said.size === 2 ? 'disputed' : said.has(true) ? 'swapped' : 'straight';
}

/** The same where an output drives a new channel's speaker with no device between. */
export function swapAtSpeaker(
  { targetId, side, coils: [{ source }] }: FinishedSpeaker,
  { feeds }: Planned,
): boolean {
  if (source?.from !== 'output' || targetId === null || side === 'centre') return false;
  const joined = feeds.filter((f) => f.device === 'joined');
  return saidOf(source.pairId, [{ targetId, side }], joined).has(true);
}
