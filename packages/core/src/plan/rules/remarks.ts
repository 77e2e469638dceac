import type { Remark } from '../../model/plan.ts';
import type { Target } from '../../model/target.ts';
import { feedName } from '../facts/feed-name.ts';
import { FEED_RULES, PLAN_RULES } from './index.ts';
import type { PlanInContext } from './rule.ts';

const SEVERITY_ORDER: readonly Remark['severity'][] = ['error', 'warning', 'assumption', 'note'];

/** What every rule has to say of a plan, the gravest first. */
export function remarksOf(plan: PlanInContext): Remark[] {
  const { feeds, context } = plan;
  const ofFeeds = context.input.targets.flatMap((target) =>
    mergeSides(
      feeds.filter((c) => c.target === target).flatMap((c) => FEED_RULES.flatMap((rule) => rule(c))),
      target,
    ),
  );
  const ofPlan = PLAN_RULES.flatMap((rule) => rule(plan));
  return withoutRepeats([...ofFeeds, ...ofPlan]).sort(
    (a, b) => SEVERITY_ORDER.indexOf(a.severity) - SEVERITY_ORDER.indexOf(b.severity),
  );
}

/** An output that feeds two channels earns the same remark twice: said once, about both. */
function withoutRepeats(remarks: readonly Remark[]): Remark[] {
  return remarks
    .filter((r, i) => remarks.findIndex((o) => o.text === r.text) === i)
    .map((r) => ({ ...r, ...together(remarks.filter((o) => o.text === r.text)) }));
}

/** What remarks that are said as one speak of, and the worst of each figure. */
function together(remarks: readonly Remark[]): Pick<Remark, 'subjects' | 'figures'> {
  if (remarks.length === 1) return remarks[0];
  const once = new Map(remarks.flatMap((r) => r.subjects).map((s) => [JSON.stringify(s), s]));
  const figures = new Map<string, Remark['figures'][number]>();
  for (const figure of remarks.flatMap((r) => r.figures)) {
    const known = figures.get(figure.name);
    const worse = !known || (figure.worse === 'higher') === figure.value > known.value;
    if (worse) figures.set(figure.name, figure);
  }
  return { subjects: [...once.values()], figures: [...figures.values()] };
}

/** What holds for left and right alike is said once. */
function mergeSides(remarks: readonly Remark[], target: Target): Remark[] {
  const [left, right] = [feedName(target, 'left'), feedName(target, 'right')];
  const asLeft = (text: string) => text.replace(right, left);
  const twins = (r: Remark) => remarks.filter((o) => o.rule === r.rule && asLeft(o.text) === asLeft(r.text));
  return remarks
    .filter((r) => twins(r)[0] === r)
    .map((r) =>
      twins(r).length > 1
        ? { ...r, ...together(twins(r)), text: r.text.replace(left, `${target.name}, both sides`) }
        : r,
    );
}
