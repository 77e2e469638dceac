import type { GuidedTest } from '../guided-test.ts';
import { METER_TONES } from '../check-forms.ts';

export const meter: GuidedTest = {
  id: 'meter',
  title: 'Check the meter',
  asks: 'Up to which frequency does the meter show what is there?',
  with: 'meter',
  set: ['tones from one source at one level', 'a headphone socket, or the radio’s full-range output'],
  steps: [
    'Play the 100 Hz tone from the laptop or player; note the AC volts.',
    'Play 400 Hz, 1 kHz, 3 kHz and 8 kHz without touching the level; note each.',
    'As far as the readings agree within half a decibel, the meter is honest.',
  ],
  records: [],
  forms: [{ title: 'Note a tone', shape: METER_TONES }],
  kinds: ['meter-tone'],
  pairs: null,
  finding: (b) => b.meter,
};
