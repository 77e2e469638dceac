import type { ZoneId } from '../../model/car-zones.ts';

export type Side = 'left' | 'right' | 'middle';

export interface Zone {
  name: string;
  side: Side;
  /** hottest air that a cable meets there, degC */
  ambientC: number;
  /** water gets there: joints are sealed, boxes stay away */
  wet: boolean;
  /** what forbids a cable to be laid through it; null: nothing */
  noGo: string | null;
}

const CABIN_C = 70;
/** Cabin sheet metal and trim in the sun stay below this; an engine bay's sides reach what class B of ISO 6722-1 stands. */
const ENGINE_BAY_C = 100;
const AIRBAG = 'the path of a curtain airbag';

const cabin = (name: string, side: Side, more: Partial<Zone> = {}): Zone => ({
  name,
  side,
  ambientC: CABIN_C,
  wet: false,
  noGo: null,
  ...more,
});

export const ZONE: Readonly<Record<ZoneId, Zone>> = {
  'engine-bay-left': cabin('Engine bay, left', 'left', { ambientC: ENGINE_BAY_C, wet: true }),
  'engine-bay-right': cabin('Engine bay, right', 'right', { ambientC: ENGINE_BAY_C, wet: true }),
  'dash-left': cabin('Dash, left', 'left'),
  'dash-centre': cabin('Dash, centre', 'middle'),
  'dash-right': cabin('Dash, right', 'right'),
  'footwell-left': cabin('Left footwell', 'left'),
  'footwell-right': cabin('Right footwell', 'right'),
  tunnel: cabin('Centre tunnel', 'middle'),
  'front-door-left': cabin('Front left door', 'left', { wet: true }),
  'front-door-right': cabin('Front right door', 'right', { wet: true }),
  'rear-door-left': cabin('Rear left door', 'left', { wet: true }),
  'rear-door-right': cabin('Rear right door', 'right', { wet: true }),
  'front-seat-left': cabin('Under the front left seat', 'left'),
  'front-seat-right': cabin('Under the front right seat', 'right'),
  'rear-seat': cabin('Under the rear seat', 'middle'),
  'sill-left': cabin('Left sill', 'left'),
  'sill-right': cabin('Right sill', 'right'),
  'quarter-left': cabin('Left quarter panel', 'left'),
  'quarter-right': cabin('Right quarter panel', 'right'),
  shelf: cabin('Parcel shelf', 'middle'),
  boot: cabin('Boot/load area', 'middle'),
  bed: cabin('Load bed', 'middle', { wet: true }),
  'pillar-left': cabin('Left A-pillar', 'left', { noGo: AIRBAG }),
  'pillar-right': cabin('Right A-pillar', 'right', { noGo: AIRBAG }),
  headlining: cabin('Headlining', 'middle', { noGo: AIRBAG }),
};

/** A zone in the middle of a sentence: _the left A-pillar_ keeps its capital. */
export const zoneInText = (zone: ZoneId): string => {
  const { name } = ZONE[zone];
  return name.charAt(0).toLowerCase() + name.slice(1);
};
