import { Link } from 'react-router';
import { formatDistanceToNow } from 'date-fns';
import type { JobLine } from '@ulpen/core';
import { axisPlace } from '../../ui/frequency-scale.ts';

const WIDTH = 200;
const ROW = 6;

/** One job: the car, its system as bars of band, and how far the work is. */
export function JobRow({ job }: { job: JobLine }) {
  return (
    <li>
      <Link to={`/jobs/${job.id}`} className="job-row">
        <div className="job-car">
          <strong>
            {job.car} {job.year && <span className="num quiet">{job.year}</span>}
          </strong>
          <span className="quiet clip">{job.system || 'system not noted'}</span>
        </div>
        <SystemPicture job={job} />
        <p className="job-wish quiet">{job.wish || 'No wish noted yet.'}</p>
        <dl className="job-counts">
          <div>
            <dt>measured</dt>
            <dd className="num">
              {job.measured}
              <span className="unit">/{job.outputs}</span>
            </dd>
          </div>
          <div>
            <dt>targets</dt>
            <dd className="num">{job.targets}</dd>
          </div>
          <div>
            <dt>plans kept</dt>
            <dd className="num">{job.plans}</dd>
          </div>
        </dl>
        <div className="job-when quiet">
          <span>{job.place}</span>
          <span className="small">{formatDistanceToNow(new Date(job.updatedAt), { addSuffix: true })}</span>
        </div>
      </Link>
    </li>
  );
}

/** Every output as a bar from 20 Hz to 20 kHz: the split of the system at one look. */
function SystemPicture({ job }: { job: JobLine }) {
  const bands = job.bands.slice(0, 12);
  const height = Math.max(4, bands.length) * ROW;
  const label = `${job.measured} of ${job.outputs} outputs measured`;
  return (
    <svg
      className="job-picture"
      height={height}
      viewBox={`0 0 ${WIDTH} ${height}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={label}
    >
      {[100, 1000, 10_000].map((f) => (
        <line
          key={f}
          x1={axisPlace(f) * WIDTH}
          x2={axisPlace(f) * WIDTH}
          y1="0"
          y2={height}
          className="job-picture-decade"
        />
      ))}
      {bands.map((band, i) => {
        const from = axisPlace(Math.max(20, band.lowHz ?? 20)) * WIDTH;
        const to = axisPlace(Math.min(20_000, band.highHz ?? 20_000)) * WIDTH;
        const y = i * ROW + 1;
        return band.measured ? (
          <rect
            key={i}
            x={from}
            y={y}
            width={Math.max(1, to - from)}
            height={ROW - 2}
            fill="url(#frequency-ramp)"
          />
        ) : (
          <line key={i} x1="0" x2={WIDTH} y1={y + 2} y2={y + 2} className="job-picture-open" />
        );
      })}
    </svg>
  );
}
