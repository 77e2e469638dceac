import { useOutletContext } from 'react-router';
import type { JobOutline, JobView } from '@ulpen/core';

/** The job inside its frame, for stages that need nothing of what was measured. */
export const useFramedJob = (): JobOutline => useOutletContext<JobOutline>();

/** The job with what was measured on it, inside `MeasuredJob`. */
export const useFramedMeasuredJob = (): JobView => useOutletContext<JobView>();
