import type { TargetFields } from '@ulpen/core';

/** Usual targets to start from: the shapes that owners ask for. Bands are what such speakers usually get. */
export const TARGET_STARTS: readonly TargetFields[] = [
  { name: 'Front set', layout: 'stereo', axle: 'front', lowHz: 80, highHz: 18_000, speakerLevelInput: false },
  { name: 'Rear pair', layout: 'stereo', axle: 'rear', lowHz: 80, highHz: 16_000, speakerLevelInput: false },
  { name: 'Subwoofer', layout: 'mono', axle: 'other', lowHz: 30, highHz: 85, speakerLevelInput: false },
  {
    name: 'Front woofers',
    layout: 'stereo',
    axle: 'front',
    lowHz: 60,
    highHz: 2500,
    speakerLevelInput: false,
  },
  {
    name: 'Front tweeters',
    layout: 'stereo',
    axle: 'front',
    lowHz: 2500,
    highHz: 18_000,
    speakerLevelInput: false,
  },
  { name: 'Centre', layout: 'mono', axle: 'front', lowHz: 150, highHz: 16_000, speakerLevelInput: false },
];
