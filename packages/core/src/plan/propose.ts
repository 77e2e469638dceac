import type { Device, Feed, Proposal, Remark } from '../model/plan.ts';
import type { Target } from '../model/target.ts';
import { feedSides, sourcesFor, sourcesOf, type PlanInput, type Source } from './plan-input.ts';
import { describeFeed, describeProposal, feedName } from './reasons.ts';
import { RULES } from './rules/index.ts';
import { STRATEGIES } from './strategies/index.ts';
import type { Strategy } from './strategies/strategy.ts';

const DEVICE_ORDER: readonly Device[] = ['direct', 'converter', 'summing-converter', 'processor'];
const SEVERITY_ORDER: readonly Remark['severity'][] = ['error', 'warning', 'note'];

/**
 * Every strategy worked out for all targets, best first.
 *
 * Ranking: those that cover every needed band come first; then the flatter one, where a dearer way in must gain its
 * handicap in dB to come before a simpler one. Ways that come to the same wiring are shown once.
 *
 * @param input outputs with their captures, and targets; without targets or measured outputs nothing is proposed
 */
export function proposePlans(input: PlanInput): Proposal[] {
  const sources = sourcesOf(input);
  if (sources.length === 0 || input.targets.length === 0) return [];
  const ranked = STRATEGIES.map((strategy) => ({
    strategy,
    proposal: workOut(strategy, input.targets, sources),
  })).sort(
    (a, b) =>
      Number(b.proposal.covers) - Number(a.proposal.covers) ||
      a.proposal.withinDb + a.strategy.handicapDb - (b.proposal.withinDb + b.strategy.handicapDb),
  );
  const seen = new Set<string>();
  return ranked
    .filter(({ proposal }) => {
      const wiring = JSON.stringify(proposal.feeds.map((f) => [f.targetId, f.side, f.device, f.taps]));
      if (seen.has(wiring)) return false;
      seen.add(wiring);
      return true;
    })
    .map(({ strategy, proposal }, i, all) => ({
      ...proposal,
      reasons: [
        describeProposal(
          proposal,
          strategy,
          i,
          all.map((r) => r.proposal),
        ),
        ...proposal.reasons,
      ],
    }));
}

function workOut(strategy: Strategy, targets: readonly Target[], sources: readonly Source[]): Proposal {
  const feeds: Feed[] = [];
  const reasons: string[] = [];
  const remarks: Remark[] = [];
  for (const target of targets) {
    const ofTarget: Remark[] = [];
    for (const side of feedSides(target)) {
      const allowed = sourcesFor(sources, side);
      const feed = strategy.feed(target, side, allowed);
      if (!feed) {
        const text = `${feedName(target, side)}: no measured output may feed it. Measure the ${side === 'mono' ? '' : `${side} `}outputs first.`;
        remarks.push({ severity: 'error', rule: 'source-found', text, targetId: target.id, pairId: null });
        continue;
      }
      feeds.push(feed);
      const used = feed.taps.map((tap) => allowed.find((s) => s.pair.id === tap.pairId)!);
      const context = { feed, target, sources: used, name: feedName(target, side) };
      reasons.push(describeFeed(context));
      ofTarget.push(...RULES.flatMap((rule) => rule(context)));
    }
    remarks.push(...mergeSides(ofTarget, target));
  }
  const wanted = targets.reduce((n, t) => n + feedSides(t).length, 0);
  return {
    strategy: strategy.id,
    title: strategy.title,
    device: DEVICE_ORDER[Math.max(0, ...feeds.map((f) => DEVICE_ORDER.indexOf(f.device)))],
    covers: feeds.length === wanted && feeds.every((f) => f.covers),
    withinDb: Math.max(0, ...feeds.map((f) => f.withinDb)),
    feeds,
    reasons,
    remarks: withoutRepeats(remarks).sort(
      (a, b) => SEVERITY_ORDER.indexOf(a.severity) - SEVERITY_ORDER.indexOf(b.severity),
    ),
  };
}

/** An output that feeds two channels earns the same remark twice. */
function withoutRepeats(remarks: readonly Remark[]): Remark[] {
  return remarks.filter((r, i) => remarks.findIndex((o) => o.text === r.text) === i);
}

/** What holds for left and right alike is said once. */
function mergeSides(remarks: readonly Remark[], target: Target): Remark[] {
  const [left, right] = [feedName(target, 'left'), feedName(target, 'right')];
  const asLeft = (text: string) => text.replace(right, left);
  const twins = (r: Remark) => remarks.filter((o) => o.rule === r.rule && asLeft(o.text) === asLeft(r.text));
  return remarks
    .filter((r) => twins(r)[0] === r)
    .map((r) =>
      twins(r).length > 1 ? { ...r, text: r.text.replace(left, `${target.name}, both sides`) } : r,
    );
}
