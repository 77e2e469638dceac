import type { Connector, ConnectorFields } from '@ulpen/core';
import type { Command } from './command.ts';

interface Input {
  jobId: string;
  connectorId: string;
  fields: ConnectorFields & { version: number };
}

/** A plug's shape and name, and what a person confirms of it. Every place that names it changes with it. */
export const changeConnector: Command<Input, Connector> = {
  job: ({ jobId }) => jobId,
  request: ({ connectorId, fields }) => ({ method: 'PUT', path: `/connectors/${connectorId}`, body: fields }),
  touches: () => ['job', 'harness'],
};
