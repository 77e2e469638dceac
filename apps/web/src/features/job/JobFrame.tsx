import { useState } from 'react';
import { Link, Outlet, useNavigate, useParams } from 'react-router';
import { Button, Dropdown } from 'react-bootstrap';
import { ArchiveRestore, Check, Download, Ellipsis, Trash2, History } from 'lucide-react';
import { CHAPTERS, type JobOutline } from '@ulpen/core';
import { removeJob } from '../../api/commands/remove-job.ts';
import { setChapter } from '../../api/commands/set-chapter.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { api, ApiProblem } from '../../api/client.ts';
import { useJob } from '../../api/queries.ts';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';
import { EmptyState } from '../../ui/EmptyState.tsx';
import { ThemeSwitch } from '../../ui/ThemeSwitch.tsx';
import { Wordmark } from '../../ui/Wordmark.tsx';
import { ChapterBar } from './ChapterBar.tsx';
import { CHAPTER_TITLE } from './chapter-words.ts';
import { HistoryDialog } from './HistoryDialog.tsx';
import { RemovedDialog } from './RemovedDialog.tsx';
import { Run } from './Run.tsx';
import '../../ui/panes.css';
import './job-frame.css';

/** What all stages of a job share: the car, the run of stages, export and deletion. */
export function JobFrame() {
  const { jobId = '' } = useParams();
  const job = useJob(jobId);
  if (job.isPending) return <p className="p-4 quiet">Opening the job …</p>;
  const gone = job.error instanceof ApiProblem && job.error.status === 404;
  // While the server is away, what is on screen stays, and what was typed into it.
  if (job.data === undefined || gone) {
    return (
      <EmptyState
        title={gone ? 'There is no such job' : 'The job did not open'}
        actions={
          <>
            {!gone && <Button onClick={() => void job.refetch()}>Try again</Button>}
            <Link className="btn btn-secondary" to="/">
              All jobs
            </Link>
          </>
        }
      >
        {job.error?.message}
      </EmptyState>
    );
  }
  return (
    <div className="job-frame">
      <header className="job-head">
        <Wordmark />
        <div className="job-head-car">
          <strong className="clip">
            {job.data.car} <span className="num quiet">{job.data.year}</span>
          </strong>
          <span className="quiet small clip">
            {[job.data.place, job.data.system].filter(Boolean).join(' · ')}
          </span>
        </div>
        <Run job={job.data} />
        <span className="flex-fill" />
        <ThemeSwitch />
        <JobMenu job={job.data} />
      </header>
      <ChapterBar job={job.data} />
      {/* Nothing of one job is left on the screen, or saved, when the next one opens. */}
      <Outlet key={jobId} context={job.data} />
    </div>
  );
}

function JobMenu({ job }: { job: JobOutline }) {
  const [deleting, setDeleting] = useState(false);
  const [showing, setShowing] = useState<'removed' | 'history' | null>(null);
  const navigate = useNavigate();
  const remove = useCommand(removeJob);
  const move = useCommand(setChapter);
  const { id: jobId, version, chapter: from } = job;
  return (
    <>
      <Dropdown align="end" className="no-print">
        <Dropdown.Toggle as="button" className="btn btn-quiet" aria-label="More for this job">
          <Ellipsis size={20} />
        </Dropdown.Toggle>
        <Dropdown.Menu>
          <Dropdown.Item href={api.fileAddress(job.id)} download>
            <Download size={18} /> Export the job file
          </Dropdown.Item>
          <Dropdown.Item as="button" onClick={() => setShowing('history')}>
            <History size={18} /> History …
          </Dropdown.Item>
          <Dropdown.Item as="button" onClick={() => setShowing('removed')}>
            <ArchiveRestore size={18} /> Removed items …
          </Dropdown.Item>
          <Dropdown.Item as="button" onClick={() => setDeleting(true)}>
            <Trash2 size={18} /> Delete the job …
          </Dropdown.Item>
          <Dropdown.Divider />
          <Dropdown.Header>Where the work stands</Dropdown.Header>
          {CHAPTERS.map((chapter) => (
            <Dropdown.Item
              key={chapter}
              as="button"
              role="menuitemradio"
              aria-checked={chapter === from}
              onClick={() => chapter !== from && move.mutate({ jobId, version, chapter, from })}
            >
              <Check size={18} className={chapter === from ? '' : 'invisible'} aria-hidden />{' '}
              {CHAPTER_TITLE[chapter]}
            </Dropdown.Item>
          ))}
        </Dropdown.Menu>
      </Dropdown>
      {showing === 'removed' && <RemovedDialog jobId={job.id} onClose={() => setShowing(null)} />}
      {showing === 'history' && <HistoryDialog jobId={job.id} onClose={() => setShowing(null)} />}
      {deleting && (
        <ConfirmDialog
          title={`Delete ${job.car}?`}
          action="Delete the job"
          onCancel={() => setDeleting(false)}
          onConfirm={() => remove.mutate({ jobId: job.id }, { onSuccess: () => void navigate('/') })}
        >
          <p>
            Its outputs, captures, targets and plans go with it. There is no way back, unless the job file was
            exported.
          </p>
          <p className="mt-2">
            <a href={api.fileAddress(job.id)} download>
              Export the job file first
            </a>
          </p>
        </ConfirmDialog>
      )}
    </>
  );
}
