import type { InsertKind } from './device.ts';
import type { InsertPlace } from './insert.ts';

export const INSERT_WORDS: Record<InsertKind, string> = {
  'bass-restorer': 'bass restorer',
  'line-filter': 'line filter',
  isolator: 'ground loop isolator',
  'level-control': 'level control',
  'load-module': 'load module',
  'passive-crossover': 'passive crossover',
  'remote-delay': 'turn-on delay',
  breaker: 'circuit breaker',
};

export const PLACE_WORDS: Record<InsertPlace, string> = {
  outputs: 'at the factory outputs',
  amplifier: 'before the amplifier',
  speaker: 'before the speaker',
  'turn-on': 'in the turn-on lead',
  supply: 'in the power cable',
};
