/** Parts of a car that wire runs through or ends in; left and right as one sits in it. */
export const ZONES = [
  'engine-bay-left',
  'engine-bay-right',
  'dash-left',
  'dash-centre',
  'dash-right',
  'footwell-left',
  'footwell-right',
  'tunnel',
  'front-door-left',
  'front-door-right',
  'rear-door-left',
  'rear-door-right',
  'front-seat-left',
  'front-seat-right',
  'rear-seat',
  'sill-left',
  'sill-right',
  'quarter-left',
  'quarter-right',
  'shelf',
  'boot',
  'bed',
  'pillar-left',
  'pillar-right',
  'headlining',
] as const;
export type ZoneId = (typeof ZONES)[number];

/** Bodies with a plan of their zones. */
export const BODIES = [
  'hatchback',
  'saloon',
  'coupe',
  'estate',
  'pickup',
  'van',
  'two-seater',
  'off-roader',
] as const;
export type BodyKind = (typeof BODIES)[number];
