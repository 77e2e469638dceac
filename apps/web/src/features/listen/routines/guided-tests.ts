import {
  arrivalFinding,
  pairName,
  type CheckBody,
  type Finding,
  type JobBehaviour,
  type JobView,
  type PairView,
  type Played,
  type Situation,
} from '@ulpen/core';
import {
  ADDED_SOUNDS_FORM,
  type CheckFormShape,
  COLD_STARTS,
  LEVEL_OVER_STEPS,
  LEVEL_OVER_TONES,
  METER_TONES,
  SILENCE_VOLTS,
} from './check-forms.ts';

/** What is set before "Record" opens the input. */
export interface RecordWith {
  word: string;
  played: Played;
  engine?: Situation['engine'];
  playedIn?: Situation['playedIn'];
  load?: 'none' | 'speaker';
  /** the other side is recorded at the same time */
  both?: boolean;
}

export interface GuidedTest {
  id: string;
  title: string;
  /** what the installer wants to know */
  asks: string;
  with: string;
  /** controls of the car that are set first */
  set: string[];
  steps: string[];
  caution?: string;
  records: RecordWith[];
  forms: { title: string; shape: CheckFormShape }[];
  kinds: CheckBody['kind'][];
  /** outputs that it makes sense for; null: not of any one output */
  pairs: ((job: JobView) => PairView[]) | null;
  finding: (
    behaviour: JobBehaviour,
    pairId: string | null,
    nameOf: (pairId: string) => string,
  ) => Finding | null;
}

const all = (job: JobView) => job.units.flatMap((u) => u.pairs);
const own = (behaviour: JobBehaviour, pairId: string | null) =>
  behaviour.pairs.find((p) => p.pairId === pairId) ?? null;
const QUIET_CONTROLS = ['tone controls 0', 'loudness off', 'surround off', 'speed volume off'];

export const GUIDED_TESTS: GuidedTest[] = [
  {
    id: 'feed',
    title: 'Fixed or following',
    asks: 'Does the radio turn the volume itself, or does the amplifier, told by data?',
    with: 'analyser, or meter and a tone',
    set: [...QUIET_CONTROLS, 'balance and fader centre'],
    steps: [
      'Play pink noise. Record the radio’s output at a low step, for example 8.',
      'Record it at a high step, for example 26, and once between.',
      'Record one speaker output at the same steps: it tells how far the volume was really turned.',
    ],
    records: [{ word: 'Record pink noise', played: 'pink' }],
    forms: [{ title: 'Read with a meter', shape: LEVEL_OVER_STEPS }],
    kinds: ['level'],
    pairs: (job) => job.units.filter((u) => u.kind === 'radio').flatMap((u) => u.pairs),
    finding: (b, id) => own(b, id)?.feed ?? null,
  },
  {
    id: 'bass',
    title: 'Bass over volume',
    asks: 'Does bass vanish as the volume rises, and from which step?',
    with: 'analyser',
    set: [...QUIET_CONTROLS, 'speaker on as the load'],
    steps: [
      'Play pink noise. Record the output with the bass at a low step, a usual one and the loudest that is used.',
      'A subwoofer has nothing to be compared with: record a mid output at the same steps.',
      'Where bass goes between two steps, measure the steps between.',
    ],
    caution: 'Loud noise harms hearing: wear protection, keep it brief, keep people out of the car.',
    records: [{ word: 'Record pink noise', played: 'pink' }],
    forms: [],
    kinds: [],
    pairs: (job) => all(job).filter((p) => p.way !== 'tweeter'),
    finding: (b, id) => own(b, id)?.bass ?? null,
  },
  {
    id: 'clean',
    title: 'Clean maximum',
    asks: 'How many volts come out before it distorts, and at which step?',
    with: 'analyser and a calibrated input, or a meter',
    set: [...QUIET_CONTROLS, 'speaker on as the load', 'support supply, or engine idling outdoors'],
    steps: [
      'Choose a tone inside the output’s band: 60 Hz for a subwoofer, 120 Hz for a woofer, 1 kHz for a mid, 6 kHz for a tweeter.',
      'Start low. Record a few seconds at each step, or a stepped track at the loudest step.',
      'Note the supply voltage beside each. Stop at the step where distortion jumps.',
      'With a meter: read the volts at four or more steps; where they stop following is the end.',
    ],
    caution:
      'Never a full-level tone into a tweeter. A few seconds each, and let the coil cool. An amplifier that falls asleep in between has to be woken again: keep the radio on.',
    records: [{ word: 'Record a tone', played: 'tone' }],
    forms: [{ title: 'Read with a meter', shape: LEVEL_OVER_STEPS }],
    kinds: ['level'],
    pairs: all,
    finding: (b, id) => own(b, id)?.clean ?? null,
  },
  {
    id: 'level',
    title: 'Level over volume',
    asks: 'How much does one step change, and up to which step?',
    with: 'analyser or meter',
    set: [...QUIET_CONTROLS, 'speaker on as the load'],
    steps: [
      'Record pink noise at three or more steps, or read a tone’s volts with a meter at as many.',
      'Take the steps from low to the loudest that is used.',
    ],
    records: [{ word: 'Record pink noise', played: 'pink' }],
    forms: [{ title: 'Read with a meter', shape: LEVEL_OVER_STEPS }],
    kinds: ['level'],
    pairs: all,
    finding: (b, id) => own(b, id)?.level ?? null,
  },
  {
    id: 'sides',
    title: 'Left against right',
    asks: 'Are left and right separate, or is surround or upmixing at work?',
    with: 'analyser with two channels',
    set: [...QUIET_CONTROLS, 'balance and fader centre', 'seat focus off'],
    steps: [
      'Left output in the left input, right output in the right one.',
      'Record pink noise that is in the left channel only.',
      'Record pink noise that is the same in both.',
    ],
    records: [
      { word: 'Record, noise left only', played: 'pink', playedIn: 'left', both: true },
      { word: 'Record, same noise in both', played: 'pink', playedIn: 'both', both: true },
    ],
    forms: [],
    kinds: [],
    pairs: (job) => all(job).filter((p) => p.side === 'left'),
    finding: (b, id) => b.sides.find((s) => s.leftId === id)?.finding ?? null,
  },
  {
    id: 'arrival',
    title: 'Delay and polarity',
    asks: 'When does each output come, and with which sign, processed ones against untouched ones?',
    with: 'analyser with two channels',
    set: [...QUIET_CONTROLS, 'balance and fader centre', 'seat focus off'],
    steps: [
      'Take two outputs whose bands overlap: woofer and mid, mid and tweeter, left and right.',
      'Record a minute of pink noise of both at once; choose the second on the next page.',
      'Go on from neighbour to neighbour. An output taken before the amplifier shows the amplifier’s delay.',
    ],
    records: [{ word: 'Record two outputs', played: 'pink' }],
    forms: [],
    kinds: [],
    pairs: all,
    finding: (b, id, nameOf) => (id === null ? null : arrivalFinding(b.arrivals, id, nameOf)),
  },
  {
    id: 'load',
    title: 'Without its load',
    asks: 'Does the output stay steady when its speaker is taken away?',
    with: 'meter and ears',
    set: ['car asleep before each start', 'volume low'],
    steps: [
      'Let the car sleep. Wake it with the speaker on, play music for ten minutes, note what it does.',
      'Let it sleep again, take the speaker off, wake it, play for ten minutes. Three times.',
      'Where there is an analyser: record pink noise with and without load at one step.',
    ],
    caution:
      'An output without load can jump to full level. Keep the volume low and nothing sensitive connected; stop when it grows loud or warm.',
    records: [
      { word: 'Record without load', played: 'pink', load: 'none' },
      { word: 'Record with its speaker', played: 'pink', load: 'speaker' },
    ],
    forms: [{ title: 'Note a cold start', shape: COLD_STARTS }],
    kinds: ['cold-start'],
    pairs: all,
    finding: (b, id) => own(b, id)?.load ?? null,
  },
  {
    id: 'engine',
    title: 'Engine sound and cancelling',
    asks: 'Does this output carry engine sound or engine noise cancelling?',
    with: 'analyser, or a meter for a first look',
    set: ['nothing playing, volume as usual', 'doors and windows closed'],
    steps: [
      'Record silence with the engine off.',
      'Record it idling.',
      'Record it at about 2,500 rpm, held steady.',
      'What moves with the engine is made by the amplifier. Hum of the alternator stays in other outputs too.',
    ],
    caution:
      'Run an engine outdoors or with an exhaust hose: the gas kills. Parking brake on, gear out, hands off belts and fan.',
    records: [
      { word: 'Engine off', played: 'silence', engine: 'off' },
      { word: 'Idling', played: 'silence', engine: 'idle' },
      { word: 'Raised', played: 'silence', engine: 'raised' },
    ],
    forms: [{ title: 'Read with a meter', shape: SILENCE_VOLTS }],
    kinds: ['silence'],
    pairs: (job) => all(job).filter((p) => p.way !== 'tweeter'),
    finding: (b, id) => own(b, id)?.engine ?? null,
  },
  {
    id: 'added',
    title: 'Added sounds',
    asks: 'Which outputs carry chimes, parking sounds, navigation, telephone, and where are they made?',
    with: 'ears, or the live analyser',
    set: ['music off', 'usual volume'],
    steps: [
      'Trigger one sound after the other: door open with the key in, reverse gear with something behind, a call, a spoken direction.',
      'Note for each output whether it is heard there.',
      'Unplug the radio’s feed to the amplifier and trigger them again: what still sounds is made in the amplifier.',
    ],
    caution:
      'Factory warning sounds that the law requires must keep working. Do not place an emergency call to test it.',
    records: [],
    forms: [{ title: 'Note a sound', shape: ADDED_SOUNDS_FORM }],
    kinds: ['added-sound'],
    pairs: all,
    finding: () => null,
  },
  {
    id: 'meter',
    title: 'Check the meter',
    asks: 'Up to which frequency does the meter show what is there?',
    with: 'meter',
    set: ['tones from one source at one level', 'a headphone socket, or the radio’s full-range output'],
    steps: [
      'Play the 100 Hz tone from the laptop or player; note the AC volts.',
      'Play 400 Hz, 1 kHz, 3 kHz and 8 kHz without touching the level; note each.',
      'As far as the readings agree within half a decibel, the meter is honest.',
    ],
    records: [],
    forms: [{ title: 'Note a tone', shape: METER_TONES }],
    kinds: ['meter-tone'],
    pairs: null,
    finding: (b) => b.meter,
  },
  {
    id: 'meter-band',
    title: 'Band by meter',
    asks: 'Roughly which band comes out, with nothing but a meter?',
    with: 'meter and tones',
    set: [...QUIET_CONTROLS, 'one volume step for all tones', 'speaker on as the load'],
    steps: [
      'Check the meter first: nothing is claimed above what it can read.',
      'Read the volts with nothing playing: a switching amplifier’s carrier fakes some.',
      'Play 40 Hz, 100 Hz, 400 Hz and 1 kHz at one step; note each.',
      'Without any meter, System shows typical bands, marked as assumed.',
    ],
    caution: 'Tones stay quiet and brief; no low tone into a tweeter.',
    records: [],
    forms: [
      { title: 'Read with nothing playing', shape: SILENCE_VOLTS },
      { title: 'Read a tone', shape: LEVEL_OVER_TONES },
    ],
    kinds: ['level', 'silence'],
    pairs: all,
    finding: (b, id) => own(b, id)?.meter ?? null,
  },
];

/** Names outputs for findings that speak of others. */
export const namesOf = (job: JobView) => (pairId: string) => pairName(all(job).find((p) => p.id === pairId)!);
