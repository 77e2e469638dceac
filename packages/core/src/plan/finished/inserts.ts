import type { LibraryDevice } from '../../model/device.ts';
import type { Insert, InsertPlace } from '../../model/insert.ts';
import type { PlanChanges } from '../../model/plan.ts';

/** An insert with its entry in the library; null: only its kind is known. */
export interface PlacedInsert {
  insert: Insert;
  entry: LibraryDevice | null;
}

/** By its id; by its name where that is not of this library, as in a job that came as a file. */
function entryOf(
  { kind, deviceId, device }: Insert,
  devices: readonly LibraryDevice[],
): LibraryDevice | null {
  const same = devices.filter((d) => d.kind === kind);
  return same.find((d) => d.id === deviceId) ?? same.find((d) => d.name === device) ?? null;
}

/** What a person put into the way of a target's channels, in the order in which the signal meets it. */
export const insertsOf = (
  targetId: string,
  { inserts }: Pick<PlanChanges, 'inserts'>,
  devices: readonly LibraryDevice[],
): PlacedInsert[] =>
  inserts
    .filter((insert) => insert.targetId === targetId)
    .map((insert) => ({
      insert,
      entry: entryOf(insert, devices),
    }));

/** The entries of inserts, of one place or of all. */
export const entriesOf = (inserts: readonly PlacedInsert[], place?: InsertPlace): LibraryDevice[] =>
  inserts.filter((i) => !place || i.insert.at === place).flatMap((i) => i.entry ?? []);
