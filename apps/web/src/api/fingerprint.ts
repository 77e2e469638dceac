import { useEffect } from 'react';
import type { JobOutline, PlanFingerprint } from '@ulpen/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { api } from './client.ts';
import { JOB_VIEWS } from './commands/command.ts';

/**
 * What a job's plans are worked out from now; null until the server has told it of the very state that the page holds.
 * Where the job has gone on elsewhere, the page goes after it.
 */
export function useFingerprint(job: JobOutline, { enabled = true } = {}): string | null {
  const queries = useQueryClient();
  const { data } = useQuery({
    queryKey: ['fingerprint', job.id, job.revision],
    queryFn: () => api.get<PlanFingerprint>(`/jobs/${job.id}/fingerprint`),
    enabled,
  });
  const behind = data !== undefined && data.revision > job.revision;
  useEffect(() => {
    if (behind) for (const view of JOB_VIEWS) void queries.invalidateQueries({ queryKey: [view, job.id] });
  }, [behind, queries, job.id]);
  return data?.revision === job.revision ? data.fingerprint : null;
}
