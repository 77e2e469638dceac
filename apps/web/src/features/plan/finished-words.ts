import {
  channelName as placeName,
  type FinishedCar,
  type FinishedDevice,
  type FinishedOutput,
  type FinishedSpeaker,
  formatFrequency,
  type JobView,
  pairName,
  type SignalSource,
} from '@ulpen/core';
import { KIND_WORD } from '../../ui/device-words.ts';
import { channelName } from './channel-name.ts';

const FATE_WORD: Record<FinishedSpeaker['fate'], string> = {
  stays: 'stays as it is',
  'taken-over': 'moves to the new amplifier',
  replaced: 'replaced',
  silent: 'falls silent',
  added: 'new',
  'not-fed': 'new, nothing feeds it',
};

/** What becomes of a speaker; where no amplifier takes it over, the output itself does. */
export const fateWords = ({ fate, coils }: Pick<FinishedSpeaker, 'fate' | 'coils'>): string =>
  fate === 'taken-over' && coils.every((c) => c.source?.from === 'output')
    ? 'driven by its output'
    : FATE_WORD[fate];

/** `Front set, left` of a new speaker, `Front left woofer` of the factory's. */
export const speakerName = (job: JobView, speaker: FinishedSpeaker): string =>
  speaker.made === 'new' && speaker.targetId !== null && speaker.side !== 'centre'
    ? channelName(job, { targetId: speaker.targetId, side: speaker.side })
    : placeName(speaker);

const PLURAL: Record<FinishedSpeaker['way'], string> = {
  full: 'speakers',
  woofer: 'woofers',
  midrange: 'mids',
  tweeter: 'tweeters',
  subwoofer: 'subwoofers',
};

/** Both sides of one place: `Rear woofers`. */
export function bothSides({ axle, way }: Pick<FinishedSpeaker, 'axle' | 'way'>): string {
  const words = axle === 'other' ? PLURAL[way] : `${axle} ${PLURAL[way]}`;
  return words.charAt(0).toUpperCase() + words.slice(1);
}

const outputOf = (job: JobView, pairId: string) =>
  job.units.flatMap((u) => u.pairs).find((p) => p.id === pairId);

const deviceName = ({ devices }: FinishedCar, id: string): string => {
  const device = devices.find((d) => d.id === id);
  return device?.name ?? (device ? KIND_WORD[device.kind] : 'A device that is gone');
};

export function sourceWords(job: JobView, car: FinishedCar, source: SignalSource | null): string {
  if (source === null) return 'nothing';
  if (source.from === 'data') return 'the car’s data';
  if (source.from === 'output') {
    const pair = outputOf(job, source.pairId);
    return pair ? `${pairName(pair)} output` : 'an output that is gone';
  }
  const other = car.devices
    .find((d) => d.id === source.deviceId)
    ?.outputs.find((o) => o.n === source.output)?.bridgedWith;
  const channels = other ? `channels ${source.output} and ${other}, bridged` : `channel ${source.output}`;
  return `${deviceName(car, source.deviceId)}, ${channels}`;
}

const WAKES: Record<Extract<FinishedDevice['wokenBy'], string>, string> = {
  sensing: 'by the signal at its inputs',
  offset: 'by the DC offset of the outputs',
  accessory: 'with the accessory feed',
  'factory-remote': 'with the factory remote lead',
  constant: 'always on: it has a constant feed',
  nothing: 'needs no power',
};

/** What turns a device on. */
export const wakeWords = (car: FinishedCar, { wokenBy }: FinishedDevice): string =>
  typeof wokenBy === 'string'
    ? WAKES[wokenBy]
    : `after ${deviceName(car, wokenBy.deviceId)}, by its remote output`;

/** What an output is left with, each once. */
export function loadWords(job: JobView, car: FinishedCar, { drives, plays }: FinishedOutput): string[] {
  if (!plays) return ['silent: its amplifier is bypassed'];
  const speakers = [...new Set(drives.coils.map((c) => c.speakerId))].flatMap((id) => {
    const speaker = car.speakers.find((s) => s.id === id);
    return speaker ? [speakerName(job, speaker)] : [];
  });
  const devices = [...new Set(drives.inputs.map((i) => i.deviceId))].map((id) => {
    const inputs = drives.inputs.filter((i) => i.deviceId === id).map((i) => i.input);
    return `${deviceName(car, id)}, ${inputs.length === 1 ? 'input' : 'inputs'} ${inputs.join(' and ')}`;
  });
  const resistor =
    drives.resistor === null
      ? []
      : [`a resistor of ${drives.resistor.ohm?.toFixed(0) ?? '?'} Ω, ${drives.resistor.watts ?? '?'} W`];
  const all = [
    ...speakers,
    ...devices,
    ...resistor,
    ...(drives.factoryAmplifier ? ['the factory amplifier'] : []),
  ];
  return all.length > 0 ? all : ['nothing'];
}

/** What is done to the wires of an output where they sit at its unit. */
export function wireWords(job: JobView, car: FinishedCar, { intercepted, drives }: FinishedOutput): string {
  if (intercepted === null) return drives.inputs.length > 0 ? 'tapped' : 'untouched';
  const by = intercepted.by === 'cut' ? 'cut' : 'intercepted with a harness pair';
  return intercepted.carSide === null
    ? by
    : `${by}; speaker side to ${sourceWords(job, car, intercepted.carSide)}`;
}

export function filterWords({ highPass, lowPass }: FinishedSpeaker): string {
  const from = highPass && `from ${formatFrequency(highPass.hz)}`;
  const to = lowPass && `up to ${formatFrequency(lowPass.hz)}`;
  return [from, to].filter(Boolean).join(', ');
}

/** Speakers that play a sound, each once; empty where nobody has heard it. */
export const playedOn = (job: JobView, car: FinishedCar, ids: readonly string[]): string =>
  [
    ...new Set(
      ids.flatMap((id) => {
        const speaker = car.speakers.find((s) => s.id === id);
        return speaker ? [speakerName(job, speaker)] : [];
      }),
    ),
  ].join('; ');
