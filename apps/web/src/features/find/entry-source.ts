import type { Observation } from '@ulpen/core';

/** The source that is set holds unless the entry names one. */
export function withSource(o: Observation, source: 'battery' | 'tester', text: string): Observation {
  return o.kind === 'cone' && !/bat|tester/i.test(text) ? { ...o, source } : o;
}
