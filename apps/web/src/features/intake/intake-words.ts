import type { Clues, IntakeFields, ZERO_ITEMS, WALK_IN_ITEMS } from '@ulpen/core';

export const WALK_IN_WORDS: Record<(typeof WALK_IN_ITEMS)[number], { name: string; look: string }> = {
  'warning-lights': { name: 'Warning lights', look: 'ignition on, engine running: which stay on' },
  speakers: { name: 'Every speaker', look: 'balance and fader round: dead, buzzing, weak' },
  chimes: { name: 'Chimes', look: 'belt, door, lights: from which speaker' },
  parking: { name: 'Parking sounds', look: 'reverse: beeps front and rear, picture' },
  telephone: { name: 'Telephone', look: 'a call both ways, prompts' },
  damage: { name: 'Damage', look: 'trim, panels, seats, clips already broken' },
  'earlier-work': { name: 'Earlier work', look: 'added wires, taps, joints, missing screws' },
};

export const ZERO_WORDS: Record<(typeof ZERO_ITEMS)[number], string> = {
  tone: 'Bass, mid and treble at zero',
  loudness: 'Loudness off',
  surround: 'Surround and stage effects off',
  'speed-volume': 'Speed-dependent volume off',
  'seat-focus': 'Seat focus off, all seats',
  source: 'One source for all readings, file or disc, not radio reception',
};

export const TOOL_WORDS: Record<IntakeFields['tools'][number], string> = {
  meter: 'Meter',
  battery: '1.5 V battery',
  tone: 'Tone source',
  tester: 'Polarity tester',
  'test-speaker': 'Small test speaker',
  analyser: 'Analyser',
};

export const VOLTS_WORDS: Record<IntakeFields['nominalVolts'], string> = { '12': '12 V', '24': '24 V' };

export const DRIVE_WORDS: Record<IntakeFields['drive'], string> = {
  unknown: 'not noted',
  combustion: 'combustion',
  hybrid: 'hybrid',
  electric: 'electric',
};

export const CLUE_WORDS: Record<keyof Clues, string> = {
  amplifierFound: 'A separate amplifier is found',
  fibreOrData: 'Its feed looks like fibre or data only',
  faderWorks: 'Balance and fader work on every speaker',
  moreSpeakersThanFour: 'More than four places where sound comes from',
};

export const STATE_WORDS = {
  unchecked: 'not looked at',
  good: 'good',
  fault: 'fault',
  absent: 'not there',
} as const;
