import type { Connector, ConnectorFields } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  unitId: string;
  id: string;
  fields: ConnectorFields;
}

/** A plug as it is drawn. */
export const addConnector: Command<Input, Connector> = {
  job: ({ jobId }) => jobId,
  request: ({ unitId, id, fields }) => ({
    method: 'POST',
    path: `/units/${unitId}/connectors`,
    body: { ...fields, id },
  }),
  touches: () => ['job', 'harness'],
};
