import { isWarningColoured } from '../model/connector.ts';
import { tellsOfFactory } from '../model/chapter.ts';
import type { HarnessView } from '../model/harness-view.ts';
import type { HarnessInput } from './harness-input.ts';
import type { Tool } from '../model/intake.ts';
import { faceOf } from './layout.ts';

/** What mapping needs of a job's record: readings of the factory system, and cavities that hold a wire. */
export function harnessInputOf(view: Omit<HarnessView, 'simulation'>, tools: readonly Tool[]): HarnessInput {
  return {
    connectors: view.connectors.map((c) => {
      const places = new Map(faceOf(c).places.map((p) => [p.number, p]));
      return {
        id: c.id,
        unitId: c.unitId,
        name: c.name,
        drivable: c.confirmed === 'audio',
        locked: c.confirmed === 'restraint' || isWarningColoured(c),
        cavities: c.cavities.flatMap(({ id, number, empty }) => {
          const place = places.get(number);
          return empty || !place ? [] : [{ id, number, x: place.x, row: place.row }];
        }),
      };
    }),
    readings: view.readings.filter(tellsOfFactory),
    sheets: view.sheets.map(({ id, name, chosenVariant, claims }) => ({ id, name, chosenVariant, claims })),
    tools,
  };
}
