import type { InsertKind } from '../../model/device.ts';
import type { InsertPlace } from '../../model/insert.ts';

export const INSERT_WORDS: Record<InsertKind, string> = {
  'bass-restorer': 'bass restorer',
  'line-filter': 'line filter',
  isolator: 'ground loop isolator',
  'level-control': 'level control',
  'load-module': 'load module',
  'passive-crossover': 'passive crossover',
};

export const PLACE_WORDS: Record<InsertPlace, string> = {
  outputs: 'at the factory outputs',
  amplifier: 'before the amplifier',
  speaker: 'before the speaker',
};
