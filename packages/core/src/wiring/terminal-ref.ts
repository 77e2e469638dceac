/** A place where a conductor ends: named by what it belongs to, so that another model of the same device keeps it. */
export type TerminalRef =
  /** a cavity of a factory plug; unit side and car side are two ends, joined while the plug is as the factory left it */
  | { of: 'plug'; cavityId: string; side: 'unit' | 'car' }
  /** a wire of an output whose cavity nobody has found yet, on the unit's or the car's side of where it will be joined */
  | { of: 'output'; pairId: string; sign: Sign; side: 'unit' | 'car' }
  /** `pole`: of a socket that takes both conductors; null: a terminal of one */
  | { of: 'device'; deviceId: string; key: string; pole: Sign | null }
  | { of: 'speaker'; speakerId: string; coil: number; sign: Sign }
  | { of: 'resistor'; pairId: string; sign: Sign }
  | { of: 'battery'; post: Sign }
  /** a supply of the car's that is used instead of one of its own */
  | { of: 'factory-feed' }
  /** `source`: the end towards the battery; `id`: `main`, `feed`, or what it protects */
  | { of: 'fuse'; id: string; leg: 'source' | 'load' }
  /** `way`: `in`, or what hangs on it */
  | { of: 'distribution'; way: string }
  | { of: 'ground'; point: string }
  /** what turns the system on */
  | { of: 'turn-on' }
  /** terminals of a relay by DIN 72552: 85 and 86 its coil, 30 what it switches, 87 what it feeds */
  | { of: 'relay'; pin: 30 | 85 | 86 | 87 };

export type Sign = 'plus' | 'minus';
export const SIGNS: readonly Sign[] = ['plus', 'minus'];

/** A ground point, or the battery's own. */
export const isGround = (t: TerminalRef): boolean =>
  t.of === 'ground' || (t.of === 'battery' && t.post === 'minus');

/** Names a terminal for good. @example terminalId({ of: 'battery', post: 'plus' }) // 'battery:plus' */
export function terminalId(t: TerminalRef): string {
  switch (t.of) {
    case 'plug':
      return `plug:${t.cavityId}:${t.side}`;
    case 'output':
      return `output:${t.pairId}:${t.sign}:${t.side}`;
    case 'device':
      return ['device', t.deviceId, t.key, ...(t.pole ? [t.pole] : [])].join(':');
    case 'speaker':
      return `speaker:${t.speakerId}:${t.coil}:${t.sign}`;
    case 'resistor':
      return `resistor:${t.pairId}:${t.sign}`;
    case 'battery':
      return `battery:${t.post}`;
    case 'fuse':
      return `fuse:${t.id}:${t.leg}`;
    case 'distribution':
      return `distribution:${t.way}`;
    case 'ground':
      return `ground:${t.point}`;
    case 'relay':
      return `relay:${t.pin}`;
    case 'factory-feed':
    case 'turn-on':
      return t.of;
  }
}
