/**
 * What a circumstance adds to the logarithmic odds of an answer, to their slope, and to their slope above {@link KNEE};
 * counts go in as the logarithm of one more.
 */
export type Weight = readonly [shift: number, slope: number, above: number];

/** Log odds from which on a steeper or flatter line holds. */
export const KNEE = 1;

/**
 * Logistic regression (Platt 1999, with circumstances as covariates; ridge 20) on two simulations that share no rates:
 * circuits 100,001 to 101,500, and wirings 1 to 1,500 with a third of their weight, each at three stages of the work.
 * The harder simulation leads: on the easier one Find says less than is true. The accuracy tables are made from others.
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
    always: [-0.7, 0.35, 0.04],
    proved: [1.26, 0.39, 0.19],
    readings: [0.05, 0.1, -0.14],
    across: [-0.16, 0.03, -0.08],
    unmeasured: [-0.18, -0.02, -0.01],
    said: [0.73, 0.22, -0.27],
    of: {
      output: [-0.04, 0.01, -0.14],
      input: [0.17, 0.11, 0.14],
      data: [-0.23, 0.03, 0.19],
      microphone: [-0.59, 0.19, -0.16],
    },
    unmeasuredOf: {
      output: [0.55, 0.29, -0.12],
      input: [-0.06, -0.23, 0.12],
      data: [0, 0.08, 0.02],
      microphone: [-0.68, -0.16, -0.03],
    },
  },
  channel: {
    always: [0.37, 1.04, -0.56],
    proved: [0.92, 0.51, -0.17],
    output: [-0.4, 0.26, -0.36],
    across: [-0.1, -0.2, 0.3],
    unmeasured: [0.93, 0.63, 0.31],
    named: [-0.32, -0.12, 0.68],
    said: [-0.52, -0.47, 0.31],
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
