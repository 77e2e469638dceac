import { useOutletContext } from 'react-router';
import type { JobView } from '@ulpen/core';

/** The job that the stage inside the job's frame works on. */
export const useFramedJob = (): JobView => useOutletContext<JobView>();
