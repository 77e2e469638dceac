import type { Preferences } from '@ulpen/core';
import type { Command } from './command.ts';

/** The shop's choices, which every plan is worked out with. */
export const changePreferences: Command<Preferences, Preferences> = {
  job: () => null,
  request: (fields) => ({ method: 'PUT', path: '/shop/preferences', body: fields }),
  touches: () => ['shop'],
};
