import { Link, useSearchParams } from 'react-router';
import {
  carInWords,
  GUESSED,
  type JobView,
  leftOpen,
  type Proposal,
  readinessOf,
  SOUND_WORD,
  SUM_GRID_HZ,
} from '@ulpen/core';
import { usePreferences } from '../../api/shop-queries.ts';
import { BandStrip } from '../../ui/BandStrip.tsx';
import { KeptPlans } from './KeptPlans.tsx';
import { Refused, useFramedPlan } from './PlanFrame.tsx';
import { verdictOf } from './plan-words.ts';
import { SoundsCompared } from './SoundsCompared.tsx';
import { useComparison } from './use-plan.ts';
import { WhatIfBar } from './WhatIfBar.tsx';
import './compare.css';
import { PREFERENCE_WORDS, PRICE_WORD } from '../../ui/preference-words.ts';
import { useWishConflicts } from '../../api/plan-given.ts';

/** Every way in side by side: what it covers, how flat, what it loses, cuts and costs, and what is still assumed. */
export function ComparePage() {
  const { job, shown } = useFramedPlan();
  const [params, setParams] = useSearchParams();
  const comparison = useComparison(job).data;
  const conflicts = useWishConflicts(job);
  const preferences = usePreferences().data;
  const proposals = comparison?.proposals ?? [];
  const first =
    preferences && PREFERENCE_WORDS.first.options.find((o) => o.value === preferences.first)?.word;
  const pick = (strategy: string) => {
    const next = new URLSearchParams(params);
    next.delete('kept');
    next.set('way', strategy);
    setParams(next, { replace: true });
  };
  return (
    <main className="compare">
      {conflicts.length > 0 && (
        <section className="conflicts" aria-label="Wishes that contradict each other">
          {conflicts.map((c) => (
            <p key={c.between.join()} className="look-again">
              <strong>
                {c.between[0]} <span className="quiet">against</span> {c.between[1]}.
              </strong>{' '}
              {c.says} <Link to={`/jobs/${job.id}/intake`}>Change the wish</Link>
            </p>
          ))}
        </section>
      )}
      {proposals.length > 0 && proposals.every((p) => p.remarks.some((r) => r.severity === 'error')) && (
        <p className="refused none-sound" role="status">
          <strong>No plan is workable yet.</strong> The nearest one fails by this:{' '}
          {proposals[0].remarks[0].text} {proposals[0].remarks[0].remedy}
        </p>
      )}
      <WhatIfBar />
      <table className="compare-table">
        <thead>
          <tr>
            <th scope="col">Way in</th>
            <th scope="col">What it gives</th>
            <th scope="col" className="right">
              Flat within
            </th>
            <th scope="col">Loses</th>
            <th scope="col" className="right">
              Cuts
            </th>
            <th scope="col" className="right">
              Devices
            </th>
            <th scope="col" className="right">
              Hours
            </th>
            <th scope="col">Parts</th>
            <th scope="col" className="right">
              Still open
            </th>
          </tr>
        </thead>
        <tbody>
          {proposals.map((p, i) => (
            <Row
              key={p.strategy}
              place={i + 1}
              proposal={p}
              shown={!shown.kept && p.strategy === shown.proposal.strategy}
              onPick={() => pick(p.strategy)}
            />
          ))}
        </tbody>
      </table>
      <SoundsCompared proposals={proposals} />
      <div className="compare-below">
        <section aria-label="Why this order">
          <h2 className="label">Why this order</h2>
          <p>{comparison?.order}</p>
          <p className="quiet">
            This shop prefers: {first}. <Link to="/shop">Change what the shop prefers</Link>
          </p>
          <h2 className="label">{shown.kept ? shown.kept.name : shown.proposal.title}</h2>
          <ul className="reasons">
            {shown.proposal.reasons.map(({ text }) => (
              <li key={text}>{text}</li>
            ))}
          </ul>
          <KeptPlans
            job={job}
            shownId={shown.kept?.id ?? null}
            onShow={(plan) => setParams({ kept: plan.id }, { replace: true })}
            onGone={() => setParams({}, { replace: true })}
          />
        </section>
        <Refused refused={comparison?.refused ?? []} />
      </div>
    </main>
  );
}

interface RowProps {
  place: number;
  proposal: Proposal;
  shown: boolean;
  onPick: () => void;
}

function Row({ place, proposal, shown, onPick }: RowProps) {
  const { job } = useFramedPlan();
  const ready = readinessOf(proposal, job.decisions);
  const verdict = verdictOf(proposal, ready);
  const figures = proposal.figures!;
  const lost = [
    ...proposal.triggers.filter((t) => t.after === 'lost').map((t) => SOUND_WORD[t.sound].toLowerCase()),
    ...proposal.losses.map((l) => LOSS_WORD[l.rule]),
  ].filter((w, i, all) => w && all.indexOf(w) === i);
  const open = leftOpen(ready);
  const guess = proposal.reasons.find((r) => r.rule === GUESSED);
  return (
    <tr className={shown ? 'compare-shown' : ''}>
      <th scope="row">
        <button type="button" className="compare-pick" aria-pressed={shown} onClick={onPick}>
          <span className="num quiet">{place}</span>
          <span>
            <strong>{proposal.title}</strong>
            <span className={`verdict verdict-${verdict.tone}`}>{verdict.text}</span>
            <span className="small quiet compare-why">{inWords(job, proposal)}</span>
            {guess && <span className="small verdict-again compare-why">{guess.text}</span>}
            {ready.errors.length > 0 && (
              <span className="small verdict-wrong compare-why clip">{ready.errors[0].text}</span>
            )}
          </span>
        </button>
      </th>
      <td data-label="What it gives">
        <span className="compare-strips">
          {proposal.feeds
            .filter((f) => f.side !== 'right')
            .map((f) => (
              <BandStrip
                key={`${f.targetId}-${f.side}`}
                frequencyHz={SUM_GRID_HZ}
                levelDb={f.levelDb}
                referenceDb={topOf(f.levelDb, f.need)}
                standing={f.phase}
                need={f.need}
                label={`Predicted for ${job.targets.find((t) => t.id === f.targetId)?.name ?? ''}`}
              />
            ))}
        </span>
      </td>
      <td className="right num" data-label="Flat within">
        {proposal.covers ? (
          proposal.device === 'data-interface' ? (
            'by data'
          ) : (
            `±${proposal.withinDb.toFixed(1)} dB`
          )
        ) : (
          <span className={guess ? 'verdict-again' : 'verdict-wrong'}>
            {guess ? 'likely a gap' : 'a gap'}
          </span>
        )}
      </td>
      <td className="small" data-label="Loses">
        {lost.length > 0 ? lost.join(', ') : <span className="quiet">nothing known</span>}
      </td>
      <td className="right num" data-label="Cuts">
        {figures.cuts === 0 ? 'none' : figures.cuts}
      </td>
      <td className="right num" data-label="Devices">
        {figures.boxes}
      </td>
      <td className="right num" data-label="Hours">
        {figures.hours.from}–{figures.hours.to}
      </td>
      <td data-label="Parts">{PRICE_WORD[figures.priceClass]}</td>
      <td className="right num" data-label="Still open">
        {open === 0 ? '–' : open}
      </td>
    </tr>
  );
}

/** What the way in does to the factory system; nothing for a plan that was kept before that was noted. */
function inWords(job: JobView, { car, setup }: Proposal): string {
  const outputs = job.units.flatMap((u) => u.pairs.map((p) => ({ id: p.id, unitName: u.name })));
  return car && setup ? carInWords(car, setup, outputs) : '';
}

const LOSS_WORD: Record<string, string> = {
  'lost-parking': 'parking sounds',
  'lost-telephone': 'telephone',
  'lost-navigation': 'navigation voice',
  'lost-centre': 'centre',
  'lost-rear': 'rear',
  'lost-subwoofer': 'factory subwoofer',
  'lost-cancelling': 'noise cancelling',
  'lost-tuning': 'factory tuning',
  'wires-cut': 'factory wires cut',
  'bass-above-step': 'bass at high volume',
};

function topOf(levelDb: readonly number[], need: { lowHz: number; highHz: number }): number {
  return Math.max(...levelDb.filter((_, i) => SUM_GRID_HZ[i] >= need.lowHz && SUM_GRID_HZ[i] <= need.highHz));
}
