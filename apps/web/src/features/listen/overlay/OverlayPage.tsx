import { type Capture, captureInForce, CHAPTER_WORD, type JobView, pairName } from '@ulpen/core';
import { useJob, useMeasuredJob, useJobs } from '../../../api/queries.ts';
import { SelectField } from '../../../ui/SelectField.tsx';
import { Choices } from '../../../ui/Choices.tsx';
import { NoOutputs } from '../NoOutputs.tsx';
import { useFramedMeasuredJob } from '../../../api/framed-job.ts';
import { BesideOther } from './BesideOther.tsx';
import { CurvePicker } from './CurvePicker.tsx';
import { OverlayChart, type OverlayCurve } from './OverlayChart.tsx';
import { MOST_CURVES, useOverlay } from './overlay-state.ts';
import './overlay.css';

const LEVELS = [
  { value: 'own', word: 'each to its pass band' },
  { value: 'raw', word: 'as measured' },
] as const;

/** Any captures over each other: outputs, volume steps, with and without load, another job's. */
export function OverlayPage() {
  const job = useFramedMeasuredJob();
  const { chosen, levels, otherJobId, choose, setLevels, setOtherJob } = useOverlay();
  const other = useMeasuredJob(useJob(otherJobId ?? job.id).data ?? job);
  const otherJob = otherJobId && other?.id === otherJobId ? other : null;
  const known = new Map([
    ...capturesOf(job, ''),
    ...(otherJob ? capturesOf(otherJob, `${otherJob.car}: `) : []),
  ]);
  const shown = chosen.filter((id) => known.has(id));
  const curves = shown.map((id, place): OverlayCurve => {
    const { capture, name } = known.get(id)!;
    const { smoothed, passBandDb } = capture.analysis;
    return { id, name, ...smoothed, passBandDb, place };
  });
  const units = new Set(shown.map((id) => known.get(id)!.capture.levelUnit));
  const live = job.units.flatMap((u) => u.pairs).filter((p) => captureInForce(job, p));
  if (live.length === 0)
    return (
      <NoOutputs jobId={job.id} title="Nothing to lay over each other yet" action="Measure an output">
        As soon as outputs are measured, their curves can be compared here: output by output, step by step,
        with and without load, and with another job.
      </NoOutputs>
    );
  return (
    <main className="overlay">
      <section className="overlay-view" aria-label="Curves">
        <div className="overlay-head">
          <h1>Curves overlaid</h1>
          <span className="flex-fill" />
          <Choices label="Levels" options={LEVELS} value={levels} onChange={setLevels} />
        </div>
        {curves.length > 0 ? (
          <OverlayChart curves={curves} levels={levels} unit={levels === 'own' ? 'dB' : unitWord(units)} />
        ) : (
          <div className="overlay-none">
            <p>Choose what to compare.</p>
            <p className="quiet">
              Tap captures in the list. All steps of one output show where bass is cut; all outputs of one
              side show where they meet.
            </p>
          </div>
        )}
        <ul className="overlay-legend">
          {curves.map((c) => (
            <li key={c.id}>
              <span className="curve-mark" style={{ background: `var(--curve-${c.place + 1})` }} />
              {c.name}
            </li>
          ))}
        </ul>
        {levels === 'raw' && units.size > 1 && (
          <p className="look-again m-0">
            These curves are in different units: their levels cannot be compared, only their shapes.
          </p>
        )}
        {otherJob && <BesideOther job={job} other={otherJob} onPair={choose} />}
      </section>
      <section className="overlay-choose no-print" aria-label="Captures">
        <div className="overlay-quick">
          <button
            type="button"
            className="curve-all"
            onClick={() => choose(live.map((p) => captureInForce(job, p)!.id))}
          >
            every output
          </button>
          {(['left', 'right'] as const).map((side) => (
            <button
              key={side}
              type="button"
              className="curve-all"
              onClick={() =>
                choose(live.filter((p) => p.side === side).map((p) => captureInForce(job, p)!.id))
              }
            >
              {side} side
            </button>
          ))}
          {chosen.length > 0 && (
            <button type="button" className="curve-all" onClick={() => choose([])}>
              clear
            </button>
          )}
          <span className="small quiet">
            <span className="num">
              {shown.length} of {MOST_CURVES}
            </span>
          </span>
        </div>
        <CurvePicker units={job.units} chosen={shown} full={shown.length >= MOST_CURVES} onChange={choose} />
        <OtherJob job={job} otherJobId={otherJobId} other={otherJob} onChange={setOtherJob} />
        {otherJob && (
          <CurvePicker
            units={otherJob.units}
            chosen={shown}
            full={shown.length >= MOST_CURVES}
            onChange={choose}
          />
        )}
      </section>
    </main>
  );
}

function OtherJob({
  job,
  otherJobId,
  other,
  onChange,
}: {
  job: JobView;
  otherJobId: string | null;
  /** the chosen one, once it is loaded: the list may not reach that far */
  other: JobView | null;
  onChange: (id: string | null) => void;
}) {
  const jobs = useJobs('');
  const listed = (jobs.data?.pages.flatMap((p) => p.jobs) ?? []).filter((j) => j.id !== job.id);
  const lines = other && !listed.some((j) => j.id === other.id) ? [other, ...listed] : listed;
  // The same car first: its file is what one looks for.
  const alike = (car: string) => (car === job.car ? 0 : 1);
  return (
    <SelectField
      id="overlay-other"
      className="my-3"
      label="Beside another job"
      value={otherJobId}
      options={[
        { value: null, word: 'none' },
        ...[...lines]
          .sort((a, b) => alike(a.car) - alike(b.car))
          .map((j) => ({
            value: j.id,
            word: [j.car, j.year, j.place && `· ${j.place}`].filter(Boolean).join(' '),
          })),
      ]}
      onChange={onChange}
    />
  );
}

function capturesOf(job: JobView, before: string): [string, { capture: Capture; name: string }][] {
  return job.units
    .flatMap((u) => u.pairs)
    .flatMap((pair) =>
      pair.captures
        .filter((c) => c.withdrawnAt === null)
        .map((capture): [string, { capture: Capture; name: string }] => [
          capture.id,
          {
            capture,
            name: `${before}${pairName(pair)}${capture.volumeStep === null ? '' : `, step ${capture.volumeStep}`}${capture.load === 'none' ? ', no load' : ''}${capture.chapter === 'before' ? '' : `, ${CHAPTER_WORD[capture.chapter]}`}`,
          },
        ]),
    );
}

function unitWord(units: ReadonlySet<string>): string {
  return units.size === 1 ? [...units][0] : 'dB';
}
