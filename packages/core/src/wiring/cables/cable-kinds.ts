/** A cable as it is sold. */
export interface CableKind {
  id: string;
  name: string;
  /** as printed on it; never converted */
  size: string;
  /** cross-section of one conductor, mm2, for arithmetic only */
  mm2: number;
  /** pairs of conductors, by their colours: plus, minus */
  pairs: readonly (readonly [string, string])[];
  /** further conductors, by their colours */
  single: readonly string[];
}

const MM2_OF_18_AWG = 0.823;
const MM2_OF_16_AWG = 1.31;

/**
 * The usual colours of the trade: white, grey, green and violet are front left, front right, rear left and rear right, a
 * stripe of black is their minus; blue and white turns on. Letters of IEC 60757.
 */
export const USUAL_COLOURS = {
  'left front': ['WH', 'WH/BK'],
  'right front': ['GY', 'GY/BK'],
  'left rear': ['GN', 'GN/BK'],
  'right rear': ['VT', 'VT/BK'],
} as const;

export const REMOTE_COLOUR = 'BU/WH';

export const NINE: CableKind = {
  id: 'nine',
  name: 'Nine-conductor cable',
  size: '18 AWG',
  mm2: MM2_OF_18_AWG,
  pairs: Object.values(USUAL_COLOURS),
  single: [REMOTE_COLOUR],
};
export const FOUR: CableKind = {
  id: 'four',
  name: 'Four-conductor cable',
  size: '18 AWG',
  mm2: MM2_OF_18_AWG,
  pairs: [USUAL_COLOURS['left front'], USUAL_COLOURS['right front']],
  single: [],
};
export const TWISTED: CableKind = {
  id: 'twisted',
  name: 'Twisted pair',
  size: '18 AWG',
  mm2: MM2_OF_18_AWG,
  pairs: [['RD', 'BK']],
  single: [],
};
export const SPEAKER: CableKind = {
  id: 'speaker',
  name: 'Speaker cable',
  size: '16 AWG',
  mm2: MM2_OF_16_AWG,
  pairs: [['RD', 'BK']],
  single: [],
};
/** What a line's minus runs on. */
export const SHIELD = 'shield';

/** Two channels side by side, each with its shield. */
export const LINE: CableKind = {
  id: 'line',
  name: 'Line cable, two channels',
  size: 'shielded',
  mm2: 0.2,
  pairs: [
    ['WH', SHIELD],
    ['RD', SHIELD],
  ],
  single: [],
};
export const CABLE_KINDS = [NINE, FOUR, TWISTED, SPEAKER, LINE] as const;
