/** Drawing units of every band strip; all strips share axis and level scale. */
export const STRIP = { width: 200, height: 36, lowHz: 20, highHz: 20_000, topDb: 5, bottomDb: -30 } as const;

/** Place on the axis, 0 at 20 Hz to 1 at 20 kHz. */
export function axisPlace(hz: number): number {
  return Math.log(hz / STRIP.lowHz) / Math.log(STRIP.highHz / STRIP.lowHz);
}

/** The frequency at a place of the axis. */
export function axisFrequency(place: number): number {
  return STRIP.lowHz * (STRIP.highHz / STRIP.lowHz) ** place;
}

const COLOURS = [
  [20, 'var(--hz-20)'],
  [200, 'var(--hz-200)'],
  [1200, 'var(--hz-1k2)'],
  [20_000, 'var(--hz-20k)'],
] as const;

/** Gradient stops for a drawing that spans the given frequencies. */
export function rampStops(lowHz: number, highHz: number): { offset: number; colour: string }[] {
  const span = Math.log(highHz / lowHz);
  return COLOURS.map(([hz, colour]) => ({
    offset: Math.min(1, Math.max(0, Math.log(hz / lowHz) / span)),
    colour,
  }));
}

/** Frequencies that get a line and a label. */
export const AXIS_TICKS = [20, 50, 100, 200, 500, 1000, 2000, 5000, 10_000, 20_000];
