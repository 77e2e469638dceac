import { InHand } from '../../../ui/InHand.tsx';
import { AT_INPUT } from '../../../ui/in-hand-store.ts';
import { Form } from 'react-bootstrap';
import { type JobView, PLAYED } from '@ulpen/core';
import { OutputSelect } from '../OutputSelect.tsx';
import { SituationFields } from '../SituationFields.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { SelectField } from '../../../ui/SelectField.tsx';
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
  const last = job.recordings.find((r) => r.withdrawnAt === null)?.voltsAtFullScale ?? null;
  const twice = said.secondPairId === said.firstPairId;
  return (
    <div className="d-grid gap-3 align-content-start">
      <SelectField
        id="recording-played"
        label="Played during it"
        value={said.played}
        options={PLAYED.map((value) => ({ value, word: PLAYED_WORD[value] }))}
        onChange={(played) => onChange({ played })}
      />
      <OutputSelect
        id="recording-first"
        label={channels === 2 ? 'Left channel taken from' : 'Taken from'}
        job={job}
        value={said.firstPairId}
        onChange={(firstPairId) => onChange({ firstPairId })}
      />
      {channels === 2 && (
        <OutputSelect
          id="recording-second"
          label="Right channel taken from"
          job={job}
          value={said.secondPairId ?? ''}
          none="nothing, only the left one counts"
          fault={twice ? 'Choose another output than for left.' : undefined}
          onChange={(id) => onChange({ secondPairId: id || null })}
        />
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
      <InHand kinds={AT_INPUT} />
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
