import { useQueryClient } from '@tanstack/react-query';
import { JOB_VIEWS } from '../../api/commands/command.ts';

/** Fetches everything anew that plans are worked out from. */
export function useLookAnew(jobId: string): () => void {
  const queries = useQueryClient();
  return () => {
    for (const view of JOB_VIEWS) void queries.invalidateQueries({ queryKey: [view, jobId] });
    for (const view of ['devices', 'preferences', 'fingerprint'])
      void queries.invalidateQueries({ queryKey: [view] });
  };
}
