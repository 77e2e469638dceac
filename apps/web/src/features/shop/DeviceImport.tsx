import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { type DeviceTable, readDevices } from '@ulpen/core';
import { newId } from '../../api/new-id.ts';
import { addDevices } from '../../api/commands/add-devices.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { useNotices } from '../../ui/notices-store.ts';
import { abilityWords } from './ability-words.ts';
import { KIND_WORD } from '../../ui/device-words.ts';

const MOST_BYTES = 2 * 2 ** 20;

/** A table of devices, looked at before anything of it is saved. */
export function DeviceImport({ known, onClose }: { known: readonly string[]; onClose: () => void }) {
  const [table, setTable] = useState<DeviceTable | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const tell = useNotices((s) => s.tell);
  const save = useCommand(addDevices);
  const read = async (file: File) => {
    setTable(null);
    if (file.size > MOST_BYTES)
      return setRefused('The file has more than 2 MiB: that is no table of devices.');
    setRefused(null);
    setTable(readDevices(await file.text()));
  };
  const replaced = table?.devices.filter((d) => known.includes(d.name)).length ?? 0;
  return (
    <Dialog title="Import devices" size="lg" onClose={onClose}>
      <Modal.Body>
        <p className="quiet">
          CSV with a first row of column names, or JSON with the same names. The exported table shows them
          all; name, kind and price class are enough to begin with.
        </p>
        <input
          type="file"
          className="form-control my-3"
          aria-label="File of devices"
          accept=".csv,.tsv,.txt,.json"
          data-testid="device-file"
          onChange={(e) => e.target.files?.[0] && void read(e.target.files[0])}
        />
        {refused && <p className="refused">{refused}</p>}
        {table && table.faults.length > 0 && (
          <div className="refused mb-3" role="alert">
            <strong>Left out:</strong>
            <ul className="mb-0">
              {table.faults.slice(0, 12).map((f) => (
                <li key={`${f.line}${f.field}${f.message}`}>
                  line <span className="num">{f.line}</span>
                  {f.name && `, ${f.name}`}
                  {f.field && `, ${f.field}`}: {f.message}
                </li>
              ))}
            </ul>
            {table.faults.length > 12 && <p className="small">and {table.faults.length - 12} more</p>}
          </div>
        )}
        {table && table.devices.length > 0 && (
          <div className="device-preview">
            <table className="plain-table">
              <tbody>
                {table.devices.map((d) => (
                  <tr key={d.name}>
                    <th scope="row">{d.name}</th>
                    <td>{KIND_WORD[d.kind]}</td>
                    <td className="small quiet">{abilityWords(d).slice(0, 3).join(' · ')}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </Modal.Body>
      <Modal.Footer>
        {replaced > 0 && (
          <span className="small quiet">
            <span className="num">{replaced}</span> of the same name {replaced === 1 ? 'is' : 'are'} replaced
          </span>
        )}
        <span className="flex-fill" />
        <Button variant="secondary" onClick={onClose}>
          Cancel
        </Button>
        <Button
          disabled={!table || table.devices.length === 0 || save.isPending}
          onClick={() =>
            save.mutate(
              { devices: table!.devices.map((d) => ({ ...d, id: newId() })) },
              {
                onSuccess: () => {
                  tell({ text: `${table!.devices.length} taken in.` });
                  onClose();
                },
              },
            )
          }
        >
          Take {table?.devices.length ?? 0} in
        </Button>
      </Modal.Footer>
    </Dialog>
  );
}
