import { SETUP_PLACES, type SetupPlace } from '@ulpen/core';

/** Names a place of the drawing in the address, beside the names of its parts. */
export const placeId = (place: SetupPlace): string => `place:${place}`;

export const placeOf = (part: string | null): SetupPlace | null =>
  SETUP_PLACES.find((place) => placeId(place) === part) ?? null;

export const PLACE_TITLE: Record<SetupPlace, string> = {
  'turn-on': 'Turn-on',
  supply: 'Power supply',
  ground: 'Ground and routing',
  factory: 'Factory system',
  volume: 'Volume',
};
