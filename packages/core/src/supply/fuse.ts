import { ampacity, CABLE_SIZES, type CableMetal, dropVolts } from './cable.ts';

/** Ratings that are sold, A. */
export const FUSE_SIZES = [5, 7.5, 10, 15, 20, 25, 30, 40, 50, 60, 80, 100, 125, 150, 200, 250, 300] as const;
/** A fuse carries this share of its rating all the time. */
export const CONTINUOUS = 0.8;
/** The main fuse lies within this of the battery along the cable, mm. */
export const FUSE_WITHIN_MM = 450;
/** Loss in cable and return at full current, V: a setting of ours. */
export const MOST_DROP_VOLTS = 0.5;

/** The smallest fuse that carries a current all the time, A; the largest sold where none does, as rule `fuse-small` says. */
export function fuseFor(amps: number): number {
  return FUSE_SIZES.find((f) => f * CONTINUOUS >= amps) ?? FUSE_SIZES[FUSE_SIZES.length - 1];
}

/**
 * The thinnest cable that its fuse protects and that loses little enough; the thickest sold where none does, as rules
 * `fuse-large` and `cable-drop` say.
 *
 * @param amps continuous
 * @param fuseAmps of the fuse before it
 */
export function cableFor(
  amps: number,
  fuseAmps: number,
  metres: number,
  metal: CableMetal = 'copper',
): number {
  return (
    CABLE_SIZES.find(
      (mm2) => ampacity(mm2, metal) >= fuseAmps && dropVolts(amps, mm2, metres, metal) <= MOST_DROP_VOLTS,
    ) ?? CABLE_SIZES[CABLE_SIZES.length - 1]
  );
}
