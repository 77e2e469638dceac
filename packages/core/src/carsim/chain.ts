export interface SimulatedFilter {
  side: 'high-pass' | 'low-pass';
  family: 'butterworth' | 'linkwitz-riley';
  order: number;
  cornerHz: number;
}

export interface SimulatedPeak {
  frequencyHz: number;
  gainDb: number;
  q: number;
}

/** A tone control or a bass boost. */
export interface SimulatedShelf {
  side: 'low' | 'high';
  /** half of the gain in dB is reached here, Hz */
  frequencyHz: number;
  gainDb: number;
  /** as in the RBJ Audio EQ Cookbook: 1 is the steepest without a bump; `first-order`: one resistor and capacitor */
  slope: number | 'first-order';
}

export interface SimulatedChain {
  gainDb: number;
  filters: SimulatedFilter[];
  peaks: SimulatedPeak[];
  /** @default none */
  shelves?: SimulatedShelf[];
  /**
   * rate at which a processor runs filters and equaliser, Hz
   *
   * @default none: they are analogue
   */
  clockHz?: number;
  /** s */
  delay: number;
  /** second-order all-pass, Hz; processed systems use them to shape the sum of ways */
  allPassHz?: number;
  inverted: boolean;
}
