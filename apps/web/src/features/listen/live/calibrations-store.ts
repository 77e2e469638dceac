import { create } from 'zustand';
import { z } from 'zod';

const KEY = 'ulpen-calibrations';

const calibrationSchema = z.object({
  /** name of the input as the browser gives it */
  device: z.string(),
  reducer: z.string(),
  /** effective volts at the pair for an effective value of 1 */
  voltsAtFullScale: z.number().positive(),
  at: z.iso.datetime(),
});
export type Calibration = z.infer<typeof calibrationSchema>;

interface CalibrationsState {
  all: Calibration[];
  keep: (calibration: Calibration) => void;
  drop: (calibration: Calibration) => void;
}

function kept(): Calibration[] {
  try {
    return z.array(calibrationSchema).parse(JSON.parse(localStorage.getItem(KEY) ?? '[]'));
  } catch {
    return [];
  }
}

/** Volts at full scale for each input and level reducer, kept in this browser: they belong to this machine. */
export const useCalibrations = create<CalibrationsState>((set, get) => {
  const store = (all: Calibration[]) => {
    localStorage.setItem(KEY, JSON.stringify(all));
    set({ all });
  };
  const others = (c: Calibration) =>
    get().all.filter((o) => o.device !== c.device || o.reducer !== c.reducer);
  return {
    all: kept(),
    keep: (calibration) => store([calibration, ...others(calibration)]),
    drop: (calibration) => store(others(calibration)),
  };
});
