import { format } from 'date-fns';
import { Button } from 'react-bootstrap';
import { Link } from 'react-router';
import {
  formatFrequency,
  type JobView,
  pairName,
  type PairView,
  type RecordingRecord,
  madeWithWords,
} from '@ulpen/core';
import { restoreRecording } from '../../../api/commands/restore-recording.ts';
import { useCommand } from '../../../api/commands/use-command.ts';
import { OfChapter } from '../../../ui/OfChapter.tsx';
import { withdrawRecording } from '../../../api/commands/withdraw-recording.ts';
import { dbWords, delayWords, percentWords, PLAYED_WORD, POLARITY_WORD } from './recording-words.ts';
import { PhaseStrip } from './PhaseStrip.tsx';
import './recording.css';

/** What the recordings of an output told beyond its band: against another output, tones, and their faults. */
export function RecordingFindings({ job, pair }: { job: JobView; pair: PairView }) {
  const own = job.recordings.filter((r) => r.firstPairId === pair.id || r.secondPairId === pair.id);
  if (own.length === 0) return null;
  return (
    <section className="recording-findings" aria-label="Recordings">
      <h3 className="label">Recordings</h3>
      {own.map((recording) => (
        <Recorded key={recording.id} job={job} pair={pair} recording={recording} />
      ))}
    </section>
  );
}

function Recorded({ job, pair, recording }: { job: JobView; pair: PairView; recording: RecordingRecord }) {
  const withdraw = useCommand(withdrawRecording);
  const restore = useCommand(restoreRecording);
  const which = { jobId: job.id, recordingId: recording.id };
  const { between, report, volumeStep, withdrawnAt } = recording;
  const otherId = recording.firstPairId === pair.id ? recording.secondPairId : recording.firstPairId;
  const other = job.units.flatMap((u) => u.pairs).find((p) => p.id === otherId);
  const own = recording.firstPairId === pair.id ? 0 : 1;
  return (
    <article className={withdrawnAt ? 'recording-withdrawn' : ''}>
      <header>
        <span>
          {PLAYED_WORD[recording.played]}
          {volumeStep !== null && <span className="num">, step {volumeStep}</span>}
        </span>
        <span className="num small quiet">{format(new Date(recording.takenAt), 'dd.MM. HH:mm')}</span>
        <span className="small quiet clip">{recording.fileName}</span>
        <span className="small quiet">{madeWithWords(recording.madeWith)}</span>
        {recording.fromFile && (
          <span
            className="small quiet"
            title="Its report came in a job file; the sound itself was not heard here."
          >
            from a file
          </span>
        )}
        <OfChapter jobId={job.id} kind="recordings" record={recording} />
        {withdrawnAt ? (
          <Button variant="quiet" onClick={() => restore.mutate(which)}>
            Restore
          </Button>
        ) : (
          <Button variant="quiet" onClick={() => withdraw.mutate(which)}>
            Withdraw
          </Button>
        )}
      </header>
      {between && other && (
        <dl className="facts">
          <div>
            <dt>Polarity</dt>
            <dd>
              <strong>{POLARITY_WORD[between.polarity]}</strong>
              <span className="small quiet">
                against <Link to={`/jobs/${job.id}/listen/${other.id}`}>{pairName(other)}</Link>
                {between.polarity !== 'unclear' && ', once the filters are taken away'}
              </span>
            </dd>
          </div>
          <div>
            <dt>Delay</dt>
            <dd>
              <strong>
                {delayWords(
                  between.delay === null ? null : own === 1 ? between.delay : -between.delay,
                  between.delayError,
                )}
              </strong>
              <span className="small quiet">than {pairName(other).toLowerCase()}</span>
            </dd>
          </div>
          <div>
            <dt>In common</dt>
            <dd>
              <strong className="num">
                {between.overlap
                  ? `${formatFrequency(between.overlap.lowHz)} to ${formatFrequency(between.overlap.highHz)}`
                  : 'nothing'}
              </strong>
              <span className="small quiet">coherence above 0.5 there</span>
            </dd>
          </div>
        </dl>
      )}
      {between?.overlap && <PhaseStrip ratio={between.ratio} />}
      {recording.played === 'tone' && <Tones recording={recording} channel={own} />}
      {[...(between?.reasons ?? []), ...report.faults.map((f) => f.says)].map((text) => (
        <p key={text} className="look-again">
          {text}
        </p>
      ))}
    </article>
  );
}

/** The tones of one recording; what all of them together say is told under behaviour. */
function Tones({ recording, channel }: { recording: RecordingRecord; channel: number }) {
  const { tones } = recording.report.channels[channel];
  if (tones.length === 0) return <p className="look-again">No steady tone was found in it.</p>;
  const volts = (rms: number) =>
    recording.voltsAtFullScale === null ? dbWords(rms) : `${(rms * recording.voltsAtFullScale).toFixed(2)} V`;
  return (
    <ul className="recorded-tones num">
      {tones.slice(0, 12).map((t) => (
        <li key={t.from}>
          {t.hz.toFixed(0)} Hz, {volts(t.rms)}, {percentWords(t.distortion)} distortion
        </li>
      ))}
      {tones.length > 12 && <li>and {tones.length - 12} more</li>}
    </ul>
  );
}
