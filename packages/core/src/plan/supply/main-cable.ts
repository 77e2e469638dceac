import type { Draw } from '../../model/finished-car.ts';
import type { Setup } from '../../model/setup.ts';
import { cableFor, fuseFor } from '../../supply/fuse.ts';
import type { DraftSetup } from '../ways/setup.ts';

/** The settings with fuse and cable for what the devices draw, where a person chose none. */
export function withMainCable(draft: DraftSetup, { sineAmps, musicAmps }: Draw): Setup {
  const { supply } = draft;
  const fuseAmps = supply.fuseAmps === undefined ? fuseFor(musicAmps) : supply.fuseAmps;
  const cableMm2 =
    supply.cableMm2 ?? cableFor(sineAmps, fuseAmps ?? fuseFor(musicAmps), supply.cableM, supply.metal);
  return { ...draft, supply: { ...supply, fuseAmps, cableMm2 } };
}
