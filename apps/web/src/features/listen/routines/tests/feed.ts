import { type GuidedTest, ofOutput, QUIET_CONTROLS } from '../guided-test.ts';

export const feed: GuidedTest = {
  id: 'feed',
  title: 'Fixed or following',
  asks: 'Does the radio turn the volume itself, or does the amplifier, told by data?',
  with: 'analyser, or meter and a tone',
  set: [...QUIET_CONTROLS, 'balance and fader centre'],
  steps: [
    'Play pink noise. Record the radio’s output at a low step, for example 8.',
    'Record it at a high step, for example 26, and once between.',
    'Record one speaker output at the same steps: it tells how far the volume was really turned.',
  ],
  records: [{ word: 'Record pink noise', played: 'pink' }],
  forms: [],
  volts: { title: 'Read with a meter', along: 'step' },
  kinds: ['level'],
  pairs: (job) => job.units.filter((u) => u.kind === 'radio').flatMap((u) => u.pairs),
  finding: (b, id) => ofOutput(b, id)?.feed ?? null,
};
