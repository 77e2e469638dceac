import { listWords } from '../../behaviour/finding.ts';
import type { FinishedCar, FinishedDevice, FinishedOutput } from '../../model/finished-car.ts';
import { INSERT_WORDS } from '../../model/insert.ts';
import type { Setup } from '../../model/setup.ts';

/** What of an output the sentence needs. */
export interface NamedOutput {
  id: string;
  unitName: string;
}

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];
const inWords = (n: number) => NUMBERS[n] ?? String(n);
const count = (n: number, one: string, many = `${one}s`) => `${inWords(n)} ${n === 1 ? one : many}`;
const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

/**
 * What happens to the factory system, in a sentence or two: where the signal is taken and what it feeds, what becomes of the
 * factory amplifier, and of the speakers.
 */
export function carInWords(
  car: FinishedCar,
  { factoryAmplifier }: Pick<Setup, 'factoryAmplifier'>,
  outputs: readonly NamedOutput[],
): string {
  return [...sourcesInWords(car, outputs), ...AMPLIFIER_WORDS[factoryAmplifier], speakersInWords(car)]
    .map((sentence) => `${capital(sentence)}.`)
    .join(' ');
}

const AMPLIFIER_WORDS: Record<Setup['factoryAmplifier'], string[]> = {
  none: [],
  stays: [],
  node: ['the factory amplifier is bypassed and stays on the network'],
  removed: ['the factory amplifier is taken out'],
};

/** Where the new devices get their signal: unit by unit, tapped or intercepted, and into what. */
function sourcesInWords({ outputs, devices }: FinishedCar, named: readonly NamedOutput[]): string[] {
  const used = outputs.filter((o) => o.drives.inputs.length > 0);
  const unitOf = (o: FinishedOutput) =>
    named.find((n) => n.id === o.pairId)?.unitName ?? 'a unit that is gone';
  const driving = outputs.filter(
    (o) => o.intercepted && o.drives.coils.length > 0 && o.drives.inputs.length === 0,
  );
  const ofOwn = [...new Set(driving.map(unitOf))].map(
    (unit) =>
      `${unitInWords(unit)} drives the speakers itself, by ${count(driving.filter((o) => unitOf(o) === unit).length, 'output')}`,
  );
  const fromData = devices.filter((d) => d.inputs.some((i) => i.source.from === 'data'));
  const ofUnits = [...new Set(used.map(unitOf))].map((unit) => {
    const own = used.filter((o) => unitOf(o) === unit);
    const parted = own.filter((o) => o.intercepted !== null).length;
    const is = own.length === 1 ? 'is' : 'are';
    const how =
      parted === 0
        ? `${is} tapped and`
        : parted === own.length
          ? `${is} intercepted and`
          : `${is} tapped, ${inWords(parted)} of them intercepted, and`;
    const into = devices.filter((d) => own.some((o) => o.drives.inputs.some((i) => i.deviceId === d.id)));
    const feed = own.length === 1 ? 'feeds' : 'feed';
    return `${count(own.length, 'output')} of ${unitInWords(unit)} ${how} ${feed} ${devicesInWords(into)}`;
  });
  return [
    ...ofUnits,
    ...ofOwn,
    ...(fromData.length > 0 ? [`the car’s data feed ${devicesInWords(fromData)}`] : []),
  ];
}

/** A unit that only has the name of its kind is no name. */
const unitInWords = (name: string) =>
  /^(radio|amplifier)$/i.test(name) ? `the ${name.toLowerCase()}` : name;

const KIND: Record<FinishedDevice['kind'], string> = {
  'passive-converter': 'passive converter',
  converter: 'converter',
  processor: 'processor',
  'data-interface': 'data interface',
  amplifier: 'new amplifier',
  ...INSERT_WORDS,
  'harness-half': 'harness half',
};

function devicesInWords(devices: readonly FinishedDevice[]): string {
  const names = devices.map((d) => d.name ?? `the ${KIND[d.kind]}`);
  return listWords(
    [...new Set(names)].map((name) => {
      const same = names.filter((n) => n === name).length;
      return same > 1 ? `${inWords(same)} ${name}` : name;
    }),
  );
}

/** What becomes of the factory's speakers, what falls silent first. */
function speakersInWords({ speakers }: FinishedCar): string {
  const factory = speakers.filter((s) => s.made === 'factory');
  const of = (fate: (typeof factory)[number]['fate']) => factory.filter((s) => s.fate === fate).length;
  const [silent, replaced, stay] = [of('silent'), of('replaced'), of('stays')];
  const taken = factory.filter((s) => s.fate === 'taken-over');
  const moved = taken.filter((s) => s.coils.every((c) => c.source?.from !== 'output')).length;
  if (factory.length === 0) return 'the factory speakers are not listed';
  if (stay === factory.length) return 'all factory speakers stay as they are';
  const verbs: [n: number, one: string, many: string][] = [
    [silent, 'falls silent', 'fall silent'],
    [replaced, 'is replaced', 'are replaced'],
    [moved, 'moves to the new amplifier', 'move to the new amplifier'],
    [taken.length - moved, 'is driven by it', 'are driven by it'],
    [stay, 'stays as it is', 'stay as they are'],
  ];
  const parts = verbs.filter(([n]) => n > 0);
  return listWords(
    parts.map(([n, one, many], i) => {
      const all = n === factory.length && n > 1;
      const number = all ? (n === 2 ? 'both' : `all ${inWords(n)}`) : inWords(n);
      const who = i === 0 ? `${number} factory ${n === 1 ? 'speaker' : 'speakers'}` : number;
      return `${who} ${n === 1 ? one : many}`;
    }),
  );
}
