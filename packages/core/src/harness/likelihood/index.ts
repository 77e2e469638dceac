import type { Observation } from '../../model/reading.ts';
import { acLikelihood } from './ac.ts';
import { dcLikelihood } from './dc.ts';
import { ohmsLikelihood } from './ohms.ts';
import type { LikelihoodModel } from './outcome.ts';
import { seenLikelihood } from './seen.ts';
import { coneLikelihood, toneLikelihood } from './tone-and-cone.ts';

const MODELS = {
  dc: dcLikelihood,
  ac: acLikelihood,
  ohms: ohmsLikelihood,
  tone: toneLikelihood,
  cone: coneLikelihood,
  seen: seenLikelihood,
};

/** How likely readings of an instrument are; null for what is no evidence (a note). */
export function likelihoodOf(observation: Observation): LikelihoodModel<Observation> | null {
  return observation.kind === 'note'
    ? null
    : (MODELS[observation.kind] as unknown as LikelihoodModel<Observation>);
}
