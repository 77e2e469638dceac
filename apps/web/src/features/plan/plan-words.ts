import { leftOpen } from '@ulpen/core';
import type { Device, Load, Plan, PlanState, Proposal, Readiness, Remark, SoundAfter } from '@ulpen/core';

export const DEVICE_WORD: Record<Device, string> = {
  joined: 'None',
  direct: 'Direct',
  'passive-converter': 'Passive converter',
  converter: 'Line-output converter',
  'bridged-converter': 'Line-output converter, bridged',
  'summing-converter': 'Summing converter',
  'data-interface': 'Data interface',
  processor: 'Processor',
};

/** What an output is left with, as a choice. */
export const LOAD_CHOICE: Record<Load, string> = {
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
  const open = leftOpen(ready);
  if (open > 0) return { tone: 'again', text: `workable, ${counted(open, 'point', 'points')} open` };
  return { tone: 'fits', text: 'ready' };
}

/** What becomes of a factory sound. */
export const SOUND_AFTER_WORD: Record<SoundAfter, string> = {
  same: 'as before',
  louder: 'louder',
  quieter: 'quieter',
  lost: 'gone',
  unknown: 'not known',
};

/** How a kept plan stands to what is known now. */
export const STATE_VERDICT: Record<PlanState, Verdict> = {
  holds: { tone: 'fits', text: 'holds' },
  'out-of-date': { tone: 'again', text: 'out of date' },
  contradicted: { tone: 'wrong', text: 'no longer holds' },
};

/** What a file says was agreed was not agreed on here. */
export const agreedWord = ({ fingerprint }: Pick<Plan, 'fingerprint'>): string =>
  fingerprint === null ? 'agreed elsewhere' : 'agreed';

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
