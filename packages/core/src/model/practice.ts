import { z } from 'zod';

/** Limits that are matters of practice: what this shop takes for good enough. */
export const practiceSchema = z
  .object({
    /** distortion of a tone up to which it counts as clean, % */
    cleanPercent: z.number().min(0.1, 'from 0.1 %').max(10, 'up to 10 %'),
    /** cold starts without load before an output is taken to bear it */
    loadStarts: z.int('whole starts').min(1, 'from 1').max(9, 'up to 9'),
    /** of play without load */
    loadMinutes: z.number().min(1, 'from 1 minute').max(120, 'up to 120 minutes'),
    /** apart from which channels are heard as an echo */
    latencyMs: z.number().min(0.5, 'from 0.5 ms').max(50, 'up to 50 ms'),
    /** drawn by a new system while the car sleeps */
    standingMilliamps: z.number().min(1, 'from 1 mA').max(200, 'up to 200 mA'),
    /** after which the car must still start */
    standingDays: z.int('whole days').min(1, 'from 1 day').max(90, 'up to 90 days'),
  })
  .meta({ id: 'Practice' });
export type Practice = z.infer<typeof practiceSchema>;

export const USUAL_PRACTICE: Practice = {
  cleanPercent: 1,
  loadStarts: 3,
  loadMinutes: 10,
  latencyMs: 5,
  standingMilliamps: 30,
  standingDays: 14,
};
