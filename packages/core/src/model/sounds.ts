/** Sounds that a factory system adds to the music, and that somebody notes where they are heard. */
export const ADDED_SOUNDS = [
  'chimes',
  'parking',
  'navigation',
  'telephone',
  'indicator',
  'emergency-call',
  'seat-belt',
  'pedestrian',
] as const;
export type AddedSound = (typeof ADDED_SOUNDS)[number];

/** All sounds that a plan must answer for. */
export const TRIGGER_SOUNDS = ADDED_SOUNDS;
export type TriggerSound = AddedSound;

/** Where a sound is made; `own-speaker`: it has a sounder of its own, which no plan touches. */
export const SOUND_SOURCES = ['radio', 'amplifier', 'own-speaker', 'unknown'] as const;
export type SoundSource = (typeof SOUND_SOURCES)[number];

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

/** Sounds that the law or type approval asks for: they must go on working, whatever the owner signs. */
export const REQUIRED_SOUNDS: readonly TriggerSound[] = [
  'chimes',
  'seat-belt',
  'indicator',
  'emergency-call',
  'pedestrian',
];
