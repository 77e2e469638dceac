import {
  type CavityFinding,
  channelName,
  evidenceFor,
  type HarnessWorkings,
  isAudio,
  type Judged,
  KIND_WORD,
  type PairFinding,
  placeOf,
  ROLE_WORD,
} from '@ulpen/core';
import { StandingTag } from '../../ui/StandingTag.tsx';
import { STATE_WORD } from './find-words.ts';
import type { Selection } from './selection.ts';

const DRIVER_WORD = {
  full: 'full range',
  woofer: 'door',
  midrange: 'mid',
  tweeter: 'tweeter',
  subwoofer: 'subwoofer',
};

/** What one cavity (or pair) comes to, how sure each part is, and the evidence sentence by sentence. */
export function CavityDetail({
  workings,
  at,
  preview,
}: {
  workings: HarnessWorkings;
  at: Selection;
  preview: boolean;
}) {
  const { map, indexOf } = workings;
  const place = at.first === null ? undefined : indexOf.get(at.first);
  if (at.first === null || place === undefined) {
    return (
      <section className="cavity-detail" aria-label="This cavity">
        <p className="quiet">This cavity is marked empty.</p>
      </section>
    );
  }
  const cavity = map.cavities[place];
  const pair = cavity.pair === null ? null : map.pairs[cavity.pair];
  const evidence = evidenceFor(workings, at.first).filter((e) => Math.abs(e.weight) >= 0.1);
  const heaviest = Math.max(1, ...evidence.map((e) => Math.abs(e.weight)));
  const others = cavity.roles.slice(1, 4);
  const mate = pair && (pair.plusCavityId === at.first ? pair.minusCavityId : pair.plusCavityId);
  return (
    <section className="cavity-detail" aria-label="This cavity" data-testid="cavity-detail">
      <h2 className="label">
        {preview ? 'With what you are typing, ' : ''}
        <span className="num">{placeOf(workings, at.first)}</span> is
      </h2>
      <dl>
        <Property name={ROLE_WORD[cavity.role]} judged={cavity} />
        {pair && <Property name={`${KIND_WORD[pair.kind]} with ${placeOf(workings, mate!)}`} judged={pair} />}
        {pair?.channel && <Property name={channelName(pair.channel.channel)} judged={pair.channel} />}
        {pair && isAudio(pair.kind) && (
          <Property
            name={pair.plusCavityId === at.first ? 'plus' : 'minus'}
            judged={pair.polarity}
            more={
              pair.polarity.times > 0
                ? `measured ${pair.polarity.times === 1 ? 'once' : `${pair.polarity.times} times`}`
                : 'not measured'
            }
          />
        )}
      </dl>
      {stillNeeded(cavity, pair).map((words) => (
        <p className="small still-needed" key={words}>
          <strong>Before it is settled:</strong> {words}
        </p>
      ))}
      {pair && pair.drivers.length > 1 && (
        <p className="small quiet">
          Drivers heard on this pair: {pair.drivers.map((d) => DRIVER_WORD[d]).join(' and ')}.
        </p>
      )}
      {cavity.state !== 'settled' && others.length > 0 && (
        <p className="small quiet">
          Or{' '}
          {others.map((r, i) => (
            <span key={r.role}>
              {i > 0 && ', '}
              {ROLE_WORD[r.role]} <span className="num">{Math.round(r.probability * 100)} %</span>
            </span>
          ))}
        </p>
      )}
      {evidence.length > 0 && (
        <>
          <h3 className="label">Because</h3>
          <ul className="evidence">
            {evidence.slice(0, 9).map((e, i) => (
              <li key={e.readingId ?? `claim${i}`} className={e.weight < 0 ? 'evidence-against' : ''}>
                <span
                  className="evidence-weight"
                  title={`${e.weight > 0 ? 'for' : 'against'}, weight ${Math.abs(e.weight).toFixed(1)}`}
                >
                  <span style={{ width: `${(100 * Math.abs(e.weight)) / heaviest}%` }} />
                </span>
                <span>
                  {e.saw}: <em>{e.means}</em>
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

/** What is likely already and lacks its deciding test. */
const stillNeeded = (cavity: CavityFinding, pair: PairFinding | null): string[] => [
  ...new Set(
    [cavity, pair?.channel].flatMap((f) => (f?.needed && f.probability > 0.5 ? [f.needed.words] : [])),
  ),
];

function Property({ name, judged, more }: { name: string; judged: Judged; more?: string }) {
  return (
    <div className={`property property-${judged.state}`}>
      <dt>
        <StandingTag standing={judged.standing}>{STATE_WORD[judged.state]}</StandingTag>
      </dt>
      <dd>
        {name}
        <span
          className="num quiet small"
          title={`${judged.standing}, ${(judged.probability * 100).toFixed(1)} %`}
        >
          {Math.min(99, Math.round(judged.probability * 100))} %
        </span>
        {more && <span className="quiet small">{more}</span>}
      </dd>
    </div>
  );
}
