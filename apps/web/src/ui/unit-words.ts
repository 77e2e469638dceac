import type { UnitFields } from '@ulpen/core';

/** What a unit is called until somebody names it. */
export const USUAL_NAME: Record<UnitFields['kind'], string> = {
  amplifier: 'Amplifier',
  radio: 'Radio',
  subwoofer: 'Subwoofer',
  module: 'Module',
};
