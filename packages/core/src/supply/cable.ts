/** Copper at 20 degC, ohm m, and its temperature coefficient, 1/K (IEC 60028). */
const COPPER = 1.724e-8;
const COEFFICIENT = 0.00393;
/** Copper-clad aluminium, 10 % copper by volume, ohm m. */
const COPPER_CLAD = 2.75e-8;
/** A cable under load in a warm car, degC. */
const WARM = 50;

export type CableMetal = 'copper' | 'copper-clad';

/** Ohm of one conductor. @param mm2 cross-section @param metres length */
export function cableOhm(mm2: number, metres: number, metal: CableMetal = 'copper', degrees = WARM): number {
  const at20 = ((metal === 'copper' ? COPPER : COPPER_CLAD) * metres) / (mm2 * 1e-6);
  return at20 * (1 + COEFFICIENT * (degrees - 20));
}

/** Cross-section of an AWG number, mm2 (ASTM B258: d = 0.127 mm x 92^((36 - n) / 39)). */
export function awgToMm2(awg: number): number {
  const d = 0.127 * 92 ** ((36 - awg) / 39);
  return (Math.PI / 4) * d * d;
}

/** Body or ground cable back to the battery, ohm: its own entry, a setting of ours. */
export const RETURN_OHM = 0.0015;

/** V lost in cable and return at a current. */
export function dropVolts(amps: number, mm2: number, metres: number, metal: CableMetal = 'copper'): number {
  return amps * (cableOhm(mm2, metres, metal) + RETURN_OHM);
}

/** What {@link ampacity} holds for, in words. */
export const AMPACITY_BASIS =
  'Continuous current of one core in the cabin at 50 °C, PVC of the 70 °C class: careful figures of ours; the cable maker’s table comes first. Through the engine bay use cable of the 105 °C class or better.';

/**
 * What a single flexible core may carry all the time inside a car, A: PVC of the 70 degC class in a cabin at 50 degC, as
 * {@link AMPACITY_BASIS} says. Conservative figures of ours, to be replaced by those of the cable's maker.
 */
const AMPACITY: readonly (readonly [mm2: number, amps: number])[] = [
  [0.5, 5],
  [0.75, 7],
  [1, 10],
  [1.5, 15],
  [2.5, 20],
  [4, 30],
  [6, 40],
  [10, 60],
  [16, 80],
  [20, 100],
  [25, 115],
  [35, 150],
  [50, 190],
  [70, 240],
];
/** Aluminium carries less for its size. */
const COPPER_CLAD_SHARE = 0.78;

/** A that a cross-section carries, between the table's lines in proportion. */
export function ampacity(mm2: number, metal: CableMetal = 'copper'): number {
  const share = metal === 'copper' ? 1 : COPPER_CLAD_SHARE;
  const above = AMPACITY.findIndex(([size]) => size >= mm2);
  if (above < 0) return share * AMPACITY[AMPACITY.length - 1][1];
  const [size, amps] = AMPACITY[above];
  if (above === 0) return (share * amps * mm2) / size;
  const [lower, lowerAmps] = AMPACITY[above - 1];
  return share * (lowerAmps + ((amps - lowerAmps) * (mm2 - lower)) / (size - lower));
}

/** Cross-sections that are sold, mm2. */
export const CABLE_SIZES = [1.5, 2.5, 4, 6, 10, 16, 20, 25, 35, 50, 70] as const;
