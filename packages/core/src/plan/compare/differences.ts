import { answers } from '../../model/matter.ts';
import type { Equipment, Feed, Proposal, Remark, Severity } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import { type Pair, pairName } from '../../model/unit.ts';
import { formatFrequency } from '../../quantity/frequency.ts';
import { formatVolts } from '../../quantity/volts.ts';
import { gridRange } from '../../summing/flatness.ts';
import { SUM_GRID_HZ } from '../../summing/output-response.ts';
import { feedName } from '../facts/feed-name.ts';
import { settingsApart } from '../words/setting-words.ts';

export interface Difference {
  /** `worse`: the plan does not hold any more; `changed`: look at it again; `better`: something was settled */
  kind: 'worse' | 'changed' | 'better';
  text: string;
}

/** A predicted level that moved by less is the scatter of measuring, dB. */
const MOVED_DB = 1;
/** Volts that moved by less are the same, as a ratio. */
const VOLTS_RATIO = 1.15;
const ORDER: readonly Difference['kind'][] = ['worse', 'changed', 'better'];

const worse = (text: string): Difference => ({ kind: 'worse', text });
const changed = (text: string): Difference => ({ kind: 'changed', text });
const better = (text: string): Difference => ({ kind: 'better', text });

/**
 * What one state of a plan says and a later one does not, in words, the worst first: a kept plan and the same one worked
 * out on what is known now, or two of its revisions.
 *
 * @param now null when it can no longer be used
 */
export function differencesOf(
  kept: Proposal,
  now: Proposal | null,
  targets: readonly Target[],
  pairs: readonly Pair[],
): Difference[] {
  if (!now) return [worse('This no longer works: a measurement it relied on was withdrawn or contradicted.')];
  const nameOf = (f: Feed) => {
    const target = targets.find((t) => t.id === f.targetId);
    return target ? feedName(target, f.side) : 'A target that is gone';
  };
  const outputName = (id: string) => {
    const pair = pairs.find((p) => p.id === id);
    return pair ? pairName(pair).toLowerCase() : 'an output that is gone';
  };
  const after = (a: Feed) => now.feeds.find((b) => b.targetId === a.targetId && b.side === a.side);
  return [
    ...kept.feeds.flatMap((before) => feedApart(before, after(before), nameOf(before), outputName)),
    ...(kept.setup && now.setup ? settingsApart(kept.setup, now.setup).map(changed) : []),
    ...equipmentApart(kept.equipment, now.equipment),
    ...remarksApart(kept.remarks, now.remarks),
  ].sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind));
}

function feedApart(
  before: Feed,
  after: Feed | undefined,
  name: string,
  outputName: (id: string) => string,
): Difference[] {
  if (!after) return [worse(`${name} is not fed any more.`)];
  const [a, b] = [before.taps, after.taps].map((taps) => taps.map((t) => t.pairId));
  const gone = a.filter((id) => !b.includes(id)).map(outputName);
  const came = b.filter((id) => !a.includes(id)).map(outputName);
  const turned = after.taps.filter((tap) =>
    before.taps.some((t) => t.pairId === tap.pairId && t.inverted !== tap.inverted),
  );
  const [needed, needs] = [before, after].map(bandOf);
  return [
    ...(needed !== needs ? [changed(`${name} now needs ${needs} (was ${needed}).`)] : []),
    ...(gone.length > 0 ? [changed(`${name}: ${gone.join(', ')} would not be used any more.`)] : []),
    ...(came.length > 0 ? [changed(`${name}: ${came.join(', ')} would be used as well.`)] : []),
    ...turned.map(({ pairId, inverted }) =>
      worse(
        `${name}: plus and minus of ${outputName(pairId)} ${inverted ? 'have to be swapped' : 'are right as labelled'}.`,
      ),
    ),
    ...(before.covers && !after.covers
      ? [
          worse(
            `${name} is not filled any more: too little around ${formatFrequency(after.missing[0].fromHz)}.`,
          ),
        ]
      : []),
    ...signalApart(before, after, name),
  ];
}

const bandOf = ({ need }: Feed) => `${formatFrequency(need.lowHz)} to ${formatFrequency(need.highHz)}`;

/** Prediction, volts and phase of a feed. */
function signalApart(before: Feed, after: Feed, name: string): Difference[] {
  const list: Difference[] = [];
  const { from, to } = gridRange(before.need);
  const moved = (i: number) =>
    Math.abs(after.levelDb[i] - after.levelDb[from] - (before.levelDb[i] - before.levelDb[from]));
  let at = from;
  for (let i = from; i <= to; i++) if (moved(i) > moved(at)) at = i;
  if (moved(at) > MOVED_DB)
    list.push(
      changed(
        `${name}: the prediction moves by up to ${moved(at).toFixed(1)} dB, most at ${formatFrequency(SUM_GRID_HZ[at])}.`,
      ),
    );
  const [v, w] = [before.chain?.points[0].volts, after.chain?.points[0].volts];
  if (v && w && Math.max(v / w, w / v) > VOLTS_RATIO)
    list.push(
      changed(`${name}: the output gives ${formatVolts(w)}, not ${formatVolts(v)}. Set the gain again.`),
    );
  if (before.phase !== 'measured' && after.phase === 'measured')
    list.push(better(`${name}: phase is measured now.`));
  return list;
}

/** What is to be bought and mounted, by what it is in the library. */
function equipmentApart(before: readonly Equipment[], after: readonly Equipment[]): Difference[] {
  const key = (e: Equipment) => `${e.kind} ${e.deviceId ?? e.name}`;
  const countIn = (list: readonly Equipment[], of: Equipment) =>
    list.filter((e) => key(e) === key(of)).reduce((sum, e) => sum + e.count, 0);
  const all = [...before, ...after].filter((e, i, list) => list.findIndex((o) => key(o) === key(e)) === i);
  return all.flatMap((e) => {
    const [was, is] = [countIn(before, e), countIn(after, e)];
    const name = e.name ?? `A ${e.kind.replace('-', ' ')}`;
    if (was === is) return [];
    if (is === 0) return [changed(`${name} is no longer needed.`)];
    return [changed(was === 0 ? `${name} is needed as well.` : `${name}: ${is} (was ${was}).`)];
  });
}

const RISING: readonly Severity[] = ['note', 'assumption', 'warning', 'error'];

/** Remarks that are new, graver or about more than before, or stand on worse figures; and those that are settled. */
function remarksApart(before: readonly Remark[], after: readonly Remark[]): Difference[] {
  const isKnown = (now: Remark) =>
    before.some(
      (then) =>
        (named(then, now) ? answers(then, now) : placeOf(then) === placeOf(now)) &&
        RISING.indexOf(now.severity) <= RISING.indexOf(then.severity),
    );
  const isSettled = (then: Remark) =>
    !after.some((now) =>
      named(then, now) ? now.rule === then.rule && share(then, now) : placeOf(then) === placeOf(now),
    );
  return [
    ...after
      .filter((r) => r.severity !== 'note' && !isKnown(r))
      .map((r) => (r.severity === 'error' ? worse(r.text) : changed(r.text))),
    ...before
      .filter((r) => (r.severity === 'assumption' || r.severity === 'error') && isSettled(r))
      .map((r) => better(`Settled: ${r.text}`)),
  ];
}

/** A plan that was kept before remarks named their subjects has none of them. */
const named = (a: Remark, b: Remark) => a.subjects.length > 0 && b.subjects.length > 0;
const placeOf = ({ rule, targetId, pairId }: Remark) => `${rule}/${targetId}/${pairId}`;
const share = (a: Remark, b: Remark) =>
  a.subjects.some((s) =>
    b.subjects.some((o) => s.targetId === o.targetId && s.side === o.side && s.pairId === o.pairId),
  );
