import { Button } from 'react-bootstrap';
import { CHAPTER_WORD, type Taken } from '@ulpen/core';
import { type RecordKind, rechapter } from '../api/commands/rechapter.ts';
import { useCommand } from '../api/commands/use-command.ts';
import './of-chapter.css';

interface OfChapterProps {
  jobId: string;
  kind: RecordKind;
  record: Taken & { id: string };
}

/** Says of a record that it was not measured before the work, with the way to put that right. */
export function OfChapter({ jobId, kind, record }: OfChapterProps) {
  const move = useCommand(rechapter);
  if (record.chapter === 'before' || record.withdrawnAt) return null;
  return (
    <span className="of-chapter">
      <span className="small quiet">{CHAPTER_WORD[record.chapter]}</span>
      <Button
        variant="quiet"
        title="It shows the factory system as it came, so map and plan may use it"
        onClick={() => move.mutate({ jobId, kind, id: record.id, chapter: 'before', from: record.chapter })}
      >
        Measured before the work
      </Button>
    </span>
  );
}
