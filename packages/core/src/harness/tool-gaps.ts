import type { Tool } from '../model/intake.ts';
import type { HarnessWorkings } from './map-harness.ts';

/** What stays open for want of a tool, in sentences: what a person with few tools can still not conclude. */
export function toolGaps({ map, input }: Pick<HarnessWorkings, 'map' | 'input'>): string[] {
  const has = (tool: Tool) => input.tools.includes(tool);
  const audio = map.pairs.filter((p) => p.kind !== 'data' && p.state !== 'open');
  const open = (kind: 'input' | 'output', what: 'channel' | 'polarity') =>
    audio.filter((p) => p.kind === kind && p[what]?.state !== 'settled').length;
  const pairs = (n: number) => `${n} ${n === 1 ? 'pair' : 'pairs'}`;
  const gaps: string[] = [];
  const inputs = open('input', 'polarity');
  if (inputs > 0 && !(has('tester') && has('test-speaker'))) {
    gaps.push(
      `Plus and minus of ${pairs(inputs)} of inputs need a polarity tester and a small test speaker; until then take them as claimed or assumed, and check by ear on the finished system.`,
    );
  }
  const speakers = open('output', 'channel');
  if (speakers > 0 && !has('tone')) {
    gaps.push(
      has('battery')
        ? `${pairs(speakers)} of outputs are not told apart yet. The pop of a 1.5 V cell does it where a few ohms are read; a tweeter behind its capacitor needs a tone.`
        : `${pairs(speakers)} of outputs cannot be told apart by a meter alone: a tone source, or at least a 1.5 V cell, shows which speaker it is.`,
    );
  }
  const cones = open('output', 'polarity');
  if (cones > 0 && !has('tester') && !has('battery')) {
    gaps.push(
      `Plus and minus of ${pairs(cones)} of outputs need a polarity tester, or a 1.5 V cell and a look at the cone.`,
    );
  }
  return gaps;
}
