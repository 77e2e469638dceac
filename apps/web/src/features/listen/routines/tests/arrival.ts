import { arrivalFinding } from '@ulpen/core';
import { type GuidedTest, outputsOf, QUIET_CONTROLS } from '../guided-test.ts';

export const arrival: GuidedTest = {
  id: 'arrival',
  title: 'Delay and polarity',
  asks: 'When does each output come, and with which sign, processed ones against untouched ones?',
  with: 'analyser with two channels',
  set: [...QUIET_CONTROLS, 'balance and fader centre', 'seat focus off'],
  steps: [
    'Take two outputs whose bands overlap: woofer and mid, mid and tweeter, left and right.',
    'Record a minute of pink noise of both at once; choose the second on the next page.',
    'Go on from neighbour to neighbour. An output taken before the amplifier shows the amplifier’s delay.',
  ],
  records: [{ word: 'Record two outputs', played: 'pink' }],
  forms: [],
  kinds: [],
  pairs: outputsOf,
  finding: (b, id, nameOf) => (id === null ? null : arrivalFinding(b.arrivals, id, nameOf)),
};
