/** Paint for the letters of IEC 60757. */
export const PAINT: Record<string, string> = {
  BK: '#16191b',
  BN: '#7b4d29',
  RD: '#cf3b35',
  OG: '#e08a2e',
  YE: '#e3c23f',
  GN: '#3d9950',
  BU: '#3375c8',
  VT: '#8450a8',
  GY: '#8d9496',
  WH: '#eceae2',
  PK: '#e092b0',
  TQ: '#3aa6a4',
};
/** The colours in words, for tools that read aloud and for tooltips. */
export const COLOUR_NAME: Record<string, string> = {
  BK: 'black',
  BN: 'brown',
  RD: 'red',
  OG: 'orange',
  YE: 'yellow',
  GN: 'green',
  BU: 'blue',
  VT: 'violet',
  GY: 'grey',
  WH: 'white',
  PK: 'pink',
  TQ: 'turquoise',
};

/** A wire's colours in words: `brown with white`. */
export function wireName(wire: string | null): string {
  if (!wire) return 'colour not noted';
  return wire
    .split('/')
    .map((c) => COLOUR_NAME[c])
    .join(' with ');
}
