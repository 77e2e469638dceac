import type { KeepItem, WishShape } from '@ulpen/core';

export const SHAPE_WORD: Record<WishShape, string> = {
  subwoofer: 'Add a subwoofer',
  'four-channels': 'Four channels',
  'four-and-subwoofer': 'Four and a subwoofer',
  'active-front': 'Active front, processor',
  'six-with-centre': 'Six with centre',
  'replace-amplifier': 'Replace a failed amplifier',
  'expand-later': 'Expand later',
};

export const KEEP_WORD: Record<KeepItem, string> = {
  radio: 'the radio',
  chimes: 'chimes',
  parking: 'parking sounds',
  telephone: 'telephone',
  centre: 'the centre',
  'factory-subwoofer': 'the factory subwoofer',
  'no-cut-wires': 'no wire cut',
  'boot-space': 'boot space',
};
