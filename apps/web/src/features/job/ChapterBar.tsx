import { Button } from 'react-bootstrap';
import { HardHat } from 'lucide-react';
import type { JobOutline } from '@ulpen/core';
import { setChapter } from '../../api/commands/set-chapter.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { CHAPTER_TITLE } from './chapter-words.ts';

/** Once the work has begun: what becomes of what is measured now. */
export function ChapterBar({ job }: { job: JobOutline }) {
  const change = useCommand(setChapter);
  if (job.chapter === 'before') return null;
  return (
    <p className="chapter-bar no-print" role="status">
      <HardHat size={18} aria-hidden />
      <strong>{CHAPTER_TITLE[job.chapter]}.</strong>
      <span>What you measure now is kept; map and plan go by what was measured before the work.</span>
      <Button
        variant="quiet"
        disabled={change.isPending}
        onClick={() =>
          change.mutate({ jobId: job.id, version: job.version, chapter: 'before', from: job.chapter })
        }
      >
        Back to before the work
      </Button>
    </p>
  );
}
