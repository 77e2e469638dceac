import { type GuidedTest, outputsOf, QUIET_CONTROLS } from '../guided-test.ts';

export const sides: GuidedTest = {
  id: 'sides',
  title: 'Left against right',
  asks: 'Are left and right separate, or is surround or upmixing at work?',
  with: 'analyser with two channels',
  set: [...QUIET_CONTROLS, 'balance and fader centre', 'seat focus off'],
  steps: [
    'Left output in the left input, right output in the right one.',
    'Record pink noise that is in the left channel only.',
    'Record pink noise that is the same in both.',
  ],
  records: [
    { word: 'Record, noise left only', played: 'pink', playedIn: 'left', both: true },
    { word: 'Record, same noise in both', played: 'pink', playedIn: 'both', both: true },
  ],
  forms: [],
  kinds: [],
  pairs: (job) => outputsOf(job).filter((p) => p.side === 'left'),
  finding: (b, id) => b.sides.find((s) => s.leftId === id)?.finding ?? null,
};
