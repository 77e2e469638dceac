import { entryOf } from '../../library/entry-of.ts';
import type { LibraryDevice } from '../../model/device.ts';
import type { Insert, InsertPlace, SystemPlace } from '../../model/insert.ts';
import type { PlanChanges } from '../../model/plan-changes.ts';

/** An insert with its entry in the library; null: only its kind is known. */
export interface PlacedInsert {
  insert: Insert;
  entry: LibraryDevice | null;
}

const placed = (insert: Insert, devices: readonly LibraryDevice[]): PlacedInsert => ({
  insert,
  entry: entryOf(
    insert,
    devices.filter((d) => d.kind === insert.kind),
  ),
});

/** What a person put into the way of a target's channels, in the order in which the signal meets it. */
export const insertsOf = (
  targetId: string,
  { inserts }: Pick<PlanChanges, 'inserts'>,
  devices: readonly LibraryDevice[],
): PlacedInsert[] =>
  inserts.filter((insert) => insert.targetId === targetId).map((insert) => placed(insert, devices));

/** What a person put into the turn-on lead or the power cable; null: nothing. */
export function insertAt(
  at: SystemPlace,
  { inserts }: Pick<PlanChanges, 'inserts'>,
  devices: readonly LibraryDevice[],
): PlacedInsert | null {
  const insert = inserts.find((i) => i.at === at);
  return insert ? placed(insert, devices) : null;
}

/** The entries of inserts, of one place or of all. */
export const entriesOf = (inserts: readonly PlacedInsert[], place?: InsertPlace): LibraryDevice[] =>
  inserts.filter((i) => !place || i.insert.at === place).flatMap((i) => i.entry ?? []);
