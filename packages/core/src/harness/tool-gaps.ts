import type { Tool } from '../model/intake.ts';
import { isAudio } from '../readings/likelihood.ts';
import type { PairFinding } from './finding-types.ts';
import type { HarnessWorkings } from './map-harness.ts';

/** Nothing tells yet where it belongs; a place that was heard once is only to be confirmed, by a meter. */
const notTold = ({ channel }: PairFinding) =>
  channel === null || (channel.standing !== 'measured' && channel.state !== 'settled');

/** What stays open for want of a tool, in sentences: what a person with few tools can still not conclude. */
export function toolGaps({ map, input }: Pick<HarnessWorkings, 'map' | 'input'>): string[] {
  const has = (tool: Tool) => input.tools.includes(tool);
  const audio = map.pairs.filter((p) => isAudio(p.kind) && p.state !== 'open');
  const open = (kind: 'input' | 'output', what: 'channel' | 'polarity') =>
    audio.filter((p) => p.kind === kind && (what === 'channel' ? notTold(p) : p[what].state !== 'settled'))
      .length;
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
