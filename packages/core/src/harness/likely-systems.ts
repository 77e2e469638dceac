import type { Clues } from '../model/intake.ts';

export interface LikelySystem {
  name: string;
  /** 0 to 1, over all kinds */
  probability: number;
  means: string;
  decides: string;
}

/** How well each answer fits each kind of system; unknown answers say nothing. */
const KINDS: readonly {
  name: string;
  prior: number;
  yes: Record<keyof Clues, number>;
  means: string;
  decides: string;
}[] = [
  {
    name: 'Radio drives the speakers',
    prior: 0.4,
    yes: { amplifierFound: 0.03, fibreOrData: 0.1, faderWorks: 0.95, moreSpeakersThanFour: 0.3 },
    means: 'Outputs at the radio, mostly full range, following the volume.',
    decides:
      'A few ohms across neighbouring wires of the radio’s plug, and about half the supply on both with the radio on.',
  },
  {
    name: 'Amplifier fed by analogue lines, fixed level',
    prior: 0.22,
    yes: { amplifierFound: 0.97, fibreOrData: 0.35, faderWorks: 0.9, moreSpeakersThanFour: 0.9 },
    means: 'The amplifier sets volume and filters; its inputs stay the same at any volume.',
    decides: 'AC volts on the input pairs at two volume steps: they do not change.',
  },
  {
    name: 'Amplifier fed by analogue lines, following the volume',
    prior: 0.22,
    yes: { amplifierFound: 0.97, fibreOrData: 0.2, faderWorks: 0.95, moreSpeakersThanFour: 0.75 },
    means: 'The lines before the amplifier are the clean way in.',
    decides: 'AC volts on the input pairs at two volume steps: they rise with the volume.',
  },
  {
    name: 'Amplifier fed by data or fibre',
    prior: 0.16,
    yes: { amplifierFound: 0.97, fibreOrData: 0.95, faderWorks: 0.9, moreSpeakersThanFour: 0.95 },
    means: 'No analogue signal before the amplifier: its outputs, or a data interface, are the way in.',
    decides:
      'No pair into the amplifier carries AC volts that follow what is played; a twisted pair near 2.5 V stays the same.',
  },
];

/** By kind: how often each question is answered with yes. */
const ANSWERS = new Map(KINDS.map((k) => [k.name, k.yes]));

/** What an answer must be worth to be asked for: by so much it makes a right guess likelier. */
const WORTH_ASKING = 0.1;

/** What the job itself answers: a factory amplifier that was noted is there. */
export function cluesOfJob(clues: Clues, job: { units: readonly { kind: string }[] }): Clues {
  const amplifier = job.units.some((u) => u.kind === 'amplifier');
  return amplifier && clues.amplifierFound === 'unknown' ? { ...clues, amplifierFound: 'yes' } : clues;
}

/**
 * Open questions that decide something, the one that tells most first: by how much a guess at the likeliest kind gets
 * better with the answer (expected value of information; Howard 1966).
 */
export function decidingClues(clues: Clues): (keyof Clues)[] {
  const now = likelySystems(clues);
  const worth = (clue: keyof Clues) => {
    const yes = now.reduce((s, { name, probability }) => s + probability * ANSWERS.get(name)![clue], 0);
    const [ifYes, ifNo] = (['yes', 'no'] as const).map((v) => likelySystems({ ...clues, [clue]: v })[0]);
    return yes * ifYes.probability + (1 - yes) * ifNo.probability - now[0].probability;
  };
  return (Object.keys(clues) as (keyof Clues)[])
    .filter((clue) => clues[clue] === 'unknown' && worth(clue) >= WORTH_ASKING)
    .sort((a, b) => worth(b) - worth(a));
}

/** The kinds of factory system that the clues leave, likeliest first, each with the test that decides it. */
export function likelySystems(clues: Clues): LikelySystem[] {
  const weighed = KINDS.map((kind) => {
    let p = kind.prior;
    for (const clue of Object.keys(kind.yes) as (keyof Clues)[]) {
      if (clues[clue] === 'yes') p *= kind.yes[clue];
      if (clues[clue] === 'no') p *= 1 - kind.yes[clue];
    }
    return { kind, p };
  });
  const sum = weighed.reduce((s, w) => s + w.p, 0);
  return weighed
    .map(({ kind: { name, means, decides }, p }) => ({ name, probability: p / sum, means, decides }))
    .sort((a, b) => b.probability - a.probability);
}
