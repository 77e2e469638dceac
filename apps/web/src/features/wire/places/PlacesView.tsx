import { useMemo } from 'react';
import { placesOf } from '@ulpen/core';
import { EmptyState } from '../../../ui/EmptyState.tsx';
import { useSearchWord } from '../use-search-word.ts';
import { useFramedWiring } from '../WireFrame.tsx';
import { WirePaneHead } from '../WirePaneHead.tsx';
import { PlaceWork } from './PlaceWork.tsx';
import './places.css';

/** Everything to do at one place, in working order: what a person takes to the car. */
export function PlacesView() {
  const { bench, wiring } = useFramedWiring();
  const [at, choose] = useSearchWord('at');
  const places = useMemo(() => placesOf(bench, wiring), [bench, wiring]);
  const open = places.find((p) => p.joints.some((j) => !j.done));
  const place = places.find((p) => p.id === at) ?? open ?? places.at(0);
  if (!place)
    return (
      <main>
        <h1 className="visually-hidden">Places</h1>
        <EmptyState title="Nothing to join">This plan makes no new joint.</EmptyState>
      </main>
    );
  const made = bench.joints.filter((j) => j.done).length;
  const next = places[places.indexOf(place) + 1];
  return (
    <main className="panes wire places">
      <section className="pane" aria-label={place.title} tabIndex={0}>
        <PlaceWork key={place.id} place={place} next={next ?? null} onNext={choose} />
      </section>
      <section className="pane" aria-label="All places" tabIndex={0}>
        <WirePaneHead title="Places" as="h2" status={`${made} of ${bench.joints.length} joints made`} />
        <ol className="places-list">
          {places.map((p) => (
            <li key={p.id}>
              <button
                type="button"
                aria-current={p === place ? 'true' : undefined}
                onClick={() => choose(p.id)}
              >
                <span>
                  {p.title}
                  <small className="quiet">
                    {p.zone === null ? 'zone not known' : p.zoneSaid ? p.zone : `${p.zone}, not confirmed`}
                  </small>
                </span>
                <span className="num quiet">
                  {p.joints.filter((j) => j.done).length} of {p.joints.length}
                </span>
              </button>
            </li>
          ))}
        </ol>
      </section>
    </main>
  );
}
