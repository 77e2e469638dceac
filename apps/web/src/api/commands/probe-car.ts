import type { Conditions, Reading, SimulatedProbe } from '@ulpen/core';
import type { Command } from './command.ts';
import { recordReadings } from './reading-views.ts';

interface Input {
  jobId: string;
  probe: Omit<SimulatedProbe, 'instrument'> & { instrument: string; conditions: Conditions };
}

/** One reading on the simulated car. */
export const probeCar: Command<Input, Reading> = {
  job: ({ jobId }) => jobId,
  request: ({ jobId, probe }) => ({ method: 'POST', path: `/jobs/${jobId}/simulation/probes`, body: probe }),
  answered: (views, reading) => recordReadings(views, [reading]),
  touches: ({ probe }) => (probe.instrument === 'seen' ? ['job'] : ['find']),
};
