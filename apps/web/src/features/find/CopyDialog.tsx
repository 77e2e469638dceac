import { useState } from 'react';
import { useNavigate } from 'react-router';
import { Form, Modal } from 'react-bootstrap';
import { cavityCount, type JobOutline } from '@ulpen/core';
import { copyConnector } from '../../api/commands/copy-connector.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { useJobs } from '../../api/queries.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { EditorFooter } from '../../ui/EditorFooter.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { useHarness } from '../../api/harness.ts';

/** A plug of another job, drawn again here. What was found there comes along as claimed, never as measured. */
export function CopyDialog({ job, onClose }: { job: JobOutline; onClose: () => void }) {
  const navigate = useNavigate();
  const [search, setSearch] = useState('');
  const [otherId, setOtherId] = useState<string | null>(null);
  const [connectorId, setConnectorId] = useState<string | null>(null);
  const [unitId, setUnitId] = useState(job.units[0].id);
  const jobs = useJobs(search);
  const found = jobs.data?.pages.flatMap((p) => p.jobs) ?? [];
  const copy = useCommand(copyConnector);
  return (
    <Dialog title="Copy a plug from another job" onClose={onClose}>
      <Form
        onSubmit={(e) => {
          e.preventDefault();
          if (connectorId)
            copy.mutate(
              { jobId: job.id, unitId, connectorId },
              {
                onSuccess: (made) => {
                  onClose();
                  void navigate(`/jobs/${job.id}/find/${made.id}`);
                },
              },
            );
        }}
      >
        <Modal.Body className="d-grid gap-3">
          <p className="quiet">
            Shape and wires are drawn again. What was found there is marked as claimed here until you have
            measured it on this car.
          </p>
          <Form.Group controlId="copy-search">
            <Form.Label>Job</Form.Label>
            <Form.Control
              autoFocus
              type="search"
              placeholder="Car, system, bay"
              value={search}
              onChange={(e) => setSearch(e.target.value)}
            />
          </Form.Group>
          <Form.Select
            aria-label="Job to copy from"
            value={otherId ?? ''}
            onChange={(e) => {
              setOtherId(e.target.value || null);
              setConnectorId(null);
            }}
          >
            <option value="">Choose a job</option>
            {found.map((j) => (
              <option key={j.id} value={j.id}>
                {j.car} {j.year ?? ''}
                {j.id === job.id ? ' (this one)' : ''}
              </option>
            ))}
          </Form.Select>
          {otherId && (
            <PlugChoice key={otherId} jobId={otherId} chosen={connectorId} onChoose={setConnectorId} />
          )}
          {job.units.length > 1 && (
            <SelectField
              id="copy-unit"
              label="Onto"
              value={unitId}
              options={job.units.map((u) => ({ value: u.id, word: u.name }))}
              onChange={setUnitId}
            />
          )}
        </Modal.Body>
        <EditorFooter action="Copy the plug" busy={copy.isPending || !connectorId} onCancel={onClose} />
      </Form>
    </Dialog>
  );
}

function PlugChoice({
  jobId,
  chosen,
  onChoose,
}: {
  jobId: string;
  chosen: string | null;
  onChoose: (id: string | null) => void;
}) {
  const harness = useHarness(jobId);
  if (harness.isPending) return <p className="quiet">Looking …</p>;
  const plugs = harness.data?.connectors ?? [];
  if (plugs.length === 0) return <p className="quiet">That job has no plug drawn.</p>;
  return (
    <SelectField
      id="copy-plug"
      label="Plug"
      value={chosen}
      options={[
        { value: null, word: 'Choose a plug' },
        ...plugs.map((c) => ({ value: c.id, word: `${c.name}, ${cavityCount(c)} cavities` })),
      ]}
      onChange={onChoose}
    />
  );
}
