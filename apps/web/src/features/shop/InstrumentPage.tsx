import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { format } from 'date-fns';
import { Button, Form } from 'react-bootstrap';
import { ArrowLeft } from 'lucide-react';
import { type ShopInstrument, INSTRUMENT_WORD, liveOf, type RestsOn } from '@ulpen/core';
import { putInstrument } from '../../api/commands/put-instrument.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { withdrawInstrument } from '../../api/commands/withdraw-instrument.ts';
import { useInstruments, useRestsOn } from '../../api/shop-queries.ts';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';
import { EmptyState } from '../../ui/EmptyState.tsx';
import { ThemeSwitch } from '../../ui/ThemeSwitch.tsx';
import { Wordmark } from '../../ui/Wordmark.tsx';
import '../../ui/page-head.css';
import './instruments.css';

const KINDS = ['readings', 'checks', 'recordings', 'captures'] as const;

/** All that rests on one instrument: looked at job by job, or withdrawn in one go. */
export function InstrumentPage() {
  const { instrumentId = '' } = useParams();
  const instruments = useInstruments();
  const instrument = instruments.data?.find((i) => i.id === instrumentId);
  const records = useRestsOn(instrumentId);
  return (
    <div className="instrument-page">
      <header className="page-head">
        <Wordmark />
        <Link to="/shop">
          <ArrowLeft size={18} /> Shop and library
        </Link>
        <span className="flex-fill" />
        <ThemeSwitch />
      </header>
      <main>
        {instrument && <OfInstrument instrument={instrument} jobs={records.data ?? []} />}
        {instruments.isSuccess && !instrument && (
          <EmptyState title="There is no such instrument">
            It may have been removed in the meantime.
          </EmptyState>
        )}
        {records.isLoadingError && instrument && <p className="refused">{records.error.message}</p>}
      </main>
    </div>
  );
}

function OfInstrument({ instrument, jobs }: { instrument: ShopInstrument; jobs: readonly RestsOn[] }) {
  const { id, version, ...fields } = instrument;
  const { name, kind, checkedAt, bad } = fields;
  const [because, setBecause] = useState(bad?.because ?? '');
  const [sinceCheck, setSinceCheck] = useState(checkedAt !== null);
  const [asking, setAsking] = useState(false);
  const put = useCommand(putInstrument);
  const withdraw = useCommand(withdrawInstrument);
  const from = sinceCheck ? checkedAt : null;
  const concerned = jobs.filter((j) => liveOf(j) > 0 && (from === null || j.lastAt >= from));
  const day = (at: string) => format(new Date(at), 'yyyy-MM-dd');
  return (
    <>
      <h1>{name}</h1>
      <p className="quiet">
        {INSTRUMENT_WORD[kind]}, {checkedAt ? `last checked ${day(checkedAt)}` : 'never checked'}
        {fields.note && `. ${fields.note}`}
      </p>
      {bad && (
        <p className="look-again" role="status">
          <strong>Found faulty on {day(bad.foundAt)}:</strong> {bad.because}
        </p>
      )}
      <h2>Measured with it</h2>
      {jobs.length === 0 ? (
        <p className="quiet">Nothing was measured with it yet.</p>
      ) : (
        <div className="instrument-scroll">
          <table className="plain-table instrument-jobs">
            <thead>
              <tr>
                <th scope="col">Job</th>
                <th scope="col">Between</th>
                <th scope="col">Readings</th>
                <th scope="col">Tests</th>
                <th scope="col">Recordings</th>
                <th scope="col">Captures</th>
                <th scope="col">Withdrawn</th>
              </tr>
            </thead>
            <tbody>
              {jobs.map((job) => (
                <tr key={job.jobId}>
                  <th scope="row">
                    <Link to={`/jobs/${job.jobId}/${job.readings > 0 ? 'find' : 'listen'}`}>{job.car}</Link>
                  </th>
                  <td className="num">
                    {day(job.firstAt)} – {day(job.lastAt)}
                  </td>
                  {[...KINDS, 'withdrawn' as const].map((k) => (
                    <td key={k} className="num">
                      {job[k] || '–'}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <section className="instrument-found" aria-label="Faulty">
        <h2>{bad ? 'The fault' : 'Is it faulty?'}</h2>
        <Form.Group controlId="instrument-because">
          <Form.Label>What is wrong with it</Form.Label>
          <Form.Control
            placeholder="reads 8 % low above 1 kHz"
            maxLength={200}
            value={because}
            onChange={(e) => setBecause(e.target.value)}
          />
        </Form.Group>
        {checkedAt && (
          <Form.Check
            type="switch"
            id="instrument-since"
            label={`only since its last check on ${day(checkedAt)}`}
            checked={sinceCheck}
            onChange={(e) => setSinceCheck(e.target.checked)}
          />
        )}
        <div className="d-flex flex-wrap gap-2">
          <Button
            variant="secondary"
            disabled={because.trim() === '' || put.isPending}
            onClick={() =>
              put.mutate({
                id,
                version,
                fields: { ...fields, bad: { because: because.trim(), foundAt: new Date().toISOString() } },
              })
            }
          >
            {bad ? 'Update' : 'Mark as faulty'}
          </Button>
          <Button variant="danger" disabled={concerned.length === 0} onClick={() => setAsking(true)}>
            Withdraw everything measured with it
          </Button>
        </div>
        <p className="small quiet m-0">
          Withdrawn readings stay in the record but count nowhere; findings and plans then say what is
          missing.
        </p>
      </section>
      {asking && (
        <ConfirmDialog
          title={`Withdraw everything measured with ${name}?`}
          action="Withdraw in all these jobs"
          onCancel={() => setAsking(false)}
          onConfirm={() => {
            withdraw.mutate({ id, name, from });
            setAsking(false);
          }}
        >
          {concerned.length} {concerned.length === 1 ? 'job' : 'jobs'}:{' '}
          {concerned.map((j) => j.car).join(', ')}. {from ? `Everything since ${day(from)}.` : 'Everything.'}{' '}
          It can be undone.
        </ConfirmDialog>
      )}
    </>
  );
}
