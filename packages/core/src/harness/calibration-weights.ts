/**
 * What a circumstance adds to the logarithmic odds of an answer, to their slope, and to their slope above each of the
 * {@link KNEES}; counts go in as the logarithm of one more.
 */
export type Weight = readonly [shift: number, slope: number, ...above: number[]];

/** Log odds from which on a steeper or flatter line holds. */
export const KNEES = { role: [1], pair: [0, 2], channel: [-1.5, -0.5, 1, 3], polarity: [1] } as const;

/**
 * Logistic regression (Platt 1999, with circumstances as covariates; ridge 20) on two simulations that share no rates:
 * circuits from 100,001 on (1,500; of pairs and channels 4,000) and wirings from 1 on, which weigh a third as much, of
 * channels a twentieth; each at three stages of the work. The harder simulation leads: on the easier one Find says less
 * than is true. The accuracy tables are made from others.
 */
export const WEIGHTS = {
  role: {
    always: [0.07, 1.08, 0.18],
    proved: [0.81, -0.1, 0.65],
    noMeter: [-0.24, -0.42, -0.05],
    readings: [-0.17, -0.16, -0.17],
    of: {
      battery: [0.52, -0.17, -0.05],
      switched: [0.23, -0.06, -0.18],
      ground: [-0.05, 0.07, 0.15],
      remote: [-0.57, 0.11, 0.27],
      data: [-0.26, -0.09, 0.23],
      input: [0.12, 0.15, -0.08],
      output: [0.41, 0.05, -0.32],
      mute: [-0.02, 0.73, 0.58],
      microphone: [-0.53, 0.09, -0.46],
      illumination: [0.57, 0.2, -0.02],
      antenna: [0, 0, 0],
      unused: [-0.35, 0, 0.07],
    },
  },
  pair: {
    always: [-0.71, 0.43, -0.15, 0.09],
    proved: [1.34, -0.02, 0.41, 0.27],
    readings: [0.02, 0, 0.09, -0.14],
    across: [-0.23, 0.05, -0.06, -0.04],
    unmeasured: [-0.16, -0.05, 0.07, -0.07],
    said: [0.63, 0.15, 0.03, -0.18],
    of: {
      output: [0.2, 0.14, -0.29, 0],
      input: [0.16, -0.01, 0.24, 0],
      data: [-0.34, 0, -0.11, 0.49],
      microphone: [-0.74, 0.31, 0.02, -0.39],
    },
    unmeasuredOf: {
      output: [0.29, 0.07, 0.3, -0.25],
      input: [-0.16, -0.18, 0.02, 0.06],
      data: [0.18, 0.12, 0.07, -0.16],
      microphone: [-0.47, -0.06, -0.32, 0.29],
    },
  },
  channel: {
    always: [0.86, 1.31, 0.64, -1.53, -0.83, 0.19],
    proved: [0.25, 0.24, 0.61, -0.07, -0.66, -0.1],
    output: [0.4, 0.71, -0.93, 0.46, 0.19, -0.37],
    across: [0.14, 0.12, -0.49, 0.54, 0.17, 0.34],
    unmeasured: [0.67, 0.61, 0.77, 0.18, 0.23, 0.02],
    named: [-0.25, -0.1, -0.39, 0.61, 0.57, 0.14],
    said: [-0.38, -0.36, -0.85, 0.15, 0.23, 0.02],
  },
  polarity: {
    always: [0.41, 0.17, 0.48],
    unmeasured: [0.51, -0.05, 0.2],
    cones: [-0.07, 0.15, 0.2],
    said: [-0.45, 0.09, 0.41],
    odd: [0.2, 0.36, 0.16],
    output: [-0.05, -0.22, 0.3],
  },
} as const satisfies Record<string, Record<string, Weight | Record<string, Weight>>>;
