import type { PlanChanges } from '../../model/plan-changes.ts';
import type { Setup } from '../../model/setup.ts';
import type { KeepItem } from '../../model/brief.ts';
import type { SourceSeen } from '../../harness/routines.ts';
import type { PlanContext } from '../facts/context.ts';
import { insertAt } from '../facts/inserts.ts';
import type { Strategy } from './strategy.ts';

/** The loudest step where nothing is measured and nothing agreed. */
const USUAL_LOUDEST = 25;
/** A battery to a boot, m. */
const USUAL_CABLE_M = 5;

type By = Setup['turnOn']['by'];

/** What is known of each way to wake the new system. */
const TURN_ON: Record<By, { relay: boolean } & SourceSeen> = {
  sensing: { relay: false, asleep: 'dead', restart: 'steady', load: 'holds' },
  offset: { relay: false, asleep: 'dead', restart: 'steady', load: 'holds' },
  accessory: { relay: false, asleep: 'unknown', restart: 'unknown', load: 'unknown' },
  'factory-remote': { relay: true, asleep: 'unknown', restart: 'unknown', load: 'unknown' },
  constant: { relay: false, asleep: 'live', restart: 'steady', load: 'holds' },
};

/** Seen to stay live, to dip or to sag: no source, wherever it is found. */
const isBad = (seen: SourceSeen | undefined): boolean =>
  seen?.asleep === 'live' || seen?.restart === 'dips' || seen?.load === 'sags';

/** The turn-on that is wanted if it can be had here, or the next best: a wire that is there, then what devices sense. */
function turnOnOf({ input }: PlanContext): By {
  const { places, wakes } = input.harness;
  const senses = (kind: 'signal' | 'offset') =>
    input.brief.sensing !== 'failed' &&
    (input.devices.length === 0 || input.devices.some((d) => d.senses.includes(kind)));
  const possible: Record<Exclude<By, 'constant'>, boolean> = {
    // An accessory feed that is still to be found is no better than a remote lead that is there.
    accessory:
      !isBad(wakes.switched) &&
      (places.switched !== undefined || places.remote === undefined || isBad(wakes.remote)),
    'factory-remote': places.remote !== undefined && !isBad(wakes.remote),
    sensing: senses('signal'),
    offset: senses('offset'),
  };
  const order = [input.preferences.turnOn, 'factory-remote', 'accessory', 'sensing', 'offset'] as const;
  return order.find((by) => possible[by]) ?? 'accessory';
}

/** What Find saw of the wire that wakes. */
const seenOf = (by: By, { wakes }: PlanContext['input']['harness']): Partial<SourceSeen> =>
  (by === 'accessory' ? wakes.switched : by === 'factory-remote' ? wakes.remote : null) ?? {};

/** The loudest step agreed on; else the last clean one that keeps its bass. */
export function loudestStep({ input }: PlanContext): number {
  if (input.brief.loudestStep !== null) return input.brief.loudestStep;
  const clean = input.pairs.flatMap((p) => p.facts.cleanStep ?? []);
  const kept = input.pairs.flatMap((p) => p.facts.bass.keptTo ?? []);
  const measured = input.pairs.flatMap((p) => p.volumeSteps);
  if (clean.length + kept.length > 0) return Math.max(1, Math.min(...clean, ...kept));
  return measured.length > 0 ? Math.max(1, ...measured) : USUAL_LOUDEST;
}

/** Settings before fuse and cable are chosen. */
export type DraftSetup = Omit<Setup, 'supply'> & {
  supply: Omit<Setup['supply'], 'fuseAmps' | 'cableMm2'> & Partial<Setup['supply']>;
};

/** How a strategy would set everything up, with what a person changed put over it. Fuse and cable come with the amplifiers. */
export function draftSetup(strategy: Strategy, context: PlanContext, changes: PlanChanges): DraftSetup {
  const { input, hasAmplifier } = context;
  const keeps = (item: KeepItem) => input.brief.keep.includes(item);
  const bypasses = strategy.setup?.factoryAmplifier !== undefined;
  const wanted = input.preferences.joining;
  // A tap cannot part a wire from the amplifier that is bypassed: a harness pair does, and leads back to stock.
  const possible = bypasses && wanted === 'tap' ? 'harness-pair' : wanted;
  const joining = keeps('no-cut-wires') && possible === 'cut' ? 'harness-pair' : possible;
  const by = changes.setup.turnOn?.by ?? turnOnOf(context);
  const { turnOn, supply, ...rest } = changes.setup;
  const rating = insertAt('supply', changes, input.devices)?.entry?.fuseAmps;
  return {
    joining,
    speakerWire: strategy.setup?.speakerWire ?? input.preferences.speakerWire,
    factoryAmplifier: strategy.setup?.factoryAmplifier ?? (hasAmplifier ? 'stays' : 'none'),
    microphones: 'kept',
    cancelling: input.pairs.some((p) => p.facts.engine === 'active') ? 'switched-off' : 'absent',
    loudestStep: loudestStep(context),
    overlap: input.preferences.overlap,
    ...rest,
    turnOn: {
      by,
      ...TURN_ON[by],
      // What Find saw is of the wire that Find found, not of one that was found elsewhere.
      ...(turnOn?.place ? {} : seenOf(by, input.harness)),
      amps: null,
      place: '',
      delaySeconds: 2,
      ...turnOn,
    },
    supply: {
      from: 'battery',
      feedFuseAmps: null,
      fuseMm: 300,
      cableM: USUAL_CABLE_M,
      metal: 'copper',
      ground: 'body',
      sides: 'apart',
      // A breaker has its rating, where a fuse is chosen.
      ...(rating && { fuseAmps: rating }),
      ...supply,
    },
  };
}
