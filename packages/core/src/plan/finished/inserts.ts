import { entryOf } from '../../library/entry-of.ts';
import type { LibraryDevice } from '../../model/device.ts';
import type { Insert, InsertPlace } from '../../model/insert.ts';
import type { PlanChanges } from '../../model/plan-changes.ts';

/** An insert with its entry in the library; null: only its kind is known. */
export interface PlacedInsert {
  insert: Insert;
  entry: LibraryDevice | null;
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
      entry: entryOf(
        insert,
        devices.filter((d) => d.kind === insert.kind),
      ),
    }));

/** The entries of inserts, of one place or of all. */
export const entriesOf = (inserts: readonly PlacedInsert[], place?: InsertPlace): LibraryDevice[] =>
  inserts.filter((i) => !place || i.insert.at === place).flatMap((i) => i.entry ?? []);
