import { format } from 'date-fns';
import { Button } from 'react-bootstrap';
import type { Check, CheckBody, JobView } from '@ulpen/core';
import { api } from '../../../api/client.ts';
import { useJobChange } from '../../../api/queries.ts';
import { useNotices } from '../../../ui/notices-store.ts';
import { checkWords } from './check-words.ts';

interface CheckListProps {
  job: JobView;
  kinds: readonly CheckBody['kind'][];
  pairId: string | null;
}

/** What was kept so far, newest first. A mistake is withdrawn and stays in the record. */
export function CheckList({ job, kinds, pairId }: CheckListProps) {
  const tell = useNotices((s) => s.tell);
  const change = useJobChange(job.id, ({ id, verb }: { id: string; verb: 'withdraw' | 'restore' }) =>
    api.post<Check>(`/checks/${id}/${verb}`),
  );
  const own = job.checks.filter((c) => c.pairId === pairId && kinds.includes(c.body.kind)).reverse();
  if (own.length === 0) return null;
  return (
    <ul className="check-list" aria-label="Kept readings">
      {own.map((check) => (
        <li key={check.id} className={check.withdrawnAt ? 'check-withdrawn' : ''}>
          <span className="num small quiet">{format(new Date(check.takenAt), 'dd.MM. HH:mm')}</span>
          <span>{checkWords(check.body)}</span>
          <Button
            variant="quiet"
            onClick={() =>
              check.withdrawnAt
                ? change.mutate({ id: check.id, verb: 'restore' })
                : change.mutate(
                    { id: check.id, verb: 'withdraw' },
                    {
                      onSuccess: () =>
                        tell({
                          text: 'Withdrawn; it stays in the record.',
                          undo: () => change.mutate({ id: check.id, verb: 'restore' }),
                        }),
                    },
                  )
            }
          >
            {check.withdrawnAt ? 'Restore' : 'Withdraw'}
          </Button>
        </li>
      ))}
    </ul>
  );
}
