import { type GuidedTest, outputsOf, ofOutput } from '../guided-test.ts';
import { COLD_STARTS } from '../check-forms.ts';

export const load: GuidedTest = {
  id: 'load',
  title: 'Without its load',
  asks: 'Does the output stay steady when its speaker is taken away?',
  with: 'meter and ears',
  set: ['car asleep before each start', 'volume low'],
  steps: [
    'Let the car sleep. Wake it with the speaker on, play music for ten minutes, note what it does.',
    'Let it sleep again, take the speaker off, wake it, play for ten minutes. Three times.',
    'Where there is an analyser: record pink noise with and without load at one step.',
  ],
  caution:
    'An output without load can jump to full level. Keep the volume low and nothing sensitive connected; stop when it grows loud or warm.',
  records: [
    { word: 'Record without load', played: 'pink', load: 'none' },
    { word: 'Record with its speaker', played: 'pink', load: 'speaker' },
  ],
  forms: [{ title: 'Note a cold start', shape: COLD_STARTS }],
  kinds: ['cold-start'],
  pairs: outputsOf,
  finding: (b, id) => ofOutput(b, id)?.load ?? null,
};
