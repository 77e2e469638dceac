import type { PairFields, UnitFields } from '@ulpen/core';

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

export interface OutputStart {
  name: string;
  places: Place[];
}
/** Usual sets of outputs, so that a system is noted in one tap and corrected where it differs. */
export const OUTPUT_STARTS: readonly OutputStart[] = [
  { name: 'Four speakers', places: [['left', 'front', 'full'], ['right', 'front', 'full'], ...REAR] },
  { name: 'Two-way front, rear, subwoofer', places: [...FRONT_TWO, ...REAR, SUBWOOFER] },
  {
    name: 'Three-way front, centre, rear, subwoofer',
    places: [...FRONT_THREE, ['centre', 'front', 'full'], ...REAR, SUBWOOFER],
  },
];

const [FOUR, TWO_WAY, THREE_WAY] = OUTPUT_STARTS;
/** The unit that drives the speakers, with its usual outputs. */
export const SYSTEM_STARTS: readonly { kind: UnitFields['kind']; start: OutputStart }[] = [
  { kind: 'radio', start: FOUR },
  { kind: 'amplifier', start: FOUR },
  { kind: 'amplifier', start: TWO_WAY },
  { kind: 'amplifier', start: THREE_WAY },
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
