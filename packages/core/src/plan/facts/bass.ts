import type { Feed } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';

/** A channel that goes up to here plays bass alone: a subwoofer's usual crossover with room above, Hz. */
const BASS_ENDS_HZ = 250;

/**
 * Where bass that a factory system takes away as the volume rises ends: a channel or an output that begins above this does
 * not mind, Hz.
 */
const WITHDRAWN_BELOW_HZ = 120;

/** Plays bass alone, whatever its layout. */
export const playsOnlyBass = ({ highHz }: Pick<Target, 'highHz'>): boolean => highHz <= BASS_ENDS_HZ;

/** A target that is fed with bass alone: one signal for both sides. */
export const isBass = (target: Pick<Target, 'layout' | 'highHz'>): boolean =>
  target.layout === 'mono' && playsOnlyBass(target);

/** Withdrawn bass would be missing from this channel. */
export const mindsWithdrawnBass = ({ need }: Pick<Feed, 'need'>): boolean => need.lowHz <= WITHDRAWN_BELOW_HZ;

/** An output that carries what may be withdrawn. */
export const carriesBass = ({ lowHz }: { lowHz: number | null }): boolean =>
  (lowHz ?? 0) < WITHDRAWN_BELOW_HZ;
