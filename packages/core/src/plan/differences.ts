import type { Feed, Proposal } from '../model/plan.ts';
import type { Target } from '../model/target.ts';
import { formatFrequency } from '../quantity/frequency.ts';
import { formatVolts } from '../quantity/volts.ts';
import { gridRange } from '../summing/flatness.ts';
import { SUM_GRID_HZ } from '../summing/output-response.ts';
import { type PlanPair } from './plan-input.ts';
import { pairName } from '../model/unit.ts';
import { feedName } from './reasons.ts';

export interface Difference {
  /** `worse`: the plan does not hold any more; `changed`: look at it again; `better`: something was settled */
  kind: 'worse' | 'changed' | 'better';
  text: string;
}

/** A predicted level that moved by less is the scatter of measuring, dB. */
const MOVED_DB = 1;
/** Volts that moved by less are the same, as a ratio. */
const VOLTS_RATIO = 1.15;

/**
 * What a kept plan says and the same plan worked out on what is known now does not, in words.
 *
 * @param now the same strategy and changes worked out again; null when it can no longer be used
 */
export function differencesOf(
  kept: Proposal,
  now: Proposal | null,
  targets: readonly Target[],
  pairs: readonly PlanPair[],
): Difference[] {
  if (!now)
    return [
      {
        kind: 'worse',
        text: 'This no longer works: a measurement it relied on was withdrawn or contradicted.',
      },
    ];
  const list: Difference[] = [];
  const nameOf = (f: Feed) => {
    const target = targets.find((t) => t.id === f.targetId);
    return target ? feedName(target, f.side) : 'A target that is gone';
  };
  const pairOf = (id: string) => {
    const pair = pairs.find((p) => p.id === id);
    return pair ? pairName(pair).toLowerCase() : 'an output that is gone';
  };
  const same = (a: Feed) => now.feeds.find((b) => b.targetId === a.targetId && b.side === a.side);
  for (const before of kept.feeds) {
    const after = same(before);
    const name = nameOf(before);
    if (!after) {
      list.push({ kind: 'worse', text: `${name} is not fed any more.` });
      continue;
    }
    const [a, b] = [before.taps, after.taps].map((taps) => taps.map((t) => t.pairId));
    const gone = a.filter((id) => !b.includes(id));
    const came = b.filter((id) => !a.includes(id));
    if (gone.length > 0)
      list.push({
        kind: 'changed',
        text: `${name}: ${gone.map(pairOf).join(', ')} would not be used any more.`,
      });
    if (came.length > 0)
      list.push({ kind: 'changed', text: `${name}: ${came.map(pairOf).join(', ')} would be used as well.` });
    for (const tap of after.taps) {
      const old = before.taps.find((t) => t.pairId === tap.pairId);
      if (old && old.inverted !== tap.inverted)
        list.push({
          kind: 'worse',
          text: `${name}: plus and minus of ${pairOf(tap.pairId)} ${tap.inverted ? 'have to be swapped' : 'are right as labelled'}.`,
        });
    }
    if (before.covers && !after.covers)
      list.push({
        kind: 'worse',
        text: `${name} is not filled any more: too little around ${formatFrequency(after.missing[0].fromHz)}.`,
      });
    const { from, to } = gridRange(before.need);
    let at = from;
    const moved = (i: number) =>
      Math.abs(after.levelDb[i] - after.levelDb[from] - (before.levelDb[i] - before.levelDb[from]));
    for (let i = from; i <= to; i++) if (moved(i) > moved(at)) at = i;
    if (moved(at) > MOVED_DB)
      list.push({
        kind: 'changed',
        text: `${name}: the prediction moves by up to ${moved(at).toFixed(1)} dB, most at ${formatFrequency(SUM_GRID_HZ[at])}.`,
      });
    const [v, w] = [before.chain?.points[0].volts, after.chain?.points[0].volts];
    if (v && w && Math.max(v / w, w / v) > VOLTS_RATIO)
      list.push({
        kind: 'changed',
        text: `${name}: the output gives ${formatVolts(w)}, not ${formatVolts(v)}. Set the gain anew.`,
      });
    if (before.phase !== 'measured' && after.phase === 'measured')
      list.push({ kind: 'better', text: `${name}: phase is measured now.` });
  }
  const said = (p: Proposal) => new Set(p.remarks.map((r) => `${r.rule}/${r.targetId}/${r.pairId}`));
  const [old, fresh] = [said(kept), said(now)];
  const key = (r: Proposal['remarks'][number]) => `${r.rule}/${r.targetId}/${r.pairId}`;
  for (const r of now.remarks)
    if (!old.has(key(r)) && r.severity !== 'note')
      list.push({ kind: r.severity === 'error' ? 'worse' : 'changed', text: r.text });
  for (const r of kept.remarks)
    if (!fresh.has(key(r)) && (r.severity === 'assumption' || r.severity === 'error'))
      list.push({ kind: 'better', text: `Settled: ${r.text}` });
  const ORDER = ['worse', 'changed', 'better'];
  return list.sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind));
}
