import type {
  Device,
  DeviceKind,
  KeepItem,
  Load,
  PreferencesFields,
  Proposal,
  Readiness,
  Remark,
  Setup,
  WishShape,
} from '@ulpen/core';

export const DEVICE_WORD: Record<Device, string> = {
  direct: 'Direct',
  'passive-converter': 'Passive converter',
  converter: 'Line-output converter',
  'summing-converter': 'Summing converter',
  'data-interface': 'Data interface',
  processor: 'Processor',
};

export const KIND_WORD: Record<DeviceKind, string> = {
  'passive-converter': 'Passive converter',
  converter: 'Converter',
  processor: 'Processor',
  'data-interface': 'Data interface',
  amplifier: 'Amplifier',
};

export const LOAD_WORD: Record<Load, string> = {
  speaker: 'factory speaker stays on',
  resistor: 'resistor in its place',
  inputs: 'the inputs it feeds',
  none: 'nothing',
};

/** The same as it reads beside an output. */
export const LOAD_AFTER: Record<Load, string> = {
  speaker: 'its factory speaker stays on',
  resistor: 'a resistor in its speaker’s place',
  inputs: 'loaded by the inputs',
  none: 'left without a load',
};

export const SHAPE_WORD: Record<WishShape, string> = {
  subwoofer: 'Add a subwoofer',
  'four-channels': 'Four channels',
  'four-and-subwoofer': 'Four and a subwoofer',
  'active-front': 'Active front, processor',
  'six-with-centre': 'Six with centre',
  'replace-amplifier': 'Replace a failed amplifier',
  'expand-later': 'Expand later',
};

export const KEEP_WORD: Record<KeepItem, string> = {
  radio: 'the radio',
  chimes: 'chimes',
  parking: 'parking sounds',
  telephone: 'telephone',
  centre: 'the centre',
  'factory-subwoofer': 'the factory subwoofer',
  'no-cut-wires': 'no wire cut',
  'boot-space': 'boot space',
};

/** The choices in which schools of the trade differ, with what is the default and why. */
export const PREFERENCE_WORDS: {
  [K in keyof PreferencesFields]: {
    label: string;
    why: string;
    options: { value: PreferencesFields[K]; word: string }[];
  };
} = {
  first: {
    label: 'Once a plan does its job, first comes',
    why: 'Default: fewest parts. What is not there cannot hum, fail or cost.',
    options: [
      { value: 'fewest-parts', word: 'fewest parts' },
      { value: 'flattest', word: 'flattest' },
      { value: 'least-cutting', word: 'least cutting' },
      { value: 'fewest-hours', word: 'fewest hours' },
    ],
  },
  subwooferFrom: {
    label: 'Bass for a subwoofer from',
    why: 'Default: the factory subwoofer’s output, low-passed already and with its own control. A full-range pair is free of its limiter.',
    options: [
      { value: 'factory-subwoofer', word: 'factory subwoofer' },
      { value: 'full-range', word: 'full-range pair' },
    ],
  },
  converter: {
    label: 'Converters',
    why: 'Default: active. A passive one needs no supply, but its transformers saturate in the bass.',
    options: [
      { value: 'active', word: 'active' },
      { value: 'passive', word: 'passive' },
    ],
  },
  turnOn: {
    label: 'Turn-on by',
    why: 'Default: the accessory feed, dead when the car is. Sensing needs no wire but may sleep in quiet passages; a factory remote lead is weak.',
    options: [
      { value: 'accessory', word: 'accessory feed' },
      { value: 'sensing', word: 'signal' },
      { value: 'offset', word: 'DC offset' },
      { value: 'factory-remote', word: 'factory remote' },
    ],
  },
  joining: {
    label: 'Factory wires are joined by',
    why: 'Default: taps, nothing cut. A harness pair leads back to stock by unplugging; cutting with connectors is fastest to trust.',
    options: [
      { value: 'tap', word: 'tap' },
      { value: 'harness-pair', word: 'harness pair' },
      { value: 'cut', word: 'cut, connectors' },
    ],
  },
  speakerWire: {
    label: 'Speaker wire',
    why: 'Default: the factory’s, up to about 100 W. New wire has to pass every door boot.',
    options: [
      { value: 'reuse', word: 'factory wire' },
      { value: 'new', word: 'new wire' },
    ],
  },
};

export const AMPLIFIER_WORD: Record<Setup['factoryAmplifier'], string> = {
  none: 'there is none',
  stays: 'stays',
  node: 'bypassed, powered as a node',
  removed: 'bypassed, taken out',
};

export const PRICE_WORD = ['', 'low', 'middle', 'high', 'very high'] as const;

export interface Verdict {
  tone: 'fits' | 'again' | 'wrong';
  text: string;
}

const counted = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

/** The one thing to know of a proposal. A broken rule is said before anything else. */
export function verdictOf(proposal: Pick<Proposal, 'covers' | 'remarks'>, ready: Readiness): Verdict {
  const errors = ready.errors.length;
  if (errors > 0)
    return {
      tone: 'wrong',
      text: proposal.covers ? `${counted(errors, 'rule', 'rules')} broken` : 'does not fill the band',
    };
  const open = ready.open.length + ready.unsigned.length;
  if (open > 0) return { tone: 'again', text: `workable, ${counted(open, 'point', 'points')} open` };
  return { tone: 'fits', text: 'ready' };
}

/** Where in a job the reading is taken that would settle a remark. */
export function settlePath(jobId: string, { settle, pairId }: Remark): { to: string; word: string } | null {
  const job = `/jobs/${jobId}`;
  switch (settle?.stage) {
    case 'listen':
      if (settle.test)
        return {
          to: `${job}/listen/tests/${settle.test}${pairId ? `?pair=${pairId}` : ''}`,
          word: 'Go to the test',
        };
      return { to: pairId ? `${job}/listen/${pairId}` : `${job}/listen`, word: 'Measure it' };
    case 'find':
      return { to: `${job}/find`, word: 'Open Find' };
    case 'intake':
      return { to: `${job}/intake`, word: 'Open Intake' };
    case 'library':
      return { to: '/shop', word: 'Open the library' };
    default:
      return null;
  }
}
