// @vitest-environment jsdom
import { useState } from 'react';
import { DEMO_CARS, viewOfCar } from '@ulpen/core/carsim';
import type { JobView } from '@ulpen/core';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { json, pageServer, refuse } from '../../../test/page-server.ts';
import { useFramedJob, useFramedMeasuredJob } from '../../api/framed-job.ts';
import { JobFrame } from './JobFrame.tsx';
import { MeasuredJob } from './MeasuredJob.tsx';

// Which theme a browser likes is not known here: one was chosen.
vi.hoisted(() => localStorage.setItem('ulpen-theme', 'bay'));

const server = pageServer();
afterEach(cleanup);

const [one, other] = DEMO_CARS.map((car, n) => ({ ...viewOfCar(car), id: `j${n + 1}` }));

/** A stage with something half typed. */
function Stage() {
  const job = useFramedJob();
  const [text, setText] = useState('');
  return (
    <label>
      Note on {job.car}
      <input value={text} onChange={(e) => setText(e.target.value)} />
    </label>
  );
}

const STAGES = [
  { path: 'intake', element: <Stage /> },
  { element: <MeasuredJob />, children: [{ path: 'listen', element: <Measured /> }] },
];

function opened(address: string) {
  const router = createMemoryRouter([{ path: '/jobs/:jobId', element: <JobFrame />, children: STAGES }], {
    initialEntries: [address],
  });
  const queries = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  render(
    <QueryClientProvider client={queries}>
      <RouterProvider router={router} />
    </QueryClientProvider>,
  );
  return router;
}

/** A stage that stands on what was measured. */
function Measured() {
  const job = useFramedMeasuredJob();
  return <p>{job.units.flatMap((u) => u.pairs.flatMap((p) => p.captures)).length} captures</p>;
}

describe('the frame of a job', () => {
  it('leaves nothing of one job on the screen of the next', async () => {
    server.answer = ({ path }, response) => json(response, path.includes('j1') ? one : other, 1);
    const router = opened('/jobs/j1/intake');
    const noteOn = ({ car }: JobView) => screen.findByLabelText<HTMLInputElement>(`Note on ${car}`);
    await noteOn(one);
    await act(() => router.navigate('/jobs/j2/intake'));
    fireEvent.change(await noteOn(other), { target: { value: 'rattles' } });
    // Back again, to a job that is there at once.
    await act(() => router.navigate(-1));
    expect((await noteOn(one)).value).toBe('');
  });

  it('asks again for measurements when its outline names one that it lacks', async () => {
    const captures = one.units.flatMap((u) => u.pairs.flatMap((p) => p.captures));
    let asked = 0;
    server.answer = ({ path }, response) => {
      if (path.includes('/outline')) return json(response, one, 1);
      // Somebody measured between the two answers.
      json(
        response,
        {
          revision: ++asked,
          captures: asked === 1 ? captures.slice(1) : captures,
          recordings: one.recordings,
        },
        asked,
      );
    };
    opened('/jobs/j1/listen');
    expect(await screen.findByText(`${captures.length} captures`)).toBeTruthy();
    expect(asked).toBe(2);
  });

  it('says that there is no such job, or that it did not open and how to try again', async () => {
    server.answer = (_, response) => refuse(response, 404);
    opened('/jobs/j9/intake');
    expect(await screen.findByText('There is no such job')).toBeTruthy();
    cleanup();
    let broken = true;
    server.answer = (_, response) => (broken ? refuse(response, 500) : json(response, one, 1));
    opened('/jobs/j1/intake');
    const again = await screen.findByRole('button', { name: 'Try again' });
    expect(screen.getByText('The job did not open')).toBeTruthy();
    broken = false;
    fireEvent.click(again);
    expect(await screen.findByLabelText(`Note on ${one.car}`)).toBeTruthy();
  });
});
