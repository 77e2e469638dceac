import { type GuidedTest, outputsOf, ofOutput } from '../guided-test.ts';
import { SILENCE_VOLTS } from '../check-forms.ts';

export const engine: GuidedTest = {
  id: 'engine',
  title: 'Engine sound and cancelling',
  asks: 'Does this output carry engine sound or engine noise cancelling?',
  with: 'analyser, or a meter for a first look',
  set: ['nothing playing, volume as usual', 'doors and windows closed'],
  steps: [
    'Record silence with the engine off.',
    'Record it idling.',
    'Record it at about 2,500 rpm, held steady.',
    'What moves with the engine may be whine of the alternator. Open a door, or cover the cabin microphones, and record it at the same speed again: what the system makes stops.',
  ],
  caution:
    'Run an engine outdoors or with an exhaust hose: the gas kills. Parking brake on, gear out, hands off belts and fan.',
  records: [
    { word: 'Engine off', played: 'silence', engine: 'off' },
    { word: 'Idling', played: 'silence', engine: 'idle' },
    { word: 'Raised', played: 'silence', engine: 'raised' },
    { word: 'Raised, a door open', played: 'silence', engine: 'raised', doors: 'open' },
  ],
  forms: [{ title: 'Read with a meter', shape: SILENCE_VOLTS }],
  kinds: ['silence'],
  pairs: (job) => outputsOf(job).filter((p) => p.way !== 'tweeter'),
  finding: (b, id) => ofOutput(b, id)?.engine ?? null,
};
