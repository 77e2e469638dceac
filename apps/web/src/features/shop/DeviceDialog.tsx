import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import type { LibraryDevice } from '@ulpen/core';
import { addDevices } from '../../api/commands/add-devices.ts';
import { changeDevice } from '../../api/commands/change-device.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { useNotices } from '../../ui/notices-store.ts';
import { checked, DEVICE_GROUPS, type DeviceField, fieldOf, newDevice, withField } from './device-fields.ts';

/** One device by hand: what it is, what it takes, what it does. */
export function DeviceDialog({ device, onClose }: { device: LibraryDevice | null; onClose: () => void }) {
  const [draft, setDraft] = useState<Record<string, unknown>>(() => (device ? { ...device } : newDevice()));
  const [faults, setFaults] = useState<Record<string, string>>({});
  const tell = useNotices((s) => s.tell);
  const add = useCommand(addDevices);
  const change = useCommand(changeDevice);
  const submit = () => {
    const result = checked(draft);
    if ('faults' in result) return setFaults(result.faults);
    setFaults({});
    const then = {
      onSuccess: () => {
        tell({ text: `${result.device.name} saved.` });
        onClose();
      },
    };
    if (device)
      change.mutate({ deviceId: device.id, fields: { ...result.device, version: device.version } }, then);
    else add.mutate({ devices: [{ ...result.device, id: newId() }] }, then);
  };
  return (
    <Dialog title={device ? device.name : 'A new device'} size="lg" onClose={onClose} scrollable>
      <Modal.Body>
        {Object.keys(faults).length > 0 && (
          <p className="refused mb-3" role="alert">
            {Object.entries(faults)
              .map(([path, message]) => `${labelOf(path)}: ${message}`)
              .join('. ')}
          </p>
        )}
        {DEVICE_GROUPS.filter(({ within }) => !within || fieldOf(draft, within)).map(
          ({ label, part, start, fields }) => (
            <fieldset key={label} className="device-group">
              {part ? (
                <Form.Check
                  type="switch"
                  id={`has-${part.replace('.', '-')}`}
                  label={label}
                  checked={has(draft, part)}
                  onChange={(e) => setDraft(withField(draft, part, e.target.checked ? start : null))}
                />
              ) : (
                <legend className="label">{label}</legend>
              )}
              {(!part || has(draft, part)) && (
                <div className="device-fields">
                  {fields.map((field) => (
                    <Field
                      key={field.path}
                      field={field}
                      value={fieldOf(draft, field.path)}
                      wrong={field.path in faults}
                      onChange={(value) => setDraft((now) => withField(now, field.path, value))}
                    />
                  ))}
                </div>
              )}
            </fieldset>
          ),
        )}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="secondary" onClick={onClose}>
          Cancel
        </Button>
        <Button onClick={submit} disabled={add.isPending || change.isPending}>
          Save the device
        </Button>
      </Modal.Footer>
    </Dialog>
  );
}

const has = (draft: Record<string, unknown>, part: string) => (fieldOf(draft, part) ?? null) !== null;

const labelOf = (path: string) =>
  DEVICE_GROUPS.flatMap((g) => g.fields).find((f) => f.path === path)?.label ??
  DEVICE_GROUPS.find((g) => g.part === path)?.label ??
  path;

interface FieldProps {
  field: DeviceField;
  value: unknown;
  wrong: boolean;
  onChange: (value: unknown) => void;
}

function Field({ field: { path, label, kind, options, list = false }, value, wrong, onChange }: FieldProps) {
  const id = `device-${path.replaceAll('.', '-')}`;
  if (kind === 'flag')
    return (
      <Form.Check
        type="switch"
        id={id}
        label={label}
        checked={value === true}
        onChange={(e) => onChange(e.target.checked)}
      />
    );
  return (
    <Form.Group controlId={id}>
      <Form.Label>{label}</Form.Label>
      {kind === 'choice' ? (
        <Form.Select
          value={list ? (value as string[]).join(' ') : String(value)}
          onChange={(e) => onChange(list ? e.target.value.split(' ').filter(Boolean) : e.target.value)}
        >
          {options?.map((o) => (
            <option key={o.value} value={o.value}>
              {o.word}
            </option>
          ))}
        </Form.Select>
      ) : (
        <TypedField kind={kind} value={value} wrong={wrong} onChange={onChange} />
      )}
    </Form.Group>
  );
}

function TypedField({
  kind,
  value,
  wrong,
  onChange,
}: Omit<FieldProps, 'field'> & { kind: 'text' | 'number' }) {
  const [text, setText] = useState(
    value === null || value === undefined ? '' : String(value as string | number),
  );
  return (
    <Form.Control
      className={kind === 'number' ? 'num' : ''}
      inputMode={kind === 'number' ? 'decimal' : 'text'}
      value={text}
      isInvalid={wrong}
      onChange={(e) => {
        setText(e.target.value);
        const typed = e.target.value.trim().replace(',', '.').replace('−', '-');
        // What is no number is passed on as it is, and refused by name when it is saved.
        onChange(
          kind === 'text'
            ? e.target.value
            : typed === ''
              ? null
              : Number.isNaN(Number(typed))
                ? typed
                : Number(typed),
        );
      }}
    />
  );
}
