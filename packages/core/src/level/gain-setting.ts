import { voltsFor } from '../quantity/volts.ts';

/** A battery-fed bridge gives no more: its supply's swing as a sine, V RMS. 14 V give 9.9 V. */
export function bridgeLimit(supplyVolts: number): number {
  return supplyVolts / Math.SQRT2;
}

/** Lost in the transistors and filters of an unboosted bridge before it distorts, V. */
const LOST_VOLTS = 1.5;

/** What an unboosted bridge gives without distorting, V RMS: its limit as a sine, less what its stage loses. */
export const cleanBridge = (supplyVolts: number): number => bridgeLimit(supplyVolts - LOST_VOLTS);

export interface GainGoal {
  /** W that the channel is to give, RMS */
  watts: number;
  ohm: number;
  /** level of the tone in its file, dB re full scale, at most 0 */
  toneDb: number;
  /** music seldom reaches full scale: how far the gain may go beyond it, dB */
  overlapDb: number;
}

/**
 * Volts to set a gain by, at the amplifier's terminals with the speakers off and the source at the agreed step:
 * sqrt(P R) x 10^((tone + overlap) / 20).
 *
 * @example gainVolts({ watts: 80, ohm: 4, toneDb: -10, overlapDb: 0 }) // 5.66
 */
export function gainVolts({ watts, ohm, toneDb, overlapDb }: GainGoal): number {
  return voltsFor(watts, ohm) * 10 ** ((toneDb + overlapDb) / 20);
}
