import type { Connector, ConnectorFields } from '@ulpen/core';

/** What a person says of a plug, without what is kept of it. */
export function fieldsOf(connector: Connector): ConnectorFields {
  const { id: _, unitId: __, version: ___, cavities: ____, photos: _____, ...fields } = connector;
  return fields;
}
