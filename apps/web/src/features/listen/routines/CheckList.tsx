import { format } from 'date-fns';
import { Button } from 'react-bootstrap';
import { type CheckBody, type JobView, madeWithWords } from '@ulpen/core';
import { restoreCheck } from '../../../api/commands/restore-check.ts';
import { useCommand } from '../../../api/commands/use-command.ts';
import { withdrawCheck } from '../../../api/commands/withdraw-check.ts';
import { OfChapter } from '../../../ui/OfChapter.tsx';
import { checkWords } from './check-words.ts';

interface CheckListProps {
  job: JobView;
  kinds: readonly CheckBody['kind'][];
  pairId: string | null;
}

/** What was kept so far, newest first. A mistake is withdrawn and stays in the record. */
export function CheckList({ job, kinds, pairId }: CheckListProps) {
  const withdraw = useCommand(withdrawCheck);
  const restore = useCommand(restoreCheck);
  const own = job.checks.filter((c) => c.pairId === pairId && kinds.includes(c.body.kind)).reverse();
  if (own.length === 0) return null;
  return (
    <ul className="check-list" aria-label="Kept readings">
      {own.map((check) => (
        <li key={check.id} className={check.withdrawnAt ? 'check-withdrawn' : ''}>
          <span className="num small quiet">{format(new Date(check.takenAt), 'dd.MM. HH:mm')}</span>
          <span>
            {checkWords(check.body)} <span className="small quiet">{madeWithWords(check.madeWith)}</span>
          </span>
          <OfChapter jobId={job.id} kind="checks" record={check} />
          <Button
            variant="quiet"
            onClick={() =>
              (check.withdrawnAt ? restore : withdraw).mutate({ jobId: job.id, checkId: check.id })
            }
          >
            {check.withdrawnAt ? 'Restore' : 'Withdraw'}
          </Button>
        </li>
      ))}
    </ul>
  );
}
