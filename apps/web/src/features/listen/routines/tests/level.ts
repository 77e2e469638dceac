import { type GuidedTest, outputsOf, ofOutput, QUIET_CONTROLS } from '../guided-test.ts';

export const level: GuidedTest = {
  id: 'level',
  title: 'Level over volume',
  asks: 'How much does one step change, and up to which step?',
  with: 'analyser or meter',
  set: [...QUIET_CONTROLS, 'speaker on as the load'],
  steps: [
    'Record pink noise at three or more steps, or read a tone’s volts with a meter at as many.',
    'Take the steps from low to the loudest that is used.',
  ],
  records: [{ word: 'Record pink noise', played: 'pink' }],
  forms: [],
  volts: { title: 'Read with a meter', along: 'step' },
  kinds: ['level'],
  pairs: outputsOf,
  finding: (b, id) => ofOutput(b, id)?.level ?? null,
};
