import { z } from 'zod';
import { ZERO_ITEMS } from './intake.ts';

/** What holds while readings are taken; stays as it is until changed. */
export const conditionsSchema = z
  .object({
    ignition: z.enum(['off', 'accessory', 'on']),
    radio: z.enum(['off', 'on']),
    sound: z.enum(['none', 'playing']),
    volumeStep: z.int().min(0).max(200).nullable(),
    balance: z.enum(['left', 'centre', 'right']),
    fader: z.enum(['front', 'centre', 'rear']),
    load: z.enum(['connected', 'none', 'unknown']),
    plug: z.enum(['seated', 'out']),
    /** which half of a plug that is out is probed */
    side: z.enum(['car', 'unit']),
    /** a passing state in which a turn-on source is proved; what is read in it says nothing about roles */
    moment: z.enum(['steady', 'door-open', 'restart', 'asleep', 'loaded']),
    /** what was set to nothing on the radio, from the intake's checklist */
    zeroed: z.array(z.enum(ZERO_ITEMS)).max(ZERO_ITEMS.length),
  })
  .meta({ id: 'Conditions' });
export type Conditions = z.infer<typeof conditionsSchema>;

export const START_CONDITIONS: Conditions = {
  ignition: 'off',
  radio: 'off',
  sound: 'none',
  volumeStep: null,
  balance: 'centre',
  fader: 'centre',
  load: 'connected',
  plug: 'out',
  side: 'car',
  moment: 'steady',
  zeroed: [],
};
