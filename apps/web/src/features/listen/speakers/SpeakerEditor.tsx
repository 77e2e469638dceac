import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Plus, Trash2 } from 'lucide-react';
import {
  type FactorySpeaker,
  type FactorySpeakerFields,
  type JobView,
  pairName,
  speakerName,
} from '@ulpen/core';
import { addSpeaker } from '../../../api/commands/add-speaker.ts';
import { changeSpeaker } from '../../../api/commands/change-speaker.ts';
import { useCommand } from '../../../api/commands/use-command.ts';
import { newId } from '../../../api/new-id.ts';
import { useRemoval } from '../../../api/use-removal.ts';
import { EditorFooter } from '../../../ui/EditorFooter.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { optionsOf, SelectField } from '../../../ui/SelectField.tsx';
import { WAY_WORD } from '../../../ui/way-words.ts';

interface SpeakerEditorProps {
  job: JobView;
  /** null: a new one */
  speaker: FactorySpeaker | null;
  start: FactorySpeakerFields;
  onDone: () => void;
}

const MOST_COILS = 4;

export function SpeakerEditor({ job, speaker, start, onDone }: SpeakerEditorProps) {
  const [way, setWay] = useState(start.way);
  // Each row keeps its field as others come and go.
  const [coils, setCoils] = useState(() => start.coils.map((coil, key) => ({ ...coil, key })));
  const outputs = job.units.flatMap((u) => u.pairs);
  const add = useCommand(addSpeaker);
  const change = useCommand(changeSpeaker);
  const { remove } = useRemoval(job.id);
  const set = (key: number, part: Partial<FactorySpeakerFields['coils'][number]>) =>
    setCoils((now) => now.map((c) => (c.key === key ? { ...c, ...part } : c)));
  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    const fields = { way, coils: coils.map(({ pairId, ohm }) => ({ pairId, ohm })) };
    if (speaker)
      change.mutate(
        { jobId: job.id, speakerId: speaker.id, fields: { ...fields, version: speaker.version } },
        { onSuccess: onDone },
      );
    else add.mutate({ jobId: job.id, id: newId(), fields }, { onSuccess: onDone });
  };
  return (
    <Form noValidate onSubmit={submit}>
      <Modal.Body>
        <SelectField
          id="speaker-way"
          className="mb-3"
          label="Kind"
          value={way}
          options={optionsOf(WAY_WORD)}
          onChange={setWay}
        />
        {coils.map(({ key, pairId, ohm }, n) => (
          <div key={key} className="speaker-coil">
            <SelectField
              id={`coil-${key}-output`}
              label={`Coil ${n + 1} is driven by`}
              value={pairId}
              options={[
                { value: null, word: 'nothing, or not known' },
                ...outputs.map((output) => ({
                  value: output.id,
                  word: `${pairName(output)} (${job.units.find((u) => u.id === output.unitId)?.name})`,
                })),
              ]}
              onChange={(id) => set(key, { pairId: id })}
            />
            <NumberField
              id={`coil-${key}-ohm`}
              label="Ohms"
              value={ohm}
              least={0.5}
              most={64}
              onChange={(value) => set(key, { ohm: value })}
            />
            <Button
              variant="quiet"
              aria-label={`Remove coil ${n + 1}`}
              disabled={coils.length === 1}
              onClick={() => setCoils((now) => now.filter((c) => c.key !== key))}
            >
              <Trash2 size={17} />
            </Button>
          </div>
        ))}
        <Button
          variant="quiet"
          disabled={coils.length === MOST_COILS}
          onClick={() =>
            setCoils((now) => [
              ...now,
              { pairId: null, ohm: null, key: Math.max(...now.map((c) => c.key)) + 1 },
            ])
          }
        >
          <Plus size={17} /> Coil
        </Button>
      </Modal.Body>
      <EditorFooter
        action={speaker ? 'Save' : 'Add the speaker'}
        busy={add.isPending || change.isPending}
        onCancel={onDone}
        onRemove={
          speaker
            ? () => void remove(`/speakers/${speaker.id}`, speakerName(speaker, outputs)).then(onDone)
            : undefined
        }
      />
    </Form>
  );
}
