import { subject } from '../../model/matter.ts';
import type { Proposal, Reason } from '../../model/plan.ts';
import { formatFrequency } from '../../quantity/frequency.ts';
import type { Source } from '../facts/sources.ts';
import { processingOf, processingWords, workedOver } from '../facts/processing.ts';
import { WISH_UNANSWERED } from '../rules/wish-kept.ts';
import type { FeedInContext } from '../rules/rule.ts';
import type { Strategy } from '../ways/strategy.ts';
import { GUESSED, guessWords, unmeasuredOf } from './guess.ts';

/** Why a feed is made as it is: of which outputs, and how flat it comes out. */
export function reasonOfFeed(made: FeedInContext): Reason {
  const { targetId, side, taps, withinDb, covers } = made.feed;
  return {
    rule: taps.length === 0 ? 'fed-by-data' : taps.length === 1 ? 'fed-by-one' : 'fed-by-several',
    text: describeFeed(made),
    subjects:
      taps.length === 0
        ? [subject({ targetId, side })]
        : taps.map(({ pairId }) => subject({ targetId, side, pairId })),
    figures: taps.length > 0 && covers ? [{ name: 'within, dB', value: withinDb }] : [],
  };
}

function describeFeed({ feed, sources, name, context }: FeedInContext): string {
  const band = `${formatFrequency(feed.need.lowHz)} to ${formatFrequency(feed.need.highHz)}`;
  if (sources.length === 0) return `${name}: ${band} and more should come as data; not measured here.`;
  const alone = sources.length === 1;
  const result = feed.covers
    ? `${alone ? 'covers' : 'cover'} ${band} within ±${feed.withinDb.toFixed(1)} dB`
    : `${alone ? 'does' : 'do'} not fill ${band}`;
  const [first] = sources;
  const own = first.pair.unitKind === 'radio' && context.hasAmplifier ? ' of the radio' : '';
  if (alone) {
    const found = own ? processingOf(first, context.radioFeeds, feed.need) : null;
    const followed =
      first.pair.facts.feed === 'follows' && own
        ? `, follows the volume and is not filtered yet${found ? `, but ${processingWords(found)}` : ''}`
        : '';
    const crossed = feed.taps[0].inverted
      ? ' Plus and minus are swapped at its tap, because it measured reversed against the other side.'
      : '';
    return `${name}: ${first.name}${own} ${result} on its own${followed}.${crossed}`;
  }
  const flipped = sources.filter((_, i) => feed.taps[i].inverted).map((s) => s.name.toLowerCase());
  const flips =
    flipped.length === 0
      ? ''
      : ` Plus and minus of ${flipped.join(' and ')} ${flipped.length === 1 ? 'is' : 'are'} swapped so that they add.`;
  const corrected = feed.correction.length ? ` and ${feed.correction.length} equaliser sections` : '';
  const names = listed(sources.map((s) => s.name.toLowerCase()));
  if (feed.device === 'converter' || feed.device === 'direct' || feed.device === 'passive-converter')
    return `${name}: ${names}${own}, each into its own input, ${result}.${flips}`;
  return `${name}: no single output carries the whole band; ${names} together${corrected} ${result}.${flips}`;
}

/** Why a way in that was chosen by hand is as it is. */
export const reasonOfStrategy = ({ id, effort }: Strategy): Reason => ({
  rule: 'effort',
  text: effort,
  subjects: [subject({ what: id })],
  figures: [],
});

/** Other ways in that come to the very same wiring. */
export const reasonOfVariants = (others: readonly Strategy[]): Reason => ({
  rule: 'the-same-by',
  text: `Comes to the same as: ${others.map((s) => s.title).join('; ')}.`,
  subjects: others.map(({ id }) => subject({ what: id })),
  figures: [],
});

/** Why a proposal stands where it stands in the ranking, and what it takes. */
export function reasonsOfPlace(
  proposal: Proposal,
  strategy: Strategy,
  place: number,
  all: readonly Proposal[],
  sources: readonly Source[],
): Reason[] {
  const reason = reasonOfPlace(proposal, strategy, place, all, sources);
  return reason.rule === GUESSED ? [reason, reasonOfStrategy(strategy)] : [reason];
}

function reasonOfPlace(
  proposal: Proposal,
  strategy: Strategy,
  place: number,
  all: readonly Proposal[],
  sources: readonly Source[],
): Reason {
  const because = (rule: string, text: string, more: Partial<Reason> = {}): Reason => ({
    ...reasonOfStrategy(strategy),
    rule,
    text: `${text} ${strategy.effort}`,
    ...more,
  });
  const broken = proposal.remarks.find((r) => r.severity === 'error');
  const unmeasured = unmeasuredOf(proposal, sources);
  if (unmeasured.length > 0 && !broken && (place === 0 || !proposal.covers))
    return because(GUESSED, '', {
      text: guessWords(proposal, unmeasured),
      subjects: unmeasured.map((s) => subject({ pairId: s.pair.id })),
    });
  if (!proposal.covers) return because('band-left-empty', 'Leaves a part of a needed band empty.');
  if (broken) return because(broken.rule, `Not as it stands: ${broken.text}`, { subjects: broken.subjects });
  const answers = (p: Proposal) => p.remarks.every((r) => r.rule !== WISH_UNANSWERED);
  if (!answers(proposal)) {
    const unanswered = proposal.remarks.find((r) => r.rule === WISH_UNANSWERED)!;
    return because(WISH_UNANSWERED, unanswered.text, { subjects: unanswered.subjects });
  }
  if (place === 0 && proposal.device === 'data-interface')
    return because('by-data-first', whyData(all, sources));
  if (place === 0) {
    const [rule, text] = whyFirst(all, answers);
    return because(rule, text);
  }
  if (proposal.device === 'data-interface')
    return because(
      'by-data',
      'What comes as data should fill every needed band; none of it is measured here.',
    );
  const gain = all[0].withinDb - proposal.withinDb;
  const compared =
    gain > 0.1
      ? `flatter by ${gain.toFixed(1)} dB than the first, for more parts and time`
      : gain < -0.5
        ? `less flat by ${(-gain).toFixed(1)} dB than the first`
        : 'no flatter than the first';
  return because('later', `Fills every needed band too; ${compared}.`, {
    figures: [{ name: 'flatter than the first by, dB', value: gain }],
  });
}

/** Of the first: the only one, the simplest of several, or of those that do what was asked for. */
function whyFirst(
  all: readonly Proposal[],
  answers: (proposal: Proposal) => boolean,
): [rule: string, text: string] {
  const right = all.filter((p) => p.covers && p.remarks.every((r) => r.severity !== 'error'));
  if (right.some((p) => !answers(p)))
    return [
      'first-asked-for',
      'First because it is the simplest that does what the owner asked for, fills every needed band and breaks no rule.',
    ];
  return right.length === 1
    ? [
        'first-alone',
        'First because it is the only way here that fills every needed band and breaks no rule.',
      ]
    : [
        'first-simplest',
        'First because it is the simplest that does the job: it fills every needed band, and what more expensive plans would gain is not worth their cost.',
      ];
}

/** What speaks against the outputs that are there, where data comes before them. */
function whyData(all: readonly Proposal[], sources: readonly Source[]): string {
  const end = 'what comes as data is not, though none of it is measured here.';
  for (const proposal of all) {
    const worked = workedOver(proposal.feeds, sources);
    if (worked)
      return `First because ${worked.source.name.toLowerCase()} ${processingWords(worked.found)}; ${end}`;
  }
  return 'First because no output that is there does the job without a broken rule; what comes as data should, though none of it is measured here.';
}

function listed(words: readonly string[]): string {
  return words.length < 2
    ? words.join('')
    : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`;
}
