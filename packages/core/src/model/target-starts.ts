import type { WishShape } from './brief.ts';
import { type Speaker, type TargetFields, USUAL_SPEAKER } from './target.ts';

const start = (
  name: string,
  layout: TargetFields['layout'],
  axle: TargetFields['axle'],
  [lowHz, highHz]: [number, number],
  speaker: Partial<Speaker> = {},
): TargetFields => ({
  name,
  layout,
  axle,
  lowHz,
  highHz,
  speakerLevelInput: false,
  speaker: { ...USUAL_SPEAKER, ...speaker },
  amplifierId: null,
  assumed: true,
});

const FRONT = start('Front set', 'stereo', 'front', [80, 18_000], { watts: 60 });
const REAR = start('Rear pair', 'stereo', 'rear', [80, 16_000], { watts: 50 });
const SUBWOOFER = start('Subwoofer', 'mono', 'other', [30, 85], { way: 'subwoofer', watts: 250 });
const WOOFERS = start('Front woofers', 'stereo', 'front', [60, 2500], { way: 'woofer', watts: 60 });
const TWEETERS = start('Front tweeters', 'stereo', 'front', [2500, 18_000], { way: 'tweeter', watts: 30 });
const CENTRE = start('Centre', 'mono', 'front', [150, 16_000], { watts: 40 });

/** Usual targets to start from: the shapes that owners ask for. Bands are what such speakers usually get. */
export const TARGET_STARTS: readonly TargetFields[] = [FRONT, REAR, SUBWOOFER, WOOFERS, TWEETERS, CENTRE];

/** The new channels that a usual wish comes to; a start, to be changed. */
export const TARGETS_OF_SHAPE: Record<WishShape, readonly TargetFields[]> = {
  subwoofer: [SUBWOOFER],
  'four-channels': [FRONT, REAR],
  'four-and-subwoofer': [FRONT, REAR, SUBWOOFER],
  'active-front': [WOOFERS, TWEETERS],
  'six-with-centre': [FRONT, REAR, CENTRE, SUBWOOFER],
  'replace-amplifier': [
    { ...FRONT, speaker: { ...FRONT.speaker, state: 'kept' } },
    { ...REAR, speaker: { ...REAR.speaker, state: 'kept' } },
  ],
  'expand-later': [FRONT],
};
