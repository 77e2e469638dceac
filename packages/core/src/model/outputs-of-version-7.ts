import { WIRE_COLOURS } from './words.ts';

type Content = Record<string, unknown>;

const isContent = (value: unknown): value is Content =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const listOf = (value: unknown): Content[] => (Array.isArray(value) ? value.filter(isContent) : []);
const textOf = (value: unknown): string => (typeof value === 'string' ? value.trim() : '');
const isLive = (item: Content) => (item['retiredAt'] ?? null) === null;

/** What a sheet of typed colours is called; the same as a database of that time was given. */
const SHEET = { name: 'Colours noted at outputs', source: 'typed before outputs named cavities' };
const MOST_CLAIMS = 1000;
const MOST_SHEETS = 40;

interface OldEnd {
  sign: 'plus' | 'minus';
  cavityId: string;
  wire: string;
}

/**
 * Version 7 wrote an output's plug, cavities and colours as text. Text that leads to cavities of the one drawn plug of
 * that name becomes ends; text that leads nowhere, or that two outputs share, stays text and joins nothing. Colours that
 * nobody saw become claims; a polarity is what somebody stated. Each output that drives a speaker gets one.
 */
export function outputsOfVersion7(content: Content): Content {
  const units = listOf(content['units']);
  const ends = new Map<Content, OldEnd[]>();
  const users = new Map<string, Content[]>();
  for (const unit of units)
    for (const pair of listOf(unit['pairs'])) {
      const own = endsOfText(pair, unit, units);
      ends.set(pair, own);
      if (isLive(unit) && isLive(pair))
        for (const { cavityId } of own) users.set(cavityId, [...(users.get(cavityId) ?? []), pair]);
    }
  const crowded = new Set([...users.values()].filter((list) => list.length > 1).flat());
  for (const pair of crowded) ends.set(pair, []);
  const sheets = Array.isArray(content['sheets']) ? content['sheets'] : [];
  const claims = sheets.length < MOST_SHEETS ? claimsOf(ends, listOf(content['readings'])) : [];
  const job = isContent(content['job']) ? content['job'] : {};
  return {
    ...content,
    units: onEach(content['units'], (unit) => ({
      ...unit,
      pairs: onEach(unit['pairs'], (pair) => pairNow(pair, ends.get(pair) ?? [], crowded.has(pair))),
    })),
    speakers: speakersOf(units),
    sheets:
      claims.length === 0
        ? content['sheets']
        : [
            ...sheets,
            { ...SHEET, chosenVariant: null, version: 1, retiredAt: null, takenAt: job['createdAt'], claims },
          ],
  };
}

const onEach = (value: unknown, change: (item: Content) => object): unknown =>
  Array.isArray(value) ? value.map((item: unknown) => (isContent(item) ? change(item) : item)) : value;

/** The ends that a pair's text leads to; none when any part of it leads nowhere. */
function endsOfText(pair: Content, unit: Content, units: readonly Content[]): OldEnd[] {
  const name = textOf(pair['plug']).toLowerCase();
  if (name === '') return [];
  const named = (of: Content) =>
    listOf(of['connectors']).filter((c) => isLive(c) && textOf(c['name']).toLowerCase() === name);
  const [own] = named(unit);
  const all = units.filter(isLive).flatMap(named);
  const plug = own ?? (all.length === 1 ? all[0] : undefined);
  if (!plug) return [];
  const count = listOf(plug['rows']).reduce((n, row) => n + Number(row['cavities']), 0);
  const empty = Array.isArray(plug['empty']) ? plug['empty'] : [];
  const wanted = (['plus', 'minus'] as const).filter((sign) => typeof pair[`${sign}Cavity`] === 'number');
  const ends = wanted.flatMap((sign): OldEnd[] => {
    const number = Number(pair[`${sign}Cavity`]);
    if (!Number.isInteger(number) || number < 1 || number > count || empty.includes(number)) return [];
    return [{ sign, cavityId: `${textOf(plug['key'])}:${number}`, wire: textOf(pair[`${sign}Wire`]) }];
  });
  return ends.length === wanted.length ? ends : [];
}

function pairNow(old: Content, ends: readonly OldEnd[], crowded: boolean): Content {
  const { plug, plusCavity, minusCavity, plusWire, minusWire, polarity, polarityStanding, ...pair } = old;
  const given = (...values: unknown[]) => values.filter((v) => v !== null && v !== undefined && v !== '');
  const place = given(textOf(plug), given(plusCavity, minusCavity).join('/')).join(' · ');
  const wires = given(plusWire, minusWire).join(' and ');
  const text = given(place, wires, crowded ? 'named by two outputs' : '').join(', ');
  return {
    ...pair,
    ends: ends.map(({ sign, cavityId }) => ({ sign, cavityId })),
    placeText: ends.length > 0 ? '' : text.slice(0, 80),
    stage: 'unknown',
    statedPolarity: polarityStanding === 'assumed' && polarity === 'normal' ? 'unknown' : polarity,
  };
}

/** Colours of ends that nobody read at the wire itself. */
function claimsOf(ends: ReadonlyMap<Content, OldEnd[]>, readings: readonly Content[]): Content[] {
  const seen = new Map<unknown, unknown>();
  for (const { cavityId, observation: o, withdrawnAt } of readings)
    if ((withdrawnAt ?? null) === null && isContent(o) && o['kind'] === 'seen' && o['wire'] && !o['unsure'])
      seen.set(cavityId, o['wire']);
  const known = new RegExp(`^(?:${WIRE_COLOURS.join('|')})(?:/(?:${WIRE_COLOURS.join('|')}))?$`);
  return [...ends]
    .flatMap(([pair, own]) => (isLive(pair) ? own : []))
    .filter(({ cavityId, wire }) => known.test(wire) && seen.get(cavityId) !== wire)
    .slice(0, MOST_CLAIMS)
    .map(({ sign, cavityId, wire }) => ({
      cavityId,
      variant: '',
      role: null,
      channel: null,
      sign,
      wire,
      text: '',
    }));
}

/** A radio's outputs drive speakers only where no amplifier is listed; coil 1 and coil 2 are one speaker's. */
function speakersOf(units: readonly Content[]): Content[] {
  const live = units.filter(isLive);
  const amplified = live.some((u) => u['kind'] !== 'radio');
  const speakers = new Map<unknown, { way: unknown; coils: { pairId: unknown; ohm: null }[] }>();
  for (const unit of live) {
    if (amplified && unit['kind'] === 'radio') continue;
    for (const pair of listOf(unit['pairs']).filter(isLive)) {
      const { key, side, axle, way, suffix } = pair;
      const coil = /^coil [1-4]$/i.test(textOf(suffix));
      const of = coil ? [unit['key'], side, axle, way].join(' ') : key;
      const speaker = speakers.get(of) ?? { way, coils: [] };
      if (speaker.coils.length < 4) speaker.coils.push({ pairId: key, ohm: null });
      speakers.set(of, speaker);
    }
  }
  return [...speakers.values()].map((speaker) => ({ ...speaker, version: 1, retiredAt: null }));
}
