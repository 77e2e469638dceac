import { useState } from 'react';
import { format } from 'date-fns';
import {
  conditionWords,
  evidenceFor,
  type HarnessView,
  type HarnessWorkings,
  kindOf,
  madeWithWords,
  observationWords,
  type Reading,
} from '@ulpen/core';
import { OfChapter } from '../../ui/OfChapter.tsx';
import type { Selection } from './selection.ts';

interface ReadingsListProps {
  jobId: string;
  view: HarnessView;
  at: Selection;
  workings: HarnessWorkings;
  onWithdraw: (reading: Reading, withdrawn: boolean) => void;
}

const SHOWN = 12;

/** The record of these cavities, newest first; a withdrawn reading stays, struck through. */
export function ReadingsList({ jobId, view, at, workings, onWithdraw }: ReadingsListProps) {
  const [all, setAll] = useState(false);
  const ids = [at.first, at.second].filter((id) => id !== null);
  const names = new Map(view.connectors.flatMap((c) => c.cavities.map((v) => [v.id, String(v.number)])));
  const own = view.readings
    .filter((r) =>
      ids.length === 2
        ? ids.includes(r.cavityId) && (r.otherCavityId === null || ids.includes(r.otherCavityId))
        : r.cavityId === ids[0] || r.otherCavityId === ids[0],
    )
    .reverse();
  const means = new Map(
    ids.flatMap((id) => evidenceFor(workings, id).map((e) => [e.readingId, e.means] as const)),
  );
  return (
    <div className="readings">
      <h2 className="label">
        Readings on {ids.map((id) => names.get(id)).join(' and ')}{' '}
        {own.length > 0 && <span className="num">{own.length}</span>}
      </h2>
      {own.length === 0 && (
        <p className="quiet">
          None yet. Choose an instrument, type what it shows, Enter: it goes on to the next wire.
        </p>
      )}
      {own.length > 0 && (
        <ol>
          {(all ? own : own.slice(0, SHOWN)).map((r) => (
            <li key={r.id} className={r.withdrawnAt ? 'reading-withdrawn' : ''}>
              <time
                className="num"
                dateTime={r.takenAt}
                title={format(new Date(r.takenAt), 'yyyy-MM-dd HH:mm')}
              >
                {format(new Date(r.takenAt), 'HH:mm')}
              </time>
              <span className="reading-kind">
                {kindOf(r.observation.kind).name}{' '}
                {r.otherCavityId && (
                  <span className="num quiet">
                    {names.get(r.cavityId)}/{names.get(r.otherCavityId)}
                  </span>
                )}
              </span>
              <strong className="num">{observationWords(r.observation)}</strong>
              <span className="quiet small reading-conditions">
                {!kindOf(r.observation.kind).touches ? '' : conditionWords(r.conditions)}
                {r.madeWith?.length ? ` · ${madeWithWords(r.madeWith)}` : ''}
                {r.withdrawnAt && ' · withdrawn'}
                <OfChapter jobId={jobId} kind="readings" record={r} />
              </span>
              <span className="small reading-means">{r.withdrawnAt ? '' : means.get(r.id)}</span>
              <button
                type="button"
                className="btn btn-quiet"
                onClick={() => onWithdraw(r, r.withdrawnAt === null)}
              >
                {r.withdrawnAt ? 'Restore' : 'Withdraw'}
              </button>
            </li>
          ))}
        </ol>
      )}
      {!all && own.length > SHOWN && (
        <button type="button" className="btn btn-quiet" onClick={() => setAll(true)}>
          Show all {own.length}
        </button>
      )}
    </div>
  );
}
