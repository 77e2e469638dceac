import { useDeferredValue, useRef, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { Button } from 'react-bootstrap';
import { Boxes, FileDown, GraduationCap, Plus } from 'lucide-react';
import { importJob } from '../../api/commands/import-job.ts';
import { startPractice } from '../../api/commands/start-practice.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { useJobs } from '../../api/queries.ts';
import { EmptyState } from '../../ui/EmptyState.tsx';
import { ThemeSwitch } from '../../ui/ThemeSwitch.tsx';
import { Wordmark } from '../../ui/Wordmark.tsx';
import { JobRow } from './JobRow.tsx';
import { NewJobDialog } from './NewJobDialog.tsx';
import '../../ui/page-head.css';
import './job-list.css';

export function JobListPage() {
  const [params, setParams] = useSearchParams();
  const search = params.get('q') ?? '';
  const [adding, setAdding] = useState(false);
  const jobs = useJobs(useDeferredValue(search));
  const found = jobs.data?.pages.flatMap((p) => p.jobs) ?? [];
  const total = jobs.data?.pages[0]?.total ?? 0;
  const startButton = (
    <Button variant="primary" onClick={() => setAdding(true)}>
      <Plus size={18} /> New job
    </Button>
  );

  return (
    <div className="job-list-page">
      <header className="page-head">
        <Wordmark />
        <input
          className="form-control"
          type="search"
          placeholder="Find a car, system or bay"
          aria-label="Find a job"
          value={search}
          onChange={(e) =>
            setParams(e.target.value ? { q: e.target.value } : {}, { replace: true, flushSync: true })
          }
        />
        <span className="flex-fill" />
        <Link className="btn btn-quiet" to="/shop">
          <Boxes size={18} /> Shop and library
        </Link>
        <ThemeSwitch />
        <PracticeButton />
        <ImportJobButton />
        {startButton}
      </header>
      <main>
        <div className="job-list-title">
          <h1>Jobs</h1>
          {total > 0 && (
            <span className="quiet">
              <span className="num">{total}</span> {search ? 'found' : 'on record'}, last worked on first
            </span>
          )}
        </div>
        {jobs.isPending && <p className="quiet p-3">Opening …</p>}
        {jobs.isLoadingError && (
          <EmptyState
            title="The list did not load"
            actions={<Button onClick={() => void jobs.refetch()}>Try again</Button>}
          >
            {jobs.error.message}
          </EmptyState>
        )}
        {jobs.isSuccess && total === 0 && !search && (
          <EmptyState
            title="No job yet"
            actions={
              <>
                {startButton}
                <ImportJobButton />
                <PracticeButton />
              </>
            }
          >
            A job is one car, one wish, one record. Start one for the car in the bay, or take in a job file.
          </EmptyState>
        )}
        {jobs.isSuccess && total === 0 && search && (
          <EmptyState
            title="Nothing fits"
            actions={
              <Button variant="secondary" onClick={() => setParams({})}>
                Show all jobs
              </Button>
            }
          >
            No job has “{search}” in its car, system, year or bay.
          </EmptyState>
        )}
        {found.length > 0 && (
          <ul className="job-rows">
            {found.map((job) => (
              <JobRow key={job.id} job={job} />
            ))}
          </ul>
        )}
        {jobs.hasNextPage && (
          <Button
            variant="secondary"
            className="m-3"
            disabled={jobs.isFetchingNextPage}
            onClick={() => void jobs.fetchNextPage()}
          >
            Show more (<span className="num">{total - found.length}</span> left)
          </Button>
        )}
      </main>
      {adding && <NewJobDialog onClose={() => setAdding(false)} />}
    </div>
  );
}

/** A simulated car to practise on; every one is different. */
function PracticeButton() {
  const navigate = useNavigate();
  const start = useCommand(startPractice);
  const begin = () => {
    const seed = 1 + Math.floor(Math.random() * 2_000_000_000);
    start.mutate(
      { seed, connectors: 3, sheet: null, reversedPairs: null, slipRate: 0.02 },
      { onSuccess: (job) => void navigate(`/jobs/${job.id}/find`) },
    );
  };
  return (
    <Button variant="secondary" disabled={start.isPending} onClick={begin}>
      <GraduationCap size={18} /> Practise
    </Button>
  );
}

function ImportJobButton() {
  const input = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const take = useCommand(importJob);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept=".zip,.json,application/zip,application/json"
        hidden
        data-testid="job-file"
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) take.mutate({ file }, { onSuccess: (job) => void navigate(`/jobs/${job.id}`) });
        }}
      />
      <Button variant="secondary" disabled={take.isPending} onClick={() => input.current?.click()}>
        <FileDown size={18} /> {take.isPending ? 'Reading …' : 'Open a job file'}
      </Button>
    </>
  );
}
