import { useState } from 'react';
import { type Connector, type ConnectorFields, connectorFieldsSchema } from '@ulpen/core';
import { fieldsOf } from './plug-fields-of.ts';
import { blankPlug } from './plug-templates.ts';
import { readNumbers, readRows, rowsText } from './plug-text.ts';

/** A plug as it is being described: rows and empty cavities as text, the rest as fields, and what is wrong with it. */
export function usePlugDraft(connector: Connector | null, newName: string) {
  const [start] = useState<ConnectorFields>(() => (connector ? fieldsOf(connector) : blankPlug(newName)));
  const [draft, setDraft] = useState(start);
  const [rows, setRows] = useState(rowsText(start.rows));
  const [empty, setEmpty] = useState(start.empty.join(', '));
  const [faults, setFaults] = useState<Record<string, string>>({});
  const shape = readRows(rows);
  const numbers = readNumbers(empty);
  const whole = {
    ...draft,
    rows: typeof shape === 'string' ? draft.rows : shape,
    empty: typeof numbers === 'string' ? [] : numbers,
  };
  /** @returns the plug where nothing is wrong with it; what is wrong is shown */
  const check = (): ConnectorFields | null => {
    const found: Record<string, string> = {};
    if (typeof shape === 'string') found['rows'] = shape;
    if (typeof numbers === 'string') found['empty'] = numbers;
    const checked = connectorFieldsSchema.safeParse(whole);
    for (const issue of checked.error?.issues ?? []) found[String(issue.path[0])] ??= issue.message;
    setFaults(found);
    return checked.success && Object.keys(found).length === 0 ? checked.data : null;
  };
  return {
    /** as far as it can be read */
    plug: whole,
    set: (part: Partial<ConnectorFields>) => setDraft((d) => ({ ...d, ...part })),
    rows: { text: rows, setText: setRows, fault: typeof shape === 'string' ? shape : null },
    empty: { text: empty, setText: setEmpty, fault: typeof numbers === 'string' ? numbers : null },
    faults,
    setFaults,
    check,
  };
}
export type PlugDraft = ReturnType<typeof usePlugDraft>;
