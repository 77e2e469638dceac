import { tellsOfFactory } from '@ulpen/core';
import { AddedTable } from '../AddedTable.tsx';
import { type GuidedTest, outputsOf } from '../guided-test.ts';
import { ADDED_SOUNDS_FORM } from '../check-forms.ts';

export const added: GuidedTest = {
  id: 'added',
  title: 'Added sounds',
  asks: 'Which outputs carry chimes, parking sounds, navigation, telephone, and where are they made?',
  with: 'ears, or the live analyser',
  set: ['music off', 'usual volume'],
  steps: [
    'Trigger one sound after the other: door open with the key in, reverse gear with something behind, a call, a spoken direction.',
    'Note for each output whether it is heard there.',
    'Unplug the radio’s feed to the amplifier and trigger them again: what still sounds is made in the amplifier.',
  ],
  caution:
    'Factory warning sounds that the law requires must keep working. Do not place an emergency call to test it.',
  records: [{ word: 'Measure its level', played: 'music' }],
  forms: [{ title: 'Note a sound', shape: ADDED_SOUNDS_FORM }],
  kinds: ['added-sound'],
  pairs: outputsOf,
  finding: () => null,
  isTold: (job, pairId) =>
    job.checks.some((c) => c.pairId === pairId && c.body.kind === 'added-sound' && tellsOfFactory(c)),
  AllOutputs: AddedTable,
};
