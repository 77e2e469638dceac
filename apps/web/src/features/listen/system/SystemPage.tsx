import { useState } from 'react';
import { Link } from 'react-router';
import { Printer } from 'lucide-react';
import { Button, Form } from 'react-bootstrap';
import {
  captureInForce,
  formatDb,
  type JobBehaviour,
  type JobView,
  type LoadKind,
  pairName,
  type PairView,
  TYPICAL_BANDS,
} from '@ulpen/core';
import { bandEdges, classWord } from '../../../ui/bands-words.ts';
import { ResponseStrip } from '../../../ui/BandStrip.tsx';
import { DiffersTag } from '../../../ui/MapDifferences.tsx';
import { NoOutputs } from '../NoOutputs.tsx';
import { useFramedMeasuredJob } from '../../../api/framed-job.ts';
import { delayWords } from '../recording/recording-words.ts';
import { useBehaviour } from '../use-behaviour.ts';
import { AssumedStrip } from './AssumedStrip.tsx';
import { SystemAxis } from './SystemAxis.tsx';
import './system.css';

type Order = 'list' | 'band';

/** What an output does without its load, in a word; null: not told yet. */
const LOAD_SAYS: Record<LoadKind, string | null> = {
  suspected: 'wants its load',
  'not-seen': 'steady',
  'fault-with-load': 'fault with load',
  unfinished: null,
};

/** All outputs at one look: who has lows, mids and highs, and how each behaves. */
export function SystemPage() {
  const job = useFramedMeasuredJob();
  const behaviour = useBehaviour(job);
  const [order, setOrder] = useState<Order>('list');
  const [assume, setAssume] = useState(false);
  const pairs = sorted(job, order);
  if (pairs.length === 0)
    return (
      <NoOutputs jobId={job.id} title="No outputs yet" action="Add the outputs">
        Here all outputs stand under each other on one frequency scale, so that the split of the system is
        seen at one look.
      </NoOutputs>
    );
  const open = pairs.filter((p) => !captureInForce(job, p)).length;
  return (
    <main className="system">
      <div className="system-head">
        <h1>The system at a glance</h1>
        <span className="flex-fill" />
        <Form.Check
          type="switch"
          id="system-order"
          className="no-print"
          label="From low to high"
          checked={order === 'band'}
          onChange={(e) => setOrder(e.target.checked ? 'band' : 'list')}
        />
        {open > 0 && (
          <Form.Check
            type="switch"
            id="system-assume"
            className="no-print"
            label="Typical bands where nothing is measured"
            checked={assume}
            onChange={(e) => setAssume(e.target.checked)}
          />
        )}
        <Button variant="quiet" className="no-print" onClick={() => window.print()}>
          <Printer size={18} /> Print
        </Button>
      </div>
      <div className="system-scroll">
        <table className="system-table">
          <thead>
            <tr>
              <th scope="col">Output</th>
              <th scope="col" className="system-band">
                <span className="visually-hidden">Band</span>
                <SystemAxis />
              </th>
              <th scope="col">Passes, Hz</th>
              <th scope="col">dB per step</th>
              <th scope="col">Bass cut from</th>
              <th scope="col">Clean to</th>
              <th scope="col">Arrives</th>
              <th scope="col">Without load</th>
            </tr>
          </thead>
          <tbody>
            {pairs.map((pair) => (
              <SystemRow
                key={pair.id}
                job={job}
                pair={pair}
                behaviour={behaviour}
                assume={assume}
                nameOf={(id) => pairName(pairs.find((p) => p.id === id)!)}
              />
            ))}
          </tbody>
        </table>
      </div>
      {assume && open > 0 && (
        <p className="small quiet m-0">
          Dashed bands are assumed: what drivers of that kind are usually given. Nothing is planned on them
          before they are measured.
        </p>
      )}
    </main>
  );
}

interface SystemRowProps {
  job: JobView;
  pair: PairView;
  behaviour: JobBehaviour;
  assume: boolean;
  nameOf: (pairId: string) => string;
}

function SystemRow({ job, pair, behaviour, assume, nameOf }: SystemRowProps) {
  const capture = captureInForce(job, pair);
  const own = behaviour.pairs.find((p) => p.pairId === pair.id)!;
  const name = pairName(pair);
  const group = behaviour.arrivals.find((a) => a.arrivals.some((x) => x.pairId === pair.id));
  const arrival = group?.arrivals.find((a) => a.pairId === pair.id);
  const { low, high } = own.meter;
  const byMeter = own.meter.verdict === 'rough' && !capture;
  return (
    <tr>
      <th scope="row">
        <Link to={`/jobs/${job.id}/listen/${pair.id}`}>{name}</Link>
        <DiffersTag job={job} pairId={pair.id} />
      </th>
      <td className="system-band">
        {capture ? (
          <ResponseStrip analysis={capture.analysis} label={`${name}: ${classWord(capture.analysis)}`} />
        ) : byMeter ? (
          <AssumedStrip
            lowHz={low?.[1] ?? 20}
            highHz={high?.[0] ?? own.meter.tones[own.meter.tones.length - 1].hz}
            label={`${name}: ${own.meter.says}`}
          />
        ) : assume ? (
          <AssumedStrip {...TYPICAL_BANDS[pair.way]} label={`${name}: assumed`} />
        ) : (
          <div className="band-strip band-strip-open">
            <span>not measured</span>
          </div>
        )}
      </td>
      <td>
        {capture ? (
          <>
            <span className="system-class">{classWord(capture.analysis)}</span>{' '}
            <span className="num">{bandEdges(capture.analysis)}</span>
          </>
        ) : (
          <span className="quiet">{byMeter ? 'rough, by meter' : assume ? 'assumed' : 'open'}</span>
        )}
      </td>
      <Value
        value={own.level.dbPerStep === null ? null : formatDb(own.level.dbPerStep, 2)}
        note={own.level.followsTo === null ? '' : `to step ${own.level.followsTo}`}
      />
      <Value
        value={
          own.bass.begins
            ? `step ${own.bass.begins.after}–${own.bass.begins.by}`
            : own.bass.verdict === 'steady' && own.bass.steps.length > 0
              ? 'stays'
              : own.bass.verdict === 'steady'
                ? 'no bass'
                : null
        }
        note=""
        care={own.bass.verdict === 'withdrawn'}
      />
      <Value
        value={
          own.clean.at === null
            ? null
            : own.clean.calibrated
              ? `${own.clean.at.volts.toPrecision(3)} V`
              : `${(20 * Math.log10(own.clean.at.volts)).toFixed(1)} dB`
        }
        note={own.clean.verdict === 'not-reached' ? 'at least' : own.clean.rough ? 'by meter' : ''}
      />
      <Value
        value={
          !arrival
            ? null
            : arrival.hops === 0
              ? 'reference'
              : `${delayWords(arrival.delay)}${arrival.polarity === 'reversed' ? ', reversed' : ''}`
        }
        note={arrival && arrival.hops > 0 ? `than ${nameOf(group!.referenceId).toLowerCase()}` : ''}
        care={arrival?.polarity === 'reversed'}
      />
      <Value
        value={LOAD_SAYS[own.load.verdict]}
        note={own.load.rough ? 'roughly' : ''}
        care={own.load.verdict === 'suspected' || own.load.verdict === 'fault-with-load'}
      />
    </tr>
  );
}

function Value({ value, note, care = false }: { value: string | null; note: string; care?: boolean }) {
  if (value === null) return <td className="quiet">–</td>;
  return (
    <td className={care ? 'system-care' : ''}>
      <span className="num">{value}</span>
      {note && <span className="small quiet d-block">{note}</span>}
    </td>
  );
}

function sorted(job: JobView, order: Order): PairView[] {
  const pairs = job.units.flatMap((u) => u.pairs);
  if (order === 'list') return pairs;
  const middle = (p: PairView) => {
    const a = captureInForce(job, p)?.analysis;
    const band = a ? { lowHz: a.lowHz ?? 20, highHz: a.highHz ?? 20_000 } : TYPICAL_BANDS[p.way];
    return Math.sqrt(band.lowHz * band.highHz);
  };
  return pairs.sort((a, b) => middle(a) - middle(b));
}
