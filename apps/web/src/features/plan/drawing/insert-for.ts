import type { InsertKind } from '@ulpen/core';

/** What each kind is for, in the moment of choosing. */
export const INSERT_FOR: Record<InsertKind, string> = {
  'bass-restorer': 'restores bass that the factory cuts as the volume rises',
  'line-filter': 'adds a high-pass or low-pass that the amplifier lacks',
  isolator: 'breaks a ground loop that hums or whines',
  'level-control': 'gives the driver a volume control',
  'load-module': 'loads outputs that misbehave without their speakers',
  'passive-crossover': 'keeps bass out of a tweeter, or treble out of a woofer',
  'remote-delay': 'brings the amplifiers on last, where no device before them does',
  breaker: 'takes the place of the main fuse, and is reset instead of replaced',
};
