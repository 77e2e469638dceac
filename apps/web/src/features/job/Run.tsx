import { NavLink } from 'react-router';
import { captureInForce, type JobOutline } from '@ulpen/core';
import { useFingerprint } from '../../api/fingerprint.ts';
import './run.css';

interface Joint {
  path: string;
  name: string;
  /** how many things the next stage still misses from this one */
  missing: number;
  done: boolean;
}

function jointsOf(job: JobOutline, fingerprint: string | null): Joint[] {
  const pairs = job.units.flatMap((u) => u.pairs);
  const unmeasured = pairs.filter((p) => captureInForce(job, p) === null).length;
  const standing = job.plans.filter((p) => p.fingerprint !== null && p.fingerprint === fingerprint).length;
  return [
    {
      path: 'intake',
      name: 'Intake',
      missing: job.targets.length === 0 ? 1 : 0,
      done: job.targets.length > 0,
    },
    {
      path: 'find',
      name: 'Find',
      missing: job.find.untouched,
      done: job.find.wires > 0 && job.find.untouched === 0,
    },
    { path: 'listen', name: 'Listen', missing: unmeasured, done: pairs.length > 0 && unmeasured === 0 },
    { path: 'plan', name: 'Plan', missing: 0, done: standing > 0 },
    { path: 'wire', name: 'Wire', missing: 0, done: false },
  ];
}

/** The stages as joints on one line: copper as far as the work is done, a count where something is missing. */
export function Run({ job }: { job: JobOutline }) {
  const fingerprint = useFingerprint(job, { enabled: job.plans.length > 0 });
  const joints = jointsOf(job, fingerprint);
  return (
    <nav className="run no-print" aria-label="Stages of the job">
      <ol>
        {joints.map((joint, i) => (
          <li
            key={joint.path}
            className={joint.done ? 'run-done' : i > 0 && joints[i - 1].done ? 'run-reached' : ''}
          >
            <NavLink
              to={joint.path}
              className="run-joint"
              title={joint.missing > 0 ? `${joint.missing} open` : undefined}
            >
              <span className="run-dot" />
              <span className="run-name">
                {joint.name}
                {joint.missing > 0 && (
                  <span className="run-missing">
                    <span className="visually-hidden">, open: </span>
                    {joint.missing}
                  </span>
                )}
              </span>
            </NavLink>
          </li>
        ))}
      </ol>
    </nav>
  );
}
