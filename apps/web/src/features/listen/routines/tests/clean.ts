import { type GuidedTest, outputsOf, ofOutput, QUIET_CONTROLS } from '../guided-test.ts';

export const clean: GuidedTest = {
  id: 'clean',
  title: 'Clean maximum',
  asks: 'How many volts come out before it distorts, and at which step?',
  with: 'analyser and a calibrated input, or a meter',
  set: [...QUIET_CONTROLS, 'speaker on as the load', 'support supply, or engine idling outdoors'],
  steps: [
    'Choose a tone inside the output’s band: 60 Hz for a subwoofer, 120 Hz for a woofer, 1 kHz for a mid, 6 kHz for a tweeter.',
    'Start low. Record a few seconds at each step, or a stepped track at the loudest step.',
    'Note the supply voltage beside each. Stop at the step where distortion jumps.',
    'With a meter: read the volts at four or more steps; where they stop following is the end.',
  ],
  caution:
    'Never a full-level tone into a tweeter. A few seconds each, and let the coil cool. An amplifier that falls asleep in between has to be woken again: keep the radio on.',
  records: [{ word: 'Record a tone', played: 'tone' }],
  forms: [],
  volts: { title: 'Read with a meter', along: 'step' },
  kinds: ['level'],
  pairs: outputsOf,
  finding: (b, id) => ofOutput(b, id)?.clean ?? null,
};
