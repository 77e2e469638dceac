import { BassSteps } from '../BassSteps.tsx';
import { type GuidedTest, outputsOf, ofOutput, QUIET_CONTROLS } from '../guided-test.ts';

export const bass: GuidedTest = {
  id: 'bass',
  title: 'Bass over volume',
  asks: 'Is bass cut as the volume rises, and from which step?',
  with: 'analyser',
  set: [...QUIET_CONTROLS, 'speaker on as the load'],
  steps: [
    'Play pink noise. Record the output with the bass at a low step, a usual one and the loudest that is used.',
    'A subwoofer has nothing to be compared with: record a mid output at the same steps.',
    'Where bass is cut between two steps, measure the steps between.',
  ],
  caution: 'Loud noise harms hearing: wear protection, keep it brief, keep people out of the car.',
  records: [{ word: 'Record pink noise', played: 'pink' }],
  forms: [],
  kinds: [],
  pairs: (job) => outputsOf(job).filter((p) => p.way !== 'tweeter'),
  finding: (b, id) => ofOutput(b, id)?.bass ?? null,
  Shows: BassSteps,
};
