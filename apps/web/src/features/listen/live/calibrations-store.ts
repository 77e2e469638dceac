import { create } from 'zustand';
import { z } from 'zod';

const KEY = 'ulpen-calibrations';
const INPUTS_KEY = 'ulpen-inputs';

const calibrationSchema = z.object({
  /** name of the input as the browser gives it */
  device: z.string(),
  reducer: z.string(),
  /** effective volts at the pair for an effective value of 1 */
  voltsAtFullScale: z.number().positive(),
  at: z.iso.datetime(),
  /** what a tone played 20 dB lower read, dB re the first; null: not checked */
  fall: z.number().nullable().default(null),
});
export type Calibration = z.infer<typeof calibrationSchema>;

const inputItselfSchema = z.object({
  /** name of the input as the browser gives it */
  device: z.string(),
  /** lag of its right channel, s, with one standard deviation; null: not measured */
  skew: z.object({ s: z.number(), error: z.number() }).nullable(),
  /** distortion of a tone, as a ratio; null: not measured */
  distortion: z.number().nullable(),
  at: z.iso.datetime(),
});
/** What a loop-back showed of an input. */
export type InputItself = z.infer<typeof inputItselfSchema>;

interface CalibrationsState {
  all: Calibration[];
  inputs: InputItself[];
  keepInput: (input: InputItself) => void;
  /** the reducer in use at each input */
  inUse: Record<string, string>;
  keep: (calibration: Calibration) => void;
  drop: (calibration: Calibration) => void;
  choose: (device: string, reducer: string) => void;
}

function kept<T>(key: string, schema: z.ZodType<T>): T[] {
  try {
    return z.array(schema).parse(JSON.parse(localStorage.getItem(key) ?? '[]'));
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
  const choose = (device: string, reducer: string) => set({ inUse: { ...get().inUse, [device]: reducer } });
  return {
    all: kept(KEY, calibrationSchema),
    inputs: kept(INPUTS_KEY, inputItselfSchema),
    keepInput: (input) => {
      const inputs = [input, ...get().inputs.filter((i) => i.device !== input.device)];
      localStorage.setItem(INPUTS_KEY, JSON.stringify(inputs));
      set({ inputs });
    },
    inUse: {},
    keep: (calibration) => {
      store([calibration, ...others(calibration)]);
      choose(calibration.device, calibration.reducer);
    },
    drop: (calibration) => store(others(calibration)),
    choose,
  };
});

/** The calibration that counts at an input: the one in use, else the newest. */
export function calibrationAt(
  { all, inUse }: Pick<CalibrationsState, 'all' | 'inUse'>,
  device: string | undefined,
): Calibration | null {
  const own = all.filter((c) => c.device === device);
  return own.find((c) => c.reducer === inUse[c.device]) ?? own[0] ?? null;
}
