import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Form, Modal } from 'react-bootstrap';
import {
  cavityCount,
  type Connector,
  type ConnectorFields,
  connectorFieldsSchema,
  type HarnessView,
  type JobView,
  WIRE_COLOURS,
} from '@ulpen/core';
import { addConnector } from '../../api/commands/add-connector.ts';
import { changeConnector } from '../../api/commands/change-connector.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { ApiProblem } from '../../api/client.ts';
import { KEPT_WORDS, useRemoval } from '../../api/use-removal.ts';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { EditorFooter } from '../../ui/EditorFooter.tsx';
import { PlugSketch } from '../../ui/PlugSketch.tsx';
import { COLOUR_NAME } from '../../ui/wire-paint.ts';
import { useNotices } from '../../ui/notices-store.ts';
import { lockedReadings } from './locked-readings.ts';
import { fieldsOf } from './PlugLock.tsx';
import { blankPlug, TEMPLATES } from './plug-templates.ts';
import { readNumbers, readRows, rowsText } from './plug-text.ts';
import './connector-dialog.css';

interface ConnectorDialogProps {
  job: JobView;
  view: HarnessView;
  connector: Connector | null;
  onClose: () => void;
}

const SAYS: Partial<Record<keyof ConnectorFields, Record<string, string>>> = {
  view: { wire: 'the wire side', mating: 'the mating side' },
  corner: {
    'top-left': 'top left',
    'top-right': 'top right',
    'bottom-left': 'bottom left',
    'bottom-right': 'bottom right',
  },
  along: { rows: 'along the rows', columns: 'down the columns' },
  latch: { top: 'top', bottom: 'bottom', left: 'left', right: 'right', none: 'none seen' },
  keying: { none: 'none', left: 'left', centre: 'centre', right: 'right', both: 'left and right' },
  sleeve: { none: 'none of these', yellow: 'yellow', orange: 'orange' },
  confirmed: {
    no: 'not confirmed yet',
    audio: 'confirmed as audio',
    restraint: 'airbag, belt or high voltage',
  },
};

/** A plug's shape as it is counted at the car; the drawing follows every key. */
export function ConnectorDialog({ job, view, connector, onClose }: ConnectorDialogProps) {
  const navigate = useNavigate();
  const tell = useNotices((s) => s.tell);
  const [deleting, setDeleting] = useState(false);
  const [unitId, setUnitId] = useState(connector?.unitId ?? job.units[0].id);
  const start = connector ? fieldsOf(connector) : blankPlug(`C${view.connectors.length + 1}`);
  const [draft, setDraft] = useState<ConnectorFields>(start);
  const [rows, setRows] = useState(rowsText(start.rows));
  const [empty, setEmpty] = useState(start.empty.join(', '));
  const [faults, setFaults] = useState<Record<string, string>>({});
  const set = (part: Partial<ConnectorFields>) => setDraft((d) => ({ ...d, ...part }));
  const add = useCommand(addConnector, { showsOwnErrors: true });
  const change = useCommand(changeConnector, { showsOwnErrors: true });
  const { remove } = useRemoval(job.id);
  const submit = () => {
    const shape = readRows(rows);
    const numbers = readNumbers(empty);
    const found: Record<string, string> = {};
    if (typeof shape === 'string') found['rows'] = shape;
    if (typeof numbers === 'string') found['empty'] = numbers;
    const checked = connectorFieldsSchema.safeParse({
      ...draft,
      rows: typeof shape === 'string' ? draft.rows : shape,
      empty: typeof numbers === 'string' ? [] : numbers,
    });
    for (const issue of checked.error?.issues ?? []) found[String(issue.path[0])] ??= issue.message;
    setFaults(found);
    if (!checked.success || Object.keys(found).length > 0) return;
    const then = {
      onSuccess: (saved: Connector) => {
        onClose();
        const locked = lockedReadings(view, saved);
        if (locked > 0)
          tell({
            text: `${saved.name} is locked: ${locked} ${locked === 1 ? 'reading that its lock forbids was' : 'readings that its lock forbids were'} withdrawn. They stay in the log.`,
          });
        void navigate(`/jobs/${job.id}/find/${saved.id}`);
      },
      onError: (error: Error) => {
        const errors = error instanceof ApiProblem ? (error.problem.errors ?? []) : [];
        setFaults(Object.fromEntries(errors.map((e) => [e.field, e.message])));
        if (errors.length === 0) tell({ tone: 'wrong', text: error.message });
      },
    };
    const fields = checked.data;
    if (connector)
      change.mutate(
        { jobId: job.id, connectorId: connector.id, fields: { ...fields, version: connector.version } },
        then,
      );
    else add.mutate({ jobId: job.id, unitId, id: newId(), fields }, then);
  };
  if (deleting && connector) {
    const touched = view.readings.filter((r) =>
      connector.cavities.some((c) => c.id === r.cavityId || c.id === r.otherCavityId),
    );
    return (
      <ConfirmDialog
        title={`Remove plug ${connector.name}?`}
        action="Remove the plug"
        onCancel={() => setDeleting(false)}
        onConfirm={() =>
          void remove(`/connectors/${connector.id}`, connector.name).then((gone) => {
            if (gone) void navigate(`/jobs/${job.id}/find`);
            onClose();
          })
        }
      >
        {touched.length === 0
          ? 'It has no readings.'
          : `Its readings (${touched.length}), its photos and what sheets claim about it are hidden with it.`}{' '}
        {KEPT_WORDS}
      </ConfirmDialog>
    );
  }
  const shape = readRows(rows);
  const numbers = readNumbers(empty);
  const drawn = { ...draft, rows: typeof shape === 'string' ? draft.rows : shape };
  const holes = new Set(typeof numbers === 'string' ? [] : numbers);
  const select = (name: keyof typeof SAYS, label: string) => (
    <Form.Group controlId={`plug-${name}`}>
      <Form.Label>{label}</Form.Label>
      <Form.Select
        value={String(draft[name])}
        isInvalid={!!faults[name]}
        onChange={(e) => set({ [name]: e.target.value } as Partial<ConnectorFields>)}
      >
        {Object.entries(SAYS[name]!).map(([value, word]) => (
          <option key={value} value={value}>
            {word}
          </option>
        ))}
      </Form.Select>
      <Form.Control.Feedback type="invalid">{faults[name]}</Form.Control.Feedback>
    </Form.Group>
  );
  return (
    <Dialog
      title={connector ? `Change plug ${connector.name}` : 'A plug'}
      onClose={onClose}
      scrollable
      size="xl"
    >
      <Form
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          submit();
        }}
      >
        <Modal.Body className="plug-form">
          <div className="plug-fields">
            <Form.Group controlId="plug-name">
              <Form.Label>Name</Form.Label>
              <Form.Control
                autoFocus
                value={draft.name}
                isInvalid={!!faults['name']}
                onChange={(e) => set({ name: e.target.value })}
              />
              <Form.Control.Feedback type="invalid">{faults['name']}</Form.Control.Feedback>
            </Form.Group>
            <Form.Group controlId="plug-unit">
              <Form.Label>Of</Form.Label>
              <Form.Select
                value={unitId}
                disabled={connector !== null}
                onChange={(e) => setUnitId(e.target.value)}
              >
                {job.units.map((u) => (
                  <option key={u.id} value={u.id}>
                    {u.name}
                  </option>
                ))}
              </Form.Select>
            </Form.Group>
            <Form.Group controlId="plug-rows" className="plug-wide">
              <Form.Label>Cavities in each row, from the top</Form.Label>
              <Form.Control
                className="num"
                value={rows}
                isInvalid={!!faults['rows'] || typeof shape === 'string'}
                onChange={(e) => setRows(e.target.value)}
              />
              <Form.Text>10 + 10, or 9 + 10; a row that starts further right: 9@0.5 + 10</Form.Text>
              <Form.Control.Feedback type="invalid">
                {faults['rows'] ?? (typeof shape === 'string' ? shape : '')}
              </Form.Control.Feedback>
            </Form.Group>
            <div className="plug-wide plug-templates" role="group" aria-label="Common shapes">
              {TEMPLATES.map((t) => (
                <button
                  key={t.name}
                  type="button"
                  className="instrument"
                  onClick={() => setRows(rowsText(t.rows))}
                >
                  {t.name}
                </button>
              ))}
            </div>
            <Form.Group controlId="plug-empty" className="plug-wide">
              <Form.Label>Empty cavities</Form.Label>
              <Form.Control
                className="num"
                value={empty}
                isInvalid={!!faults['empty'] || typeof numbers === 'string'}
                onChange={(e) => setEmpty(e.target.value)}
              />
              <Form.Text>2, 9, 12-14</Form.Text>
              <Form.Control.Feedback type="invalid">
                {faults['empty'] ?? (typeof numbers === 'string' ? numbers : '')}
              </Form.Control.Feedback>
            </Form.Group>
            {select('view', 'I am looking at')}
            {select('corner', 'Cavity 1 is')}
            {select('along', 'Counted')}
            <Form.Check
              className="plug-turning"
              type="switch"
              id="plug-turning"
              label="every other one backwards"
              checked={draft.turning}
              onChange={(e) => set({ turning: e.target.checked })}
            />
            {select('latch', 'Latch')}
            {select('keying', 'Key or rib')}
            <Form.Group controlId="plug-shell">
              <Form.Label>Shell colour</Form.Label>
              <Form.Select
                value={draft.shell ?? ''}
                onChange={(e) => set({ shell: (e.target.value || null) as ConnectorFields['shell'] })}
              >
                <option value="">not noted</option>
                {WIRE_COLOURS.map((c) => (
                  <option key={c} value={c}>
                    {COLOUR_NAME[c]}
                  </option>
                ))}
              </Form.Select>
            </Form.Group>
            {select('sleeve', 'Sleeve over the wires')}
            {select('confirmed', 'This plug is')}
            <Form.Group controlId="plug-note" className="plug-wide">
              <Form.Label>Note</Form.Label>
              <Form.Control value={draft.note} onChange={(e) => set({ note: e.target.value })} />
            </Form.Group>
          </div>
          <aside className="plug-preview" aria-label="How it is drawn">
            <p className="label">
              From {draft.view === 'wire' ? 'the wire side' : 'the mating side'},{' '}
              <span className="num">{cavityCount(drawn)}</span> cavities
            </p>
            <PlugSketch shape={drawn} holes={holes} view={draft.view} />
            <p className="label">From the other side</p>
            <PlugSketch shape={drawn} holes={holes} view={draft.view === 'wire' ? 'mating' : 'wire'} />
            <p className="small quiet">
              The two are mirror images. Check where 1 is on both before the first reading: a plug read from
              the wrong side is the classic mistake.
            </p>
          </aside>
        </Modal.Body>
        <EditorFooter
          action={connector ? 'Save' : 'Add the plug'}
          busy={add.isPending || change.isPending}
          onCancel={onClose}
          onRemove={connector ? () => setDeleting(true) : undefined}
        />
      </Form>
    </Dialog>
  );
}
