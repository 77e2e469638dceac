import { FUSE_SIZES } from '../../supply/fuse.ts';
import type { WiringInput } from '../wiring-input.ts';

/** What a relay's coil and a few remote inputs draw is far below this, A. */
const RELAY_FUSE_AMPS = 2;

/** Rating of a fuse, A: `main`, `feed`, `relay`, or that of a device's own branch; null: none is chosen, or none so large is sold. */
export function fuseAmpsOf(id: string, { car, setup }: Pick<WiringInput, 'car' | 'setup'>): number | null {
  if (id === 'main') return setup?.supply.fuseAmps ?? null;
  if (id === 'feed') return setup?.supply.feedFuseAmps ?? null;
  if (id === 'relay') return RELAY_FUSE_AMPS;
  const device = car.devices.find((d) => d.id === id);
  if (!device) return null;
  // Its maker's word, else what it draws.
  const asked = device.entry?.fuseAmps ?? device.draws.sineAmps;
  return FUSE_SIZES.find((f) => f >= asked) ?? null;
}
