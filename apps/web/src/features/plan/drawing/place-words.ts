import { PLACE_WORDS } from '@ulpen/core';
import type { InsertOffer } from './car-graph.ts';

/** `at the factory outputs or before the amplifier`. */
export const placesInWords = ({ places }: InsertOffer): string =>
  places.map((p) => PLACE_WORDS[p]).join(' or ');
