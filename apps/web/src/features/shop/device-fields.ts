import { DEVICE_KINDS, type DeviceFields, deviceFieldsSchema } from '@ulpen/core';
import { KIND_WORD } from '../../ui/device-words.ts';

export interface DeviceField {
  path: string;
  label: string;
  kind: 'text' | 'number' | 'flag' | 'choice';
  options?: { value: string; word: string }[];
  /** the value is a list; its options name them with a blank between */
  list?: boolean;
}

export interface DeviceGroup {
  label: string;
  /** a part that a device may lack, with what it starts from */
  part?: 'speakerInput' | 'lineInput' | 'crossover' | 'dimensionsMm' | 'amplifier' | 'amplifier.second';
  start?: object;
  /** shown only where this part is there */
  within?: 'amplifier';
  fields: DeviceField[];
}

const number = (path: string, label: string): DeviceField => ({ path, label, kind: 'number' });
const flag = (path: string, label: string): DeviceField => ({ path, label, kind: 'flag' });

const input = (part: 'speakerInput' | 'lineInput', label: string): DeviceGroup => ({
  label,
  part,
  start: { minVolts: 0.3, maxVolts: part === 'lineInput' ? 4 : 16, ohm: null, floating: true },
  fields: [
    number(`${part}.minVolts`, 'Least volts for full drive'),
    number(`${part}.maxVolts`, 'Most volts'),
    number(`${part}.ohm`, 'Presents, Ω'),
    flag(`${part}.floating`, 'plus and minus float'),
  ],
});

const NEW_GROUP = {
  channels: 4,
  wattsAt8: null,
  wattsAt4: 50,
  wattsAt2: null,
  wattsAt1: null,
  wattsBridged: null,
  minOhm: 2,
  minBridgedOhm: null,
};

const channels = (part: 'amplifier' | 'amplifier.second'): DeviceField[] => [
  number(`${part}.channels`, 'Channels'),
  number(`${part}.wattsAt8`, 'W into 8 Ω'),
  number(`${part}.wattsAt4`, 'W into 4 Ω'),
  number(`${part}.wattsAt2`, 'W into 2 Ω'),
  number(`${part}.wattsAt1`, 'W into 1 Ω'),
  number(`${part}.minOhm`, 'Down to, Ω'),
  number(`${part}.wattsBridged`, 'W bridged into 4 Ω'),
  number(`${part}.minBridgedOhm`, 'Bridged down to, Ω'),
];

/** The fields of the form, in groups as they are thought of. */
export const DEVICE_GROUPS: readonly DeviceGroup[] = [
  {
    label: 'What it is',
    fields: [
      { path: 'name', label: 'Name', kind: 'text' },
      {
        path: 'kind',
        label: 'Kind',
        kind: 'choice',
        options: DEVICE_KINDS.map((value) => ({ value, word: KIND_WORD[value] })),
      },
      {
        path: 'size',
        label: 'Size',
        kind: 'choice',
        options: ['small', 'medium', 'large'].map((value) => ({ value, word: value })),
      },
      number('priceClass', 'Price class, 1 to 4'),
      number('inputs', 'Inputs'),
      number('outputs', 'Outputs'),
      { path: 'note', label: 'Note', kind: 'text' },
    ],
  },
  input('speakerInput', 'takes speaker level'),
  input('lineInput', 'takes line level'),
  {
    label: 'What it does',
    fields: [
      flag('sums', 'joins inputs'),
      number('trimDb', 'Trim of an input, dB'),
      number('gainDb.min', 'Gain from, dB'),
      number('gainDb.max', 'Gain to, dB'),
      number('maxOutputVolts', 'Most volts out'),
      number('delayMs', 'Delay to, ms'),
      number('equaliserSections', 'Equaliser sections'),
      number('boostLimitDb', 'Boost to, dB'),
      number('bassRestoreDb', 'Gives bass back, dB'),
      number('latencyMs', 'Latency, ms'),
      number('idleAmps', 'Idle, A'),
      number('standbyAmps', 'Asleep, A'),
      flag('volumeControl', 'own volume control'),
      flag('isolated', 'ground isolated'),
      flag('remoteOutput', 'remote output'),
      flag('needsSupply', 'needs a supply'),
      flag('allPass', 'all-pass at inputs'),
      number('lowestHz', 'Loses bass below, Hz'),
      {
        path: 'senses',
        label: 'Wakes by',
        kind: 'choice',
        list: true,
        options: [
          { value: '', word: 'its turn-on lead alone' },
          { value: 'signal', word: 'signal' },
          { value: 'offset', word: 'DC offset' },
          { value: 'signal offset', word: 'signal or DC offset' },
        ],
      },
    ],
  },
  {
    label: 'has filters of its own',
    part: 'crossover',
    start: { lowestHz: 40, highestHz: 4000 },
    fields: [number('crossover.lowestHz', 'From, Hz'), number('crossover.highestHz', 'To, Hz')],
  },
  {
    label: 'Power and place',
    fields: [
      number('fuseAmps', 'Its fuse, or most current, A'),
      {
        path: 'nominalVolts',
        label: 'For cars of',
        kind: 'choice',
        options: [
          { value: '12', word: '12 V' },
          { value: '24', word: '24 V' },
          { value: '12-24', word: '12 or 24 V' },
        ],
      },
      number('weightKg', 'Weight, kg'),
    ],
  },
  {
    label: 'has outer dimensions',
    part: 'dimensionsMm',
    start: { width: 200, height: 50, depth: 150 },
    fields: [
      number('dimensionsMm.width', 'Width, mm'),
      number('dimensionsMm.height', 'Height, mm'),
      number('dimensionsMm.depth', 'Depth, mm'),
    ],
  },
  {
    label: 'drives speakers',
    part: 'amplifier',
    start: {
      ...NEW_GROUP,
      second: null,
      efficiency: 0.8,
      subwooferFrom: 'own',
      modeSwitch: false,
    },
    fields: [
      ...channels('amplifier'),
      number('amplifier.efficiency', 'Efficiency, 0 to 1'),
      flag('amplifier.modeSwitch', 'switch for speaker level'),
      {
        path: 'amplifier.subwooferFrom',
        label: 'Subwoofer channel fed by',
        kind: 'choice',
        options: [
          { value: 'own', word: 'its own input' },
          { value: 'front', word: 'the front, if nothing is plugged in' },
        ],
      },
    ],
  },
  {
    label: 'has a second channel group',
    part: 'amplifier.second',
    within: 'amplifier',
    start: { ...NEW_GROUP, channels: 1 },
    fields: channels('amplifier.second'),
  },
];

type Draft = Record<string, unknown>;

/** A new device as the form begins. */
export const newDevice = (): Draft => ({
  ...deviceFieldsSchema.parse({ name: 'x', kind: 'converter', priceClass: 2 }),
  name: '',
});

export function fieldOf(draft: Draft, path: string): unknown {
  return path.split('.').reduce<unknown>((at, part) => (at as Draft | null | undefined)?.[part], draft);
}

export function withField(draft: Draft, path: string, value: unknown): Draft {
  const [head, ...rest] = path.split('.');
  if (rest.length === 0) return { ...draft, [head]: value };
  return { ...draft, [head]: withField({ ...(draft[head] as Draft | null) }, rest.join('.'), value) };
}

/** The device, or what is wrong with each field. */
export function checked(draft: Draft): { device: DeviceFields } | { faults: Record<string, string> } {
  const parsed = deviceFieldsSchema.safeParse(draft);
  if (parsed.success) return { device: parsed.data };
  return {
    faults: Object.fromEntries(parsed.error.issues.map((i) => [i.path.join('.'), i.message]).reverse()),
  };
}
