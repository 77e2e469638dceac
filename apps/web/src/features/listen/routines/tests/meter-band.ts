import { type GuidedTest, outputsOf, ofOutput, QUIET_CONTROLS } from '../guided-test.ts';
import { SILENCE_VOLTS } from '../check-forms.ts';

export const meterBand: GuidedTest = {
  id: 'meter-band',
  title: 'Band by meter',
  asks: 'Roughly which band comes out, with nothing but a meter?',
  with: 'meter and tones',
  set: [...QUIET_CONTROLS, 'one volume step for all tones', 'speaker on as the load'],
  steps: [
    'Check the meter first: nothing is claimed above what it can read.',
    'Read the volts with nothing playing: a switching amplifier’s carrier fakes some.',
    'Play 40 Hz, 100 Hz, 400 Hz and 1 kHz at one step; note each.',
    'Without any meter, System shows typical bands, marked as assumed.',
  ],
  caution: 'Tones stay quiet and brief; no low tone into a tweeter.',
  records: [],
  forms: [{ title: 'Read with nothing playing', shape: SILENCE_VOLTS }],
  volts: { title: 'Read the tones', along: 'tone' },
  kinds: ['level', 'silence'],
  pairs: outputsOf,
  finding: (b, id) => ofOutput(b, id)?.meter ?? null,
};
