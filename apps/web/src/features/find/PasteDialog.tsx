import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { conditionWords, type HarnessView, type JobOutline, parseReadings } from '@ulpen/core';
import { addReadings } from '../../api/commands/add-readings.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { newId } from '../../api/new-id.ts';
import { ApiProblem } from '../../api/client.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { useReadWith } from '../../ui/in-hand-store.ts';
import { useNotices } from '../../ui/notices-store.ts';
import { useFindStore } from './find-store.ts';

const EXAMPLE = 'plug\tcavity\tacross\tinstrument\tvalue\nC1\t5\t6\tohms\t3.7\nC1\t1\t\tdc\t12.6';

/** Readings from a spreadsheet, all under the conditions that are set now. All are taken or none. */
export function PasteDialog({
  job,
  view,
  onClose,
}: {
  job: JobOutline;
  view: HarnessView;
  onClose: () => void;
}) {
  const conditions = useFindStore((s) => s.conditions);
  const tell = useNotices((s) => s.tell);
  const take = useCommand(addReadings, { showsOwnErrors: true });
  const readWith = useReadWith();
  const [text, setText] = useState('');
  const [refused, setRefused] = useState<string[]>([]);
  let read: ReturnType<typeof parseReadings> = { readings: [], faults: [] };
  try {
    if (text.trim() !== '') read = parseReadings(text, view.connectors, conditions);
  } catch (error) {
    read = { readings: [], faults: [{ line: 0, message: (error as Error).message }] };
  }
  const save = () =>
    take.mutate(
      {
        jobId: job.id,
        chapter: job.chapter,
        readings: read.readings.map((r) => ({ ...r, ...readWith(r.observation.kind), id: newId() })),
      },
      {
        onSuccess: (saved) => {
          tell({ text: `${saved.length} readings taken in.` });
          onClose();
        },
        onError: (error) =>
          setRefused(
            error instanceof ApiProblem
              ? (error.problem.errors?.map((e) => `${e.field}: ${e.message}`) ?? [error.message])
              : ['That did not work. Try again.'],
          ),
      },
    );
  return (
    <Dialog title="Paste readings" onClose={onClose} size="lg">
      <Modal.Body className="d-grid gap-2">
        <p className="quiet">
          Plug, cavity, second cavity or nothing, instrument, value. All under: {conditionWords(conditions)}.
        </p>
        <Form.Control
          as="textarea"
          rows={9}
          autoFocus
          aria-label="Readings from a spreadsheet"
          className="num claims-text"
          placeholder={EXAMPLE}
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            setRefused([]);
          }}
        />
        <div className="small" role="status">
          {read.readings.length > 0 && <p>{read.readings.length} readings understood.</p>}
          {read.faults.slice(0, 8).map((f) => (
            <p key={`${f.line} ${f.message}`} className="claims-fault">
              Line <span className="num">{f.line}</span>: {f.message}
            </p>
          ))}
          {refused.slice(0, 6).map((r) => (
            <p key={r} className="claims-fault">
              {r}
            </p>
          ))}
        </div>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="secondary" onClick={onClose}>
          Cancel
        </Button>
        <Button disabled={take.isPending || read.readings.length === 0} onClick={save}>
          Take in {read.readings.length > 0 ? read.readings.length : ''}
        </Button>
      </Modal.Footer>
    </Dialog>
  );
}
