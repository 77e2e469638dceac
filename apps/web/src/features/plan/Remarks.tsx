import { Link } from 'react-router';
import { OctagonX, TriangleAlert } from 'lucide-react';
import type { JobView, Remark } from '@ulpen/core';

/** Broken rules shout, assumptions speak, notes whisper. Each leads to the output that would settle it. */
export function Remarks({ job, remarks }: { job: JobView; remarks: readonly Remark[] }) {
  return (
    <ul className="remarks">
      {remarks.map((remark) => (
        <li key={remark.text} className={`remark remark-${remark.severity}`}>
          {remark.severity === 'error' && <OctagonX size={20} aria-label="Broken rule" />}
          {remark.severity === 'warning' && <TriangleAlert size={18} aria-label="Look again" />}
          <span>
            {remark.text}{' '}
            {remark.pairId && (
              <Link className="no-print" to={`/jobs/${job.id}/listen/${remark.pairId}`}>
                Open it
              </Link>
            )}
          </span>
        </li>
      ))}
    </ul>
  );
}
