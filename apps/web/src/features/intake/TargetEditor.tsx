import { useState } from 'react';
import { Button, Form } from 'react-bootstrap';
import { Trash2 } from 'lucide-react';
import {
  formatFrequency,
  type Speaker,
  type Target,
  type TargetFields,
  targetFieldsSchema,
} from '@ulpen/core';
import { changeTarget } from '../../api/commands/change-target.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { ApiProblem } from '../../api/client.ts';
import { useRemoval } from '../../api/use-removal.ts';
import { BandRange } from '../../ui/BandRange.tsx';
import { Conflict } from '../../ui/Conflict.tsx';
import { FrequencyField } from '../../ui/FrequencyField.tsx';
import { useNotices } from '../../ui/notices-store.ts';
import { SpeakerFields, speakerWords } from './SpeakerFields.tsx';

const LABELS = [
  { name: 'name', label: 'Name' },
  { name: 'layout', label: 'Channels' },
  { name: 'axle', label: 'Where' },
  { name: 'lowHz', label: 'From', show: (v: unknown) => formatFrequency(Number(v)) },
  { name: 'highHz', label: 'To', show: (v: unknown) => formatFrequency(Number(v)) },
  { name: 'speaker', label: 'Speaker', show: (v: unknown) => speakerWords(v as Speaker) },
  { name: 'amplifierId', label: 'Amplifier', show: (v: unknown) => (v ? 'chosen' : 'open') },
  { name: 'speakerLevelInput', label: 'Speaker-level input', show: (v: unknown) => (v ? 'yes' : 'no') },
];

const fieldsOf = (t: TargetFields): TargetFields => ({
  name: t.name,
  layout: t.layout,
  axle: t.axle,
  lowHz: t.lowHz,
  highHz: t.highHz,
  speakerLevelInput: t.speakerLevelInput,
  speaker: t.speaker,
  amplifierId: t.amplifierId,
  // Whoever saves has looked at them.
  assumed: false,
});
const same = (a: TargetFields, b: TargetFields) =>
  JSON.stringify(fieldsOf(a)) === JSON.stringify(fieldsOf(b));

/** One group of new channels: what it is and the band it needs. Saved when the person says so. */
export function TargetEditor({ target, jobId }: { target: Target; jobId: string }) {
  const [draft, setDraft] = useState(() => fieldsOf(target));
  const [base, setBase] = useState(target);
  const [conflict, setConflict] = useState<Target | null>(null);
  const [faults, setFaults] = useState<Record<string, string>>({});
  const tell = useNotices((s) => s.tell);
  const change = useCommand(changeTarget, { showsOwnErrors: true });
  const { remove, isPending: removing } = useRemoval(jobId);
  const dirty = !same(draft, base);
  const set = (part: Partial<TargetFields>) => setDraft((d) => ({ ...d, ...part }));

  // A newer version from elsewhere replaces what is shown only where nothing was typed.
  if (target.version > base.version && !dirty) {
    setBase(target);
    setDraft(fieldsOf(target));
  }

  const take = (saved: Target) => {
    setBase(saved);
    setDraft(fieldsOf(saved));
    setConflict(null);
  };
  const save = (version: number) => {
    const checked = targetFieldsSchema.safeParse(draft);
    setFaults(Object.fromEntries(checked.error?.issues.map((i) => [String(i.path[0]), i.message]) ?? []));
    if (!checked.success) return;
    change.mutate(
      { jobId, targetId: target.id, fields: { ...checked.data, version } },
      {
        onSuccess: take,
        onError: (error) => {
          if (error instanceof ApiProblem && error.status === 409)
            setConflict(error.problem.current as Target);
          else tell({ tone: 'wrong', text: error.message });
        },
      },
    );
  };
  const drop = () => remove(`/targets/${target.id}`, base.name);
  const id = `target-${target.id}`;

  return (
    <article className="target" aria-label={base.name} data-assumed={base.assumed && !dirty}>
      <div className="target-line">
        <Form.Control
          aria-label="Name of the target"
          className="target-name"
          value={draft.name}
          isInvalid={!!faults['name']}
          onChange={(e) => set({ name: e.target.value })}
        />
        <Form.Select
          aria-label="Channels"
          value={draft.layout}
          onChange={(e) => set({ layout: e.target.value as TargetFields['layout'] })}
        >
          <option value="stereo">left and right</option>
          <option value="mono">one, mono</option>
        </Form.Select>
        <Form.Select
          aria-label="Where"
          value={draft.axle}
          onChange={(e) => set({ axle: e.target.value as TargetFields['axle'] })}
        >
          <option value="front">front</option>
          <option value="rear">rear</option>
          <option value="other">elsewhere</option>
        </Form.Select>
        <Button
          variant="quiet"
          aria-label={`Remove ${base.name}`}
          title="Remove"
          onClick={() => void drop()}
          disabled={removing}
        >
          <Trash2 size={18} />
        </Button>
      </div>
      <BandRange
        lowHz={draft.lowHz}
        highHz={draft.highHz}
        name={draft.name}
        onChange={(lowHz, highHz) => set({ lowHz, highHz })}
      />
      <div className="target-line target-figures">
        <FrequencyField
          id={`${id}-low`}
          label="needs from"
          hz={draft.lowHz}
          fault={faults['lowHz']}
          onChange={(lowHz) => set({ lowHz })}
        />
        <FrequencyField
          id={`${id}-high`}
          label="to"
          hz={draft.highHz}
          fault={faults['highHz']}
          onChange={(highHz) => set({ highHz })}
        />
        {draft.amplifierId === null && (
          <Form.Check
            type="switch"
            id={`${id}-speaker-level`}
            label="amplifier takes speaker level"
            checked={draft.speakerLevelInput}
            onChange={(e) => set({ speakerLevelInput: e.target.checked })}
          />
        )}
      </div>
      <SpeakerFields id={id} target={draft} onChange={set} />
      {conflict && (
        <Conflict
          fields={LABELS}
          mine={{ ...draft }}
          current={{ ...conflict }}
          onKeepMine={() => save(conflict.version)}
          onTakeTheirs={() => take(conflict)}
        />
      )}
      {base.assumed && !dirty && (
        <div className="target-assumed">
          <span>Typical figures, not confirmed yet.</span>
          <Button variant="secondary" onClick={() => save(base.version)} disabled={change.isPending}>
            Confirm them
          </Button>
        </div>
      )}
      {dirty && !conflict && (
        <div className="d-flex gap-2">
          <Button onClick={() => save(base.version)} disabled={change.isPending}>
            Save
          </Button>
          <Button variant="secondary" onClick={() => setDraft(fieldsOf(base))}>
            Undo changes
          </Button>
        </div>
      )}
    </article>
  );
}
