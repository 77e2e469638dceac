import type { Conditions } from '../model/conditions.ts';
import type { Instrument } from '../readings/index.ts';
import { ROLES } from '../model/sheet.ts';
import { batteryOnPair } from './battery.ts';
import { CHANNEL_PRIOR, CHANNELS, presence } from './channels.ts';
import type { HarnessWorkings } from './map-harness.ts';
import { kindOf } from '../readings/index.ts';
import type { CarVolts } from '../readings/likelihood.ts';
import { ac } from '../readings/ac.ts';
import { dc } from '../readings/dc.ts';
import { IGNITION, type Needed, OFF, PLAYING, RADIO } from './needed.ts';
import { whyTest } from './test-words.ts';

export interface NextTest {
  instrument: Instrument;
  cavityId: string;
  otherCavityId: string | null;
  /** what has to hold for it */
  conditions: Conditions;
  /** expected drop of uncertainty, bits */
  gain: number;
  /** one for a quick probe with nothing to change */
  effort: number;
  why: string;
}

/** A look at a wire always belongs into the record; bits that it is worth. */
const LOOKING = 0.2;
/** What a finding still needs before it may be settled, bits. */
const NEEDED = 0.8;
/** A thing that only a sheet claims is as open as this, bits: measure, never assume. */
const ONLY_CLAIMED = { channel: 1.5, polarity: 0.7 };

const MAY_BE_DATA = 0.3;

/** Under this expected gain nothing more is worth measuring, bits. */
const WORTH = 0.06;
/** How much a test that was done already still tells. */
const NEWS = [1, 0.3, 0.1, 0.03];

const bits = (p: number) => (p > 0 ? -p * Math.log2(p) : 0);
const entropy = (dist: ArrayLike<number>) => {
  let h = 0;
  for (let i = 0; i < dist.length; i++) h += bits(dist[i]);
  return h;
};
const binary = (p: number) => bits(p) + bits(1 - p);
/** What a yes/no test tells of a yes/no question of probability p. */
const told = (p: number, yesIfTrue: number, yesIfFalse: number) =>
  binary(p * yesIfTrue + (1 - p) * yesIfFalse) - p * binary(yesIfTrue) - (1 - p) * binary(yesIfFalse);

const WALK = [
  { balance: 'left' as const, fader: 'centre' as const },
  { balance: 'right' as const, fader: 'centre' as const },
  { balance: 'centre' as const, fader: 'front' as const },
  { balance: 'centre' as const, fader: 'rear' as const },
];

/** Outcomes that stand for what a meter may show, with the width that each stands for. */
const DC_OUTCOMES = [
  [0.02, 0.15],
  [0.6, 1],
  [2.5, 1.2],
  [5, 1.6],
  [6.4, 1.4],
  [12.4, 2.5],
] as const;
const AC_OUTCOMES = [
  [0.003, 1],
  [0.05, 0.7],
  [0.2, 0.5],
  [0.5, 0.5],
  [1.5, 0.6],
] as const;

const AC = ac.likelihood!;
const DC = dc.likelihood!;

type Table = Float64Array[];

/** Probability of each outcome under each role, rows are roles. */
function outcomesByRole(kind: 'dc' | 'ac', c: Conditions, car: CarVolts): Table {
  return ROLES.map((role) => {
    const numbers =
      kind === 'dc'
        ? DC_OUTCOMES.map(
            ([volts, width]) => DC.alone({ kind: 'dc', volts, word: null }, c, role, car) * width,
          )
        : AC_OUTCOMES.map(
            ([volts, width]) => AC.alone({ kind: 'ac', volts, word: null }, c, role, car) * width,
          );
    const drifts =
      kind === 'dc' ? DC.alone({ kind: 'dc', volts: null, word: 'drifting' }, c, role, car) : 0.01;
    const sum = numbers.reduce((a, b) => a + b, 0);
    return Float64Array.from([...numbers.map((n) => ((1 - drifts) * n) / sum), drifts]);
  });
}

/** Expected drop of the uncertainty of a role, bits. */
function gainAlone(roles: Float64Array, table: Table): number {
  let after = 0;
  for (let o = 0; o < table[0].length; o++) {
    let p = 0;
    for (let r = 0; r < roles.length; r++) p += roles[r] * table[r][o];
    if (p === 0) continue;
    for (let r = 0; r < roles.length; r++) after += p * bits((roles[r] * table[r][o]) / p);
  }
  return entropy(roles) - after;
}

const TABLES = new Map<string, Table>();
function tableFor(kind: 'dc' | 'ac', c: Conditions, car: CarVolts): Table {
  const key = [kind, c.ignition, c.radio, c.sound, kind === 'dc' && car.off, kind === 'dc' && car.on].join();
  const known = TABLES.get(key);
  if (known) return known;
  const table = outcomesByRole(kind, c, car);
  TABLES.set(key, table);
  return table;
}

/**
 * The tests that tell most for the effort they take, best first: expected drop of uncertainty over effort, for every
 * test that the tools at hand allow and no lock forbids. Empty when nothing more is worth measuring.
 *
 * @param now the conditions as they are; changing them is effort
 * @param most how many to give
 */
export function nextTests(workings: HarnessWorkings, now: Conditions, most = 3): NextTest[] {
  const { input, wires, readings, beliefs, channels, map } = workings;
  const tools = new Set(input.tools);
  const done = new Map<string, number>();
  const sign = (kind: Instrument, i: number, j: number, c: Conditions) =>
    [
      kind,
      Math.min(i, j),
      Math.max(i, j),
      kindOf(kind).conditionsTell ? `${c.ignition}${c.radio}${c.sound}${c.balance}${c.fader}` : '',
    ].join();
  for (const r of readings) {
    const key = sign(r.reading.observation.kind, r.i, r.j, r.reading.conditions);
    done.set(key, (done.get(key) ?? 0) + 1);
  }
  const list: (NextTest & { worth: number })[] = [];
  const offer = (
    instrument: Instrument,
    i: number,
    j: number,
    c: Conditions,
    raw: number,
    effort: number,
  ) => {
    const gain = raw * NEWS[Math.min(done.get(sign(instrument, i, j, c)) ?? 0, NEWS.length - 1)];
    if (gain < WORTH) return;
    const conditions = { ...c, volumeStep: c.sound === 'playing' ? now.volumeStep : null };
    const total = effort + 0.25 * changes(now, conditions);
    list.push({
      instrument,
      cavityId: wires[i].id,
      otherCavityId: j < 0 ? null : wires[j].id,
      conditions,
      gain,
      effort: total,
      worth: gain / total,
      why: '',
    });
  };
  const open = wires.map((w) => !input.connectors[w.connector].locked);
  // What a sheet alone makes likely is still to be measured.
  const believed = (i: number) =>
    map.cavities[i].standing === 'measured' ? beliefs.roles[i] : workings.measured.roles[i];
  const drivable = wires.map((w) => input.connectors[w.connector].drivable);
  if (tools.has('meter')) {
    wires.forEach((_, i) => {
      if (!open[i]) return;
      for (const c of [OFF, IGNITION, RADIO])
        offer('dc', i, -1, c, gainAlone(believed(i), tableFor('dc', c, workings.car)), 1);
      offer('ac', i, -1, PLAYING, gainAlone(believed(i), tableFor('ac', PLAYING, workings.car)), 1.3);
      if (!done.has(sign('seen', i, -1, OFF))) offer('seen', i, -1, OFF, LOOKING, 0.15);
    });
  }
  const best = new Map(beliefs.best.map((n, place) => [n, place]));
  beliefs.pairs.forEach(({ i, j, kinds, probability }, n) => {
    if (!open[i] || !open[j] || probability < 0.02) return;
    const asOutput = probability * kinds[0];
    const asInput = probability * kinds[1];
    const place = best.get(n);
    const found = place === undefined ? null : map.pairs[place];
    const channel = Math.max(
      place === undefined ? 3.5 : entropy(channels[place]),
      found?.channel?.standing === 'claimed' ? ONLY_CLAIMED.channel : 0,
    );
    const polarity = Math.max(
      found === null ? 1 : binary(found.polarity.probability),
      found?.polarity.standing === 'claimed' ? ONLY_CLAIMED.polarity : 0,
    );
    // A pair that may be data is metered only, until it is decided.
    if (drivable[i] && drivable[j]) {
      const mayBeData = probability * kinds[2] > MAY_BE_DATA;
      const poppable = tools.has('battery') && batteryOnPair(workings, wires[i].id, wires[j].id) === null;
      if (tools.has('meter')) offer('ohms', i, j, OFF, told(asOutput, 0.84, 0.04), 1);
      // Without a tone source the pop of the cell is heard as well.
      if (!mayBeData && (tools.has('tone') || poppable))
        offer('tone', i, j, OFF, told(asOutput, 0.94, 0.012) + 0.85 * asOutput * channel, 1.6);
      if (!mayBeData && (tools.has('tester') || poppable))
        offer('cone', i, j, OFF, 0.5 * told(asOutput, 0.85, 0.012) + 0.85 * asOutput * polarity, 1.6);
      if (tools.has('tester') && tools.has('test-speaker'))
        offer('cone', i, j, PLAYING, told(asInput, 0.85, 0.012) + 0.85 * asInput * polarity, 2);
    }
    if (!tools.has('meter')) return;
    offer('ac', i, j, PLAYING, told(asInput, 0.92, 0.4), 1.3);
    if (place !== undefined && asInput > 0.4) {
      for (const steer of WALK)
        offer(
          'ac',
          i,
          j,
          { ...PLAYING, ...steer },
          asInput * gainOfWalk(found?.channel?.standing === 'claimed' ? FLAT : channels[place], steer),
          1.2,
        );
    }
  });
  if (tools.has('meter'))
    offerNeeded(
      workings,
      (i) => open[i],
      (i) => drivable[i],
      offer,
    );
  // A look costs next to nothing, yet never comes before a test that would tell more.
  const later = (t: NextTest) => Number(t.instrument === 'seen');
  const top = list.sort((a, b) => later(a) - later(b) || b.worth - a.worth).slice(0, most);
  return top.map(({ worth: _, ...test }) => ({ ...test, why: whyTest(test, workings) }));
}

/** Offers what findings that are likely already still need. */
function offerNeeded(
  { map, indexOf, input: { tools } }: HarnessWorkings,
  open: (i: number) => boolean,
  drivable: (i: number) => boolean,
  offer: (instrument: Instrument, i: number, j: number, c: Conditions, raw: number, effort: number) => void,
): void {
  const asked = (needed: Needed | null, cavityId: string, probability: number) => {
    const test = needed?.test;
    if (!test || probability < 0.5) return;
    const i = indexOf.get(cavityId)!;
    const j = test.otherCavityId === null ? -1 : indexOf.get(test.otherCavityId)!;
    const ends = j < 0 ? [i] : [i, j];
    if (!ends.every(open) || (kindOf(test.instrument).drives && !ends.every(drivable))) return;
    if (test.instrument === 'tone' && !tools.includes('tone')) return;
    offer(test.instrument, i, j, test.conditions, NEEDED * probability, 1.3);
  };
  for (const c of map.cavities) asked(c.needed, c.cavityId, c.probability);
  for (const { channel, plusCavityId, probability } of map.pairs)
    if (channel?.needed) {
      const other = channel.needed.test?.otherCavityId;
      const from =
        other === plusCavityId
          ? map.pairs.find((p) => p.plusCavityId === plusCavityId)!.minusCavityId
          : plusCavityId;
      asked(channel.needed, from, probability * channel.probability);
    }
}

const FLAT = Float64Array.from(CHANNEL_PRIOR.input);

function gainOfWalk(channel: Float64Array, { balance, fader }: (typeof WALK)[number]): number {
  let present = 0;
  let each = 0;
  CHANNELS.forEach((c, n) => {
    const p = presence(c, balance, fader);
    present += channel[n] * p;
    each += channel[n] * binary(p);
  });
  return binary(present) - each;
}

/** How many knobs have to be turned from here. */
function changes(now: Conditions, then: Conditions): number {
  const keys = ['ignition', 'radio', 'sound', 'balance', 'fader', 'plug', 'side'] as const;
  return keys.reduce((n, k) => n + (now[k] === then[k] ? 0 : 1), 0);
}
