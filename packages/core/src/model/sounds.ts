/** Sounds that a factory system adds to the music, and that somebody notes where they are heard. */
export const ADDED_SOUNDS = [
  'chimes',
  'parking',
  'navigation',
  'telephone',
  'indicator',
  'emergency-call',
] as const;
export type AddedSound = (typeof ADDED_SOUNDS)[number];

/** All sounds that a plan must answer for. */
export const TRIGGER_SOUNDS = [...ADDED_SOUNDS, 'seat-belt', 'pedestrian'] as const;
export type TriggerSound = (typeof TRIGGER_SOUNDS)[number];

export const SOUND_WORD: Record<TriggerSound, string> = {
  chimes: 'Chimes',
  parking: 'Parking sounds',
  navigation: 'Navigation voice',
  telephone: 'Telephone',
  indicator: 'Indicator clicks',
  'emergency-call': 'Emergency call',
  'seat-belt': 'Seat-belt warning',
  pedestrian: 'Pedestrian warning',
};
