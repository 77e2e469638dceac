// One plug of two rows of eight (cavities k1 to k16) as Find keeps it, with readings taken on it.
import type { HarnessReading } from '../src/harness/harness-input.ts';
import type { Connector } from '../src/model/connector.ts';
import type { HarnessView } from '../src/model/harness-view.ts';
import type { EndView } from '../src/model/unit.ts';

export const madeConnector = (part: Partial<Connector> = {}): Connector => ({
  id: 'c1',
  unitId: 'u1',
  version: 1,
  name: 'C1',
  rows: [
    { cavities: 8, indent: 0 },
    { cavities: 8, indent: 0 },
  ],
  view: 'wire',
  corner: 'top-left',
  along: 'rows',
  turning: false,
  latch: 'top',
  keying: 'none',
  shell: null,
  sleeve: 'none',
  confirmed: 'audio',
  empty: [],
  note: '',
  cavities: Array.from({ length: 16 }, (_, i) => ({ id: `k${i + 1}`, number: i + 1, empty: false })),
  photos: [],
  ...part,
});

type View = Omit<HarnessView, 'simulation'>;

/** @param withdrawn, later ids of readings that do not count, as they were withdrawn or taken on a later visit */
export const madeView = (
  readings: readonly HarnessReading[] = [],
  part: Partial<Omit<View, 'readings'>> & { withdrawn?: readonly string[]; later?: readonly string[] } = {},
): View => ({
  connectors: part.connectors ?? [madeConnector()],
  sheets: part.sheets ?? [],
  readings: readings.map((r, n) => ({
    ...r,
    entered: '',
    confirmed: false,
    simulated: false,
    takenAt: `2026-11-03T10:00:${String(n).padStart(2, '0')}.000Z`,
    chapter: part.later?.includes(r.id) ? ('later' as const) : ('before' as const),
    withdrawnAt: part.withdrawn?.includes(r.id) ? '2026-11-03T11:00:00.000Z' : null,
  })),
});

/** An end of an output in the plug C1. */
export const madeEnd = (sign: EndView['sign'], cavity: number, part: Partial<EndView> = {}): EndView => ({
  sign,
  cavityId: `k${cavity}`,
  unitId: 'u1',
  connectorId: 'c1',
  plug: 'C1',
  cavity,
  wire: null,
  wireStanding: null,
  ...part,
});
