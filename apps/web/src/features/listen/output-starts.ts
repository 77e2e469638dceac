import type { PairFields } from '@ulpen/core';

type Place = [PairFields['side'], PairFields['axle'], PairFields['way'], string?];

const FRONT_THREE: Place[] = [
  ['left', 'front', 'woofer'],
  ['left', 'front', 'midrange'],
  ['left', 'front', 'tweeter'],
  ['right', 'front', 'woofer'],
  ['right', 'front', 'midrange'],
  ['right', 'front', 'tweeter'],
];
const FRONT_TWO: Place[] = FRONT_THREE.filter(([, , way]) => way !== 'midrange');
const REAR: Place[] = [
  ['left', 'rear', 'full'],
  ['right', 'rear', 'full'],
];
const SUBWOOFER: Place = ['mono', 'other', 'subwoofer'];

/** Usual sets of outputs, so that a system is noted in one tap and corrected where it differs. */
export const OUTPUT_STARTS: readonly { name: string; places: Place[] }[] = [
  { name: 'Four speakers', places: [['left', 'front', 'full'], ['right', 'front', 'full'], ...REAR] },
  { name: 'Two-way front, rear, subwoofer', places: [...FRONT_TWO, ...REAR, SUBWOOFER] },
  {
    name: 'Three-way front, centre, rear, subwoofer',
    places: [...FRONT_THREE, ['centre', 'front', 'full'], ...REAR, SUBWOOFER],
  },
];

/** An output of which only the channel is known. */
export function blankOutput([side, axle, way, suffix = '']: Place): PairFields {
  return {
    side,
    axle,
    way,
    suffix,
    ends: [],
    placeText: '',
    stage: 'unknown',
    statedPolarity: 'unknown',
  };
}
