import type { Connector } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  unitId: string;
  connectorId: string;
}

/** A plug of another job drawn again, with what was found there as claims. */
export const copyConnector: Command<Input, Connector> = {
  job: ({ jobId }) => jobId,
  request: ({ unitId, connectorId }) => ({
    method: 'POST',
    path: `/units/${unitId}/connector-copies`,
    body: { connectorId },
  }),
  touches: () => ['job', 'harness'],
};
