import type { PairFields, PairView } from '@ulpen/core';

/** What a person changes of an output, without what is derived from map and readings. */
export const outputFields = ({
  side,
  axle,
  way,
  suffix,
  ends,
  placeText,
  stage,
  statedPolarity,
}: PairView): PairFields => ({
  side,
  axle,
  way,
  suffix,
  ends: ends.map(({ sign, cavityId }) => ({ sign, cavityId })),
  placeText,
  stage,
  statedPolarity,
});
