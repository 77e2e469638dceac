import type { DeviceKind } from '@ulpen/core';

export const KIND_WORD: Record<DeviceKind, string> = {
  'passive-converter': 'Passive converter',
  converter: 'Converter',
  processor: 'Processor',
  'data-interface': 'Data interface',
  amplifier: 'Amplifier',
  'bass-restorer': 'Bass restorer',
  'line-filter': 'Line filter',
  isolator: 'Ground loop isolator',
  'level-control': 'Level control',
  'load-module': 'Load module',
  'passive-crossover': 'Passive crossover',
  'remote-delay': 'Turn-on delay',
  breaker: 'Circuit breaker',
  'harness-half': 'Harness half',
};
