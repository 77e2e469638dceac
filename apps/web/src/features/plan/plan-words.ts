import type { Device, Proposal } from '@ulpen/core';

export const DEVICE_WORD: Record<Device, string> = {
  direct: 'Speaker level, direct',
  converter: 'Line-output converter',
  'summing-converter': 'Summing converter',
  processor: 'Processor',
};

export interface Verdict {
  tone: 'fits' | 'again' | 'wrong';
  text: string;
}

/** The one thing to know of a proposal. A broken rule is said before anything else. */
export function verdictOf(proposal: Proposal): Verdict {
  const errors = proposal.remarks.filter((r) => r.severity === 'error').length;
  if (errors > 0) {
    const rules = errors === 1 ? '1 rule broken' : `${errors} rules broken`;
    return { tone: 'wrong', text: proposal.covers ? rules : 'does not fill the band' };
  }
  const warnings = proposal.remarks.filter((r) => r.severity === 'warning').length;
  if (warnings > 0)
    return { tone: 'again', text: warnings === 1 ? 'ready but for 1' : `ready but for ${warnings}` };
  return { tone: 'fits', text: 'ready' };
}
