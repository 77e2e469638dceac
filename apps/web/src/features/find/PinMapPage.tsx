import { useMemo } from 'react';
import { Link } from 'react-router';
import { format } from 'date-fns';
import { Button } from 'react-bootstrap';
import { ArrowLeft, Download, Printer } from 'lucide-react';
import {
  type Connector,
  type FindingRow,
  findingRows,
  type HarnessView,
  type HarnessWorkings,
  isAudio,
  type JobOutline,
  ROLE_WORD,
  type State,
} from '@ulpen/core';
import { ConnectorFace } from '../../ui/ConnectorFace.tsx';
import { EmptyState } from '../../ui/EmptyState.tsx';
import { StandingTag } from '../../ui/StandingTag.tsx';
import { WireChip } from '../../ui/WireChip.tsx';
import { useFramedJob } from '../../api/framed-job.ts';
import { OutputsToListen } from './OutputsToListen.tsx';
import { useMap } from './use-find.ts';
import { WithHarness } from './WithHarness.tsx';
import { useLooks } from './use-looks.ts';
import './pin-map.css';

/** The pin map: every plug drawn and listed, for print and for the next person to open this car. */
export function PinMapPage() {
  const job = useFramedJob();
  return <WithHarness jobId={job.id}>{(view) => <PinMap job={job} view={view} />}</WithHarness>;
}

function PinMap({ job, view }: { job: JobOutline; view: HarnessView }) {
  const workings = useMap(view, job);
  return (
    <main className="pin-map">
      <div className="pin-map-head">
        <Link className="btn btn-quiet no-print" to={`/jobs/${job.id}/find`}>
          <ArrowLeft size={17} /> Find
        </Link>
        <h1>Pin map</h1>
        <span className="quiet">
          {job.car} {job.year} · {format(new Date(), 'yyyy-MM-dd')}
        </span>
        <span className="flex-fill" />
        <span className="pin-map-actions no-print">
          <a className="btn btn-quiet" href={`/api/v1/jobs/${job.id}/findings.csv`} download>
            <Download size={17} /> CSV
          </a>
          <a className="btn btn-quiet" href={`/api/v1/jobs/${job.id}/findings`} download="findings.json">
            <Download size={17} /> JSON
          </a>
          <Button variant="secondary" onClick={() => window.print()}>
            <Printer size={17} /> Print
          </Button>
          <OutputsToListen jobId={job.id} disabled={workings.map.pairs.every((p) => !isAudio(p.kind))} />
        </span>
      </div>
      {view.connectors.length === 0 && (
        <EmptyState title="No plug is drawn yet">
          Draw the first one in Find; its map appears here.
        </EmptyState>
      )}
      {view.connectors.map((connector) => (
        <PlugMap key={connector.id} job={job} view={view} connector={connector} workings={workings} />
      ))}
      <p className="small quiet">
        Filled: measured on this car. Outlined: claimed by a sheet. Dashed: assumed. Check against the car
        before anything is cut; the vehicle maker’s papers come first.
      </p>
    </main>
  );
}

/** Only a settled sign is drawn at the wire. */
const signOf = ({ sign, signState }: FindingRow): '+' | '−' | '' =>
  sign === null || signState !== 'settled' ? '' : sign === 'plus' ? '+' : '−';

/** Beside what is likely and not settled: never printed as if it were known. */
function Again({
  state,
  probability,
  what,
}: {
  state: State | 'empty' | null;
  probability: number | null;
  what?: string | null;
}) {
  if (state !== 'again' || probability === null) return null;
  return (
    <span className="look-again">
      {what && `${what}: `}look again, {Math.min(99, Math.round(probability * 100))} %
    </span>
  );
}

function PlugMap({
  job,
  view,
  connector,
  workings,
}: {
  job: JobOutline;
  view: HarnessView;
  connector: Connector;
  workings: HarnessWorkings;
}) {
  const looks = useLooks(view, workings);
  const unit = job.units.find((u) => u.id === connector.unitId);
  const rows = useMemo(
    () =>
      findingRows(
        { ...view, connectors: [connector] },
        workings,
        new Map(unit ? [[unit.id, unit.name]] : []),
      ),
    [view, connector, workings, unit],
  );
  return (
    <section className="plug-map" aria-label={`Plug ${connector.name}`}>
      <h2>
        {unit?.name}, plug {connector.name} <span className="quiet">seen from the {connector.view} side</span>
      </h2>
      <div
        className="face-box"
        tabIndex={0}
        role="group"
        aria-label={`Plug ${connector.name}, seen from the ${connector.view} side`}
      >
        <ConnectorFace connector={connector} view={connector.view} looks={looks} />
      </div>
      <div
        className="pin-table-box"
        tabIndex={0}
        role="group"
        aria-label={`Cavities of plug ${connector.name}`}
      >
        <table className="pin-table">
          <thead>
            <tr>
              <th scope="col">Cavity</th>
              <th scope="col">Wire</th>
              <th scope="col">Is</th>
              <th scope="col">Channel</th>
              <th scope="col">With</th>
              <th scope="col">Sure</th>
              <th scope="col">Measured</th>
              <th scope="col">Note</th>
            </tr>
          </thead>
          <tbody>
            {rows
              .filter((r) => r.state !== 'empty')
              .map((r) => (
                <tr key={r.cavityId}>
                  <th scope="row" className="num">
                    {r.cavity}
                  </th>
                  <td>
                    <WireChip wire={r.wire} sign={signOf(r)} />
                  </td>
                  <td>
                    <StandingTag standing={r.roleStanding}>{r.role ? ROLE_WORD[r.role] : 'open'}</StandingTag>
                    <Again state={r.state} probability={r.probability} />
                  </td>
                  <td>
                    {r.channel}
                    <Again state={r.channelState} probability={r.channelProbability} />
                    <Again state={r.signState} probability={r.signProbability} what={r.sign} />
                  </td>
                  <td className="num">
                    {r.pairedWith?.split('·')[1]}
                    <Again state={r.pairState} probability={r.pairProbability} />
                  </td>
                  <td className="num">
                    {r.probability === null ? '' : `${Math.min(99, Math.round(r.probability * 100))} %`}
                  </td>
                  <td className="num">{r.measuredAt ? format(new Date(r.measuredAt), 'yyyy-MM-dd') : ''}</td>
                  <td>
                    {[r.origin && r.origin !== 'factory' ? r.origin : null, r.notes]
                      .filter(Boolean)
                      .join('; ')}
                  </td>
                </tr>
              ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
