import { Form } from 'react-bootstrap';
import { type JobView, pairName, PLAYED } from '@ulpen/core';
import { SituationFields } from '../SituationFields.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { StepAndLoad } from '../StepAndLoad.tsx';
import { PLAYED_WORD } from './recording-words.ts';
import type { SaidOfRecording } from './said-of-recording.ts';

interface RecordingConditionsProps {
  job: JobView;
  said: SaidOfRecording;
  channels: number;
  onChange: (part: Partial<SaidOfRecording>) => void;
}

/** What the recording cannot say: what was played, where each channel was taken, how the radio was set. */
export function RecordingConditions({ job, said, channels, onChange }: RecordingConditionsProps) {
  const outputs = job.units.map((unit) => (
    <optgroup key={unit.id} label={unit.name}>
      {unit.pairs.map((pair) => (
        <option key={pair.id} value={pair.id}>
          {pairName(pair)}
        </option>
      ))}
    </optgroup>
  ));
  const last = job.recordings.find((r) => r.withdrawnAt === null)?.voltsAtFullScale ?? null;
  const twice = said.secondPairId === said.firstPairId;
  return (
    <div className="d-grid gap-3 align-content-start">
      <Form.Group controlId="recording-played">
        <Form.Label>Played during it</Form.Label>
        <Form.Select
          value={said.played}
          onChange={(e) => onChange({ played: PLAYED.find((p) => p === e.target.value) ?? 'music' })}
        >
          {PLAYED.map((played) => (
            <option key={played} value={played}>
              {PLAYED_WORD[played]}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <Form.Group controlId="recording-first">
        <Form.Label>{channels === 2 ? 'Left channel taken from' : 'Taken from'}</Form.Label>
        <Form.Select value={said.firstPairId} onChange={(e) => onChange({ firstPairId: e.target.value })}>
          {outputs}
        </Form.Select>
      </Form.Group>
      {channels === 2 && (
        <Form.Group controlId="recording-second">
          <Form.Label>Right channel taken from</Form.Label>
          <Form.Select
            value={said.secondPairId ?? ''}
            isInvalid={twice}
            onChange={(e) => onChange({ secondPairId: e.target.value || null })}
          >
            <option value="">nothing, only the left one counts</option>
            {outputs}
          </Form.Select>
          <Form.Control.Feedback type="invalid">Choose another output than for left.</Form.Control.Feedback>
        </Form.Group>
      )}
      <StepAndLoad id="recording" said={said} onChange={onChange} />
      <SituationFields
        id="recording"
        situation={said.situation}
        played={said.played}
        onChange={(part) => onChange({ situation: { ...said.situation, ...part } })}
      />
      <div>
        <NumberField
          key={said.voltsAtFullScale === last ? 'last' : 'own'}
          id="recording-volts"
          label="Full scale is, V at the output"
          value={said.voltsAtFullScale}
          least={0.001}
          most={1000}
          placeholder="not calibrated: levels are relative"
          onChange={(voltsAtFullScale) => onChange({ voltsAtFullScale })}
        />
        {last !== null && said.voltsAtFullScale === null && (
          <button type="button" className="as-last" onClick={() => onChange({ voltsAtFullScale: last })}>
            As at the last recording: <span className="num">{last.toPrecision(3)} V</span>
          </button>
        )}
      </div>
      <Form.Group controlId="recording-note">
        <Form.Label>Note</Form.Label>
        <Form.Control
          value={said.note}
          maxLength={500}
          onChange={(e) => onChange({ note: e.target.value })}
        />
      </Form.Group>
    </div>
  );
}
