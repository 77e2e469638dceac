import type { Setup, SetupChange } from '../../model/setup.ts';

type Settings = Omit<SetupChange, 'turnOn' | 'supply'> & {
  turnOn?: Partial<Setup['turnOn']>;
  supply?: Partial<Setup['supply']>;
};

/** What can be chosen where a setting is no number, as it reads beside its name. */
export const SETTING_CHOICES = {
  joining: { tap: 'tap', 'harness-pair': 'harness pair', cut: 'cut, connectors' },
  speakerWire: { reuse: 'factory wire', new: 'new wire' },
  factoryAmplifier: {
    none: 'there is none',
    stays: 'stays',
    node: 'bypassed, powered as a node',
    removed: 'bypassed, taken out',
  },
  microphones: { kept: 'stay plugged in', unplugged: 'unplugged' },
  cancelling: {
    absent: 'there is none',
    'switched-off': 'switched off',
    'own-speaker': 'its speaker stays',
    left: 'left on',
  },
  overlap: { '0': 'none', '5': '5 dB', '10': '10 dB' },
  'turnOn.by': {
    accessory: 'accessory feed',
    sensing: 'signal',
    offset: 'DC offset',
    'factory-remote': 'factory remote',
    constant: 'constant feed',
  },
  'turnOn.asleep': { dead: 'off', live: 'live', unknown: 'not seen yet' },
  'turnOn.restart': { steady: 'holds', dips: 'dips', unknown: 'not seen yet' },
  'turnOn.load': { holds: 'holds', sags: 'sags', unknown: 'not seen yet' },
  'supply.from': { battery: 'the battery', 'factory-feed': 'the factory feed' },
  'supply.metal': { copper: 'copper', 'copper-clad': 'copper-clad aluminium' },
  'supply.ground': { body: 'the body, factory point', 'battery-terminal': 'the battery’s terminal' },
  'supply.sides': { apart: 'on two sides', together: 'on one side' },
} as const;
type Chosen = typeof SETTING_CHOICES;

/**
 * The choices of a setting in their order, for a list to choose from.
 *
 * @param but one that is not offered
 */
export const settingChoices = <K extends keyof Chosen, B extends keyof Chosen[K] = never>(key: K, but?: B) =>
  Object.entries(SETTING_CHOICES[key])
    .filter(([value]) => value !== but)
    .map(([value, word]) => ({ value: value as Exclude<keyof Chosen[K], B>, word: word as string }));

/** What each setting is called, and the unit of those that are numbers. */
const SETTING_NAMES: Record<string, [name: string, unit?: string]> = {
  joining: ['Factory wires'],
  speakerWire: ['Speaker wire'],
  factoryAmplifier: ['Factory amplifier'],
  microphones: ['Microphones'],
  cancelling: ['Noise cancelling'],
  loudestStep: ['Loudest volume step'],
  overlap: ['Gain overlap'],
  'turnOn.by': ['Turned on by'],
  'turnOn.relay': ['Relay for turn-on'],
  'turnOn.asleep': ['Turn-on source while the car sleeps'],
  'turnOn.restart': ['Turn-on source at restart'],
  'turnOn.amps': ['Turn-on current', ' A'],
  'turnOn.load': ['Turn-on source under load'],
  'turnOn.place': ['Turn-on wire'],
  'turnOn.delaySeconds': ['Turn-on delay', ' s'],
  'supply.from': ['Power from'],
  'supply.feedFuseAmps': ['Fuse of the factory feed', ' A'],
  'supply.fuseAmps': ['Main fuse', ' A'],
  'supply.fuseMm': ['Fuse from the battery', ' mm'],
  'supply.cableMm2': ['Power cable', ' mm²'],
  'supply.cableM': ['Length of the power cable', ' m'],
  'supply.metal': ['Metal of the power cable'],
  'supply.ground': ['Ground to'],
  'supply.sides': ['Signal and power'],
};

const flat = ({ turnOn, supply, ...rest }: Settings): Map<string, unknown> =>
  new Map<string, unknown>([
    ...Object.entries(rest),
    ...Object.entries(turnOn ?? {}).map(([key, value]) => [`turnOn.${key}`, value] as const),
    ...Object.entries(supply ?? {}).map(([key, value]) => [`supply.${key}`, value] as const),
  ]);

function valueIn(key: string, value: unknown): string {
  const words: Record<string, string> | undefined = SETTING_CHOICES[key as keyof Chosen];
  if (words) return words[String(value)] ?? 'not set';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (value === null || value === undefined || value === '') return 'none';
  return `${String(value)}${SETTING_NAMES[key][1] ?? ''}`;
}

/** What is set, a line each: `Main fuse: 60 A`. */
export const settingsInWords = (settings: Settings): string[] =>
  [...flat(settings)].map(([key, value]) => `${SETTING_NAMES[key][0]}: ${valueIn(key, value)}`);

/** What is set otherwise in a later state, a sentence each: `Main fuse: 80 A (was 60 A).` */
export function settingsApart(before: Settings, after: Settings): string[] {
  const old = flat(before);
  return [...flat(after)].flatMap(([key, value]) =>
    old.get(key) === value
      ? []
      : [`${SETTING_NAMES[key][0]}: ${valueIn(key, value)} (was ${valueIn(key, old.get(key))}).`],
  );
}
