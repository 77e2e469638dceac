import type { DeviceKind } from '@ulpen/core';

export const KIND_WORD: Record<DeviceKind, string> = {
  'passive-converter': 'Passive converter',
  converter: 'Converter',
  processor: 'Processor',
  'data-interface': 'Data interface',
  amplifier: 'Amplifier',
};
