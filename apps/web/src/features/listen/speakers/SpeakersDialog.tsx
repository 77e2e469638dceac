import { useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { Plus } from 'lucide-react';
import {
  type FactorySpeaker,
  type FactorySpeakerFields,
  type JobView,
  pairName,
  pairPlace,
  speakerName,
} from '@ulpen/core';
import { Dialog } from '../../../ui/Dialog.tsx';
import { SpeakerEditor } from './SpeakerEditor.tsx';
import './speakers.css';

const NEW: FactorySpeakerFields = { way: 'full', coils: [{ pairId: null, ohm: null }] };

/** The factory's speakers, each with its coils and the output that drives each coil. */
export function SpeakersDialog({ job, onClose }: { job: JobView; onClose: () => void }) {
  const [editing, setEditing] = useState<FactorySpeaker | 'new' | null>(null);
  const outputs = job.units.flatMap((u) => u.pairs);
  const done = () => setEditing(null);
  if (editing !== null) {
    const speaker = editing === 'new' ? null : editing;
    const title = speaker ? speakerName(speaker, outputs) : 'A factory speaker';
    return (
      <Dialog title={title} onClose={done}>
        <SpeakerEditor job={job} speaker={speaker} start={speaker ?? NEW} onDone={done} />
      </Dialog>
    );
  }
  return (
    <Dialog title="Factory speakers" onClose={onClose} size="lg" scrollable>
      <Modal.Body>
        <p className="quiet">
          Each is named by what drives it. A speaker with two coils on two outputs is one speaker here.
        </p>
        {job.speakers.length === 0 && <p>None is listed yet.</p>}
        <ul className="speakers">
          {job.speakers.map((speaker) => (
            <li key={speaker.id}>
              <strong className="clip">{speakerName(speaker, outputs)}</strong>
              <span className="small quiet">
                {speaker.coils
                  .map(({ pairId, ohm }) => {
                    const output = outputs.find((o) => o.id === pairId);
                    const at = output ? pairPlace(output) || pairName(output) : 'not driven';
                    return `${at}${ohm === null ? '' : `, ${ohm} Ω`}`;
                  })
                  .join(' · ')}
              </span>
              <Button
                variant="secondary"
                aria-label={`Change ${speakerName(speaker, outputs)}`}
                onClick={() => setEditing(speaker)}
              >
                Change
              </Button>
            </li>
          ))}
        </ul>
      </Modal.Body>
      <Modal.Footer>
        <Button variant="secondary" className="me-auto" onClick={() => setEditing('new')}>
          <Plus size={17} /> Speaker
        </Button>
        <Button onClick={onClose}>Done</Button>
      </Modal.Footer>
    </Dialog>
  );
}
