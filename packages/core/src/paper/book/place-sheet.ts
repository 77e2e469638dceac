import type { Joint } from '../../wiring/joints/joints-of.ts';
import { JOINT_CRAFT } from '../../wiring/joints/joint-kinds.ts';
import { markOfWire } from '../../wiring/job/cable-lists.ts';
import type { Arrival, WorkPlace } from '../../wiring/job/places.ts';
import { terminalName, terminalOnBox } from '../../wiring/words.ts';
import { type Cell, Flow } from '../flow.ts';
import type { BookSheet } from '../marks.ts';
import type { BookInput } from './book-input.ts';

/** Places that are small by themselves share a sheet. */
const TOGETHER: Readonly<Record<string, string>> = {
  speaker: 'Speakers',
  ground: 'Supply, ground and turn-on',
  distribution: 'Supply, ground and turn-on',
  'factory-feed': 'Supply, ground and turn-on',
  'main-fuse': 'Supply, ground and turn-on',
  battery: 'Supply, ground and turn-on',
  relay: 'Supply, ground and turn-on',
  'turn-on': 'Supply, ground and turn-on',
};

/** What a person takes along: a sheet for each unit and box, one for the speakers, one for supply. */
export function placeSheets(places: readonly WorkPlace[], input: BookInput): BookSheet[] {
  const groups = new Map<string, WorkPlace[]>();
  for (const place of places) {
    const title = TOGETHER[place.id.split(':')[0]];
    const key = title ?? place.id;
    groups.set(key, [...(groups.get(key) ?? []), place]);
  }
  return [...groups].map(([key, list]) => {
    const several = list.length > 1;
    const flow = new Flow(input.paper);
    for (const place of list) onePlace(flow, place, several, input);
    howMade(flow, list);
    return {
      id: `place:${key}`,
      title: TOGETHER[list[0].id.split(':')[0]] ?? list[0].title,
      pages: flow.pages(),
    };
  });
}

/** What comes in at one place, every joint in order, what to look at before the trim goes back. */
function onePlace(flow: Flow, place: WorkPlace, named: boolean, { bench, wiring }: BookInput): void {
  if (named) flow.heading(place.title);
  flow.text(
    place.zone === null
      ? 'Nobody has said where in the car this is.'
      : place.zoneSaid
        ? place.zone
        : `${place.zone} (usual place: not confirmed)`,
    'quiet',
  );
  for (const caution of place.cautions) flow.text(caution, 'wrong', 'strong');
  if (place.arrivals.length > 0) {
    if (!named) flow.heading('Cables here');
    flow.table(
      [
        { title: 'Mark', pt: 38 },
        { title: 'Cable', share: 2 },
        { title: 'Other end', share: 2 },
        { title: 'Length', pt: 56, align: 'right' },
      ],
      place.arrivals.map(arrivalRow),
    );
  }
  if (!named) flow.heading('Joints, in this order');
  flow.table(
    [
      { title: 'Made', pt: 30 },
      { title: 'End', share: 1.4 },
      { title: 'New conductor', share: 0.9 },
      { title: 'Goes to', share: 1.6 },
      { title: 'Joint', share: 1.1 },
    ],
    place.joints.map((j) => jointRow(j, { bench, wiring })),
  );
  if (place.after.length === 0) return;
  if (!named) flow.heading('Before the trim goes back');
  flow.list(place.after.map((text) => ({ text, before: { ticked: false } })));
}

function howMade(flow: Flow, places: readonly WorkPlace[]): void {
  const kinds = [...new Set(places.flatMap((p) => p.joints.map((j) => j.kind)))];
  flow.heading('How they are made');
  flow.table(
    [
      { title: 'Joint', pt: 100 },
      { title: 'Steps', share: 1 },
    ],
    kinds.map((k) => [{ text: JOINT_CRAFT[k].name, face: 'strong' }, { text: JOINT_CRAFT[k].steps }]),
  );
}

export const lengthText = ({ lengthM, measured }: Pick<Arrival, 'lengthM' | 'measured'>): string =>
  lengthM === null ? 'not set' : `${measured ? '' : '≈ '}${lengthM.toFixed(1)} m`;

const arrivalRow = (a: Arrival): Cell[] => [
  { text: a.mark, face: 'mono' },
  { text: a.name, under: a.size },
  { text: `${a.way} ${a.far}`, under: a.through.length > 0 ? `by ${a.through.join(', ')}` : '' },
  { text: lengthText(a), face: 'mono' },
];

/** A joint as it is found on the bench: its end, what is joined to it under which colour, and where that leads. */
function jointRow(joint: Joint, { bench, wiring }: Pick<BookInput, 'bench' | 'wiring'>): Cell[] {
  const { at, conductor, kind, done, id } = joint;
  const { names } = wiring;
  const far = conductor && (id.endsWith('|from') ? conductor.to : conductor.from);
  const cable = conductor && bench.cables.find((c) => c.ways.some((w) => w.conductor?.id === conductor.id));
  const colour = cable?.ways.find((w) => w.conductor?.id === conductor?.id)?.colour ?? null;
  const size = conductor?.mm2 ? `${conductor.mm2} mm²` : '';
  return [
    { ticked: done },
    {
      text: at.of === 'device' ? terminalOnBox(at, names.car) : terminalName(at, names),
      wire: wiring.wireAt(at),
      under: conductor ? bench.signalName(conductor) : '',
    },
    !conductor
      ? { text: 'none' }
      : cable
        ? {
            text: cable.mark,
            face: 'mono',
            wire: colour === 'shield' ? null : colour,
            under: colour === 'shield' ? 'shield' : '',
          }
        : { text: markOfWire(bench, conductor.id), face: 'mono', under: size || 'size not chosen' },
    {
      text: far ? terminalName(far, names) : 'nothing: capped by itself',
      under: conductor?.signal?.swapped ? 'swapped on purpose' : '',
    },
    { text: JOINT_CRAFT[kind].name },
  ];
}
