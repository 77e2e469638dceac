import {
  type FinishedCar,
  type FinishedDevice,
  type FinishedOutput,
  type FinishedSpeaker,
  INSERT_KINDS,
  type InsertPlace,
  isUnused,
  type SignalSource,
} from '@ulpen/core';

/** Something that is drawn: outputs or speakers of one place and one fate are one, a device is one. */
export type CarNode = { id: string; column: number } & (
  | { kind: 'outputs'; outputs: FinishedOutput[] }
  | { kind: 'data' }
  | { kind: 'device'; device: FinishedDevice; insert: boolean }
  | { kind: 'speakers'; speakers: FinishedSpeaker[] }
);

/** A way of signal between two things. */
export interface CarEdge {
  id: string;
  from: string;
  to: string;
  /** what was there before, or what is new */
  made: 'factory' | 'new';
  /** how its wires are led elsewhere at the factory output */
  intercepted: 'cut' | 'harness-pair' | null;
  /** a device can be inserted here, for this target */
  insert: InsertOffer | null;
}

export interface InsertOffer {
  targetId: string;
  /** straight from an output into an amplifier, it is at the outputs and before the amplifier alike */
  places: InsertPlace[];
}

export interface CarGraph {
  nodes: CarNode[];
  edges: CarEdge[];
}

/** Columns from left to right; those that nothing is in are left out. */
const COLUMN = { outputs: 0, first: 1, between: 2, last: 3, amplifier: 4, crossover: 5, speakers: 6 };

const columnOf = ({ kind }: FinishedDevice): number =>
  kind === 'amplifier'
    ? COLUMN.amplifier
    : kind === 'load-module'
      ? COLUMN.first
      : kind === 'passive-crossover'
        ? COLUMN.crossover
        : isInsert(kind)
          ? COLUMN.last
          : COLUMN.between;

const isInsert = (kind: FinishedDevice['kind']) => INSERT_KINDS.some((k) => k === kind);

type Place = Pick<FinishedSpeaker, 'axle' | 'way'>;

/** The finished car as what is drawn of it and the ways between. */
export function carGraph(
  car: FinishedCar,
  placeOf: (pairId: string) => Place & { unitId: string },
): CarGraph {
  const outputs = outputNodes(car, placeOf);
  const speakers = speakerNodes(car);
  const devices = deviceNodes(car);
  const data = car.devices.some((d) => d.inputs.some((i) => i.source.from === 'data'))
    ? [{ id: 'data', column: COLUMN.outputs, kind: 'data' as const }]
    : [];
  const nodes: CarNode[] = [...outputs, ...data, ...devices, ...speakers];
  const nodeOf = (source: SignalSource): string | undefined =>
    source.from === 'data'
      ? 'data'
      : source.from === 'device'
        ? source.deviceId
        : outputs.find((o) => o.outputs.some((p) => p.pairId === source.pairId))?.id;
  const intoDevices = car.devices.flatMap((d) =>
    d.inputs.map(({ source, n }) => ({ source, to: d.id, insert: insertInto(d, n, source) })),
  );
  const intoSpeakers = speakers.flatMap((node) =>
    node.speakers.flatMap((s) =>
      s.coils.flatMap(({ source }) =>
        source ? [{ source, to: node.id, insert: insertBefore(car, source) }] : [],
      ),
    ),
  );
  const edges = new Map<string, CarEdge>();
  const offered = new Set<string>();
  for (const { source, to, insert } of [...intoDevices, ...intoSpeakers]) {
    const from = nodeOf(source);
    const id = `${from} ${to}`;
    if (from === undefined || edges.has(id)) continue;
    const output = source.from === 'output' ? car.outputs.find((o) => o.pairId === source.pairId) : undefined;
    const node = speakers.find((s) => s.id === to);
    const stays = source.from === 'output' && node !== undefined && node.speakers[0].fate === 'stays';
    const key = insert && `${insert.targetId} ${insert.places.join(' ')}`;
    const first = key !== null && !offered.has(key);
    if (first) offered.add(key);
    edges.set(id, {
      id,
      from,
      to,
      made: stays ? 'factory' : 'new',
      intercepted: stays ? null : (output?.intercepted?.by ?? null),
      insert: first ? insert : null,
    });
  }
  return { nodes, edges: [...edges.values()] };
}

/** Where a box may be put in before a device: at the outputs before the first, before the amplifier behind. */
function insertInto(device: FinishedDevice, input: number, source: SignalSource): InsertOffer | null {
  const output = device.outputs.find((o) => o.of.includes(input));
  if (!output || isInsert(device.kind)) return null;
  const places: InsertPlace[] = [
    ...(device.kind !== 'amplifier' || source.from === 'output' ? ['outputs' as const] : []),
    ...(device.kind === 'amplifier' ? ['amplifier' as const] : []),
  ];
  return { targetId: output.channel.targetId, places };
}

function insertBefore({ devices }: FinishedCar, source: SignalSource): InsertOffer | null {
  if (source.from !== 'device') return null;
  const output = devices.find((d) => d.id === source.deviceId)?.outputs.find((o) => o.n === source.output);
  return output ? { targetId: output.channel.targetId, places: ['speaker'] } : null;
}

/** Things of a key as one, in the order in which their first comes. */
function grouped<T>(items: readonly T[], keyOf: (item: T) => string): T[][] {
  const groups = new Map<string, T[]>();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return [...groups.values()];
}

type OutputNode = Extract<CarNode, { kind: 'outputs' }>;

/** A radio's line that goes on into the factory amplifier as before is not drawn; nothing of it changes. */
function outputNodes(
  { outputs, speakers }: FinishedCar,
  placeOf: (pairId: string) => Place & { unitId: string },
): OutputNode[] {
  const shown = outputs.filter((o) => !o.line || o.drives.inputs.length > 0);
  const keyOf = (o: FinishedOutput): string => {
    const { axle, way, unitId } = placeOf(o.pairId);
    if (!o.plays) return `silent ${unitId}`;
    if (isUnused(o)) return `unused ${unitId} ${o.load}`;
    const drives = speakers.filter((s) => o.drives.coils.some((c) => c.speakerId === s.id));
    // What goes on as it was is one for both sides.
    const untouched = o.drives.inputs.length === 0 && drives.length === 1 && drives[0].fate === 'stays';
    return untouched ? `stays ${unitId} ${axle} ${way}` : o.pairId;
  };
  return grouped(shown, keyOf).map((own) => ({
    id: `outputs:${own[0].pairId}`,
    column: COLUMN.outputs,
    kind: 'outputs',
    outputs: own,
  }));
}

/** What a signal goes through; the turn-on delay and the breaker stand in their own chains. */
const deviceNodes = ({ devices }: FinishedCar): Extract<CarNode, { kind: 'device' }>[] =>
  devices
    .filter((d) => d.inputs.length > 0)
    .map((device) => ({
      id: device.id,
      column: columnOf(device),
      kind: 'device',
      device,
      insert: isInsert(device.kind),
    }));

/** Every speaker that is in the car afterwards; one that was taken out is none of them. */
function speakerNodes({ speakers }: FinishedCar): Extract<CarNode, { kind: 'speakers' }>[] {
  const shown = speakers.filter((s) => s.fate !== 'replaced');
  const keyOf = (s: FinishedSpeaker) =>
    (s.fate === 'stays' || s.fate === 'silent') && !s.coils.some((c) => c.source?.from === 'device')
      ? `${s.fate} ${s.axle} ${s.way} ${s.side === 'left' || s.side === 'right' ? 'sides' : s.side}`
      : s.id;
  return grouped(shown, keyOf).map((own) => ({
    id: `speakers:${own[0].id}`,
    column: COLUMN.speakers,
    kind: 'speakers',
    speakers: own,
  }));
}
