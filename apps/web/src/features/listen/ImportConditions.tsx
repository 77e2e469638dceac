import { Form } from 'react-bootstrap';
import type { CaptureFields } from '@ulpen/core';
import { SituationFields } from './SituationFields.tsx';
import { StepAndLoad } from './StepAndLoad.tsx';

type Said = Omit<CaptureFields, 'fileName'>;

const LEVEL_KIND_WORD: Record<Said['levelKind'], string> = {
  flat: 'as they are: transfer function, or pink noise in bands',
  'narrow-band-pink': 'narrow-band spectrum of pink noise (+3 dB/octave)',
  'octave-band-white': 'white noise in octave bands (−3 dB/octave)',
};

interface ImportConditionsProps {
  said: Said;
  hasPhase: boolean;
  onChange: (part: Partial<Said>) => void;
}

/** What the file cannot say: how the radio was set, and what the levels are. Nothing is tilted unless said here. */
export function ImportConditions({ said, hasPhase, onChange }: ImportConditionsProps) {
  return (
    <>
      <StepAndLoad id="import" said={said} onChange={onChange} />
      <SituationFields
        id="import"
        situation={said.situation}
        played="pink"
        onChange={(part) => onChange({ situation: { ...said.situation, ...part } })}
      />
      <Form.Group controlId="import-kind">
        <Form.Label>Levels are read</Form.Label>
        <Form.Select
          value={said.levelKind}
          onChange={(e) => onChange({ levelKind: e.target.value as Said['levelKind'] })}
        >
          {Object.entries(LEVEL_KIND_WORD).map(([kind, word]) => (
            <option key={kind} value={kind}>
              {word}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <Form.Group controlId="import-level-unit">
        <Form.Label>Levels are in</Form.Label>
        <Form.Select
          value={said.levelUnit}
          onChange={(e) => onChange({ levelUnit: e.target.value as Said['levelUnit'] })}
        >
          <option value="dB">dB, no reference</option>
          <option value="dBV">dBV at the output</option>
          <option value="dBFS">dBFS</option>
        </Form.Select>
      </Form.Group>
      {hasPhase && (
        <Form.Check
          type="switch"
          id="import-phase"
          label="phase is against the signal that was played (second channel looped back)"
          checked={said.phaseReference === 'source'}
          onChange={(e) => onChange({ phaseReference: e.target.checked ? 'source' : 'none' })}
        />
      )}
      <Form.Group controlId="import-note">
        <Form.Label>Note</Form.Label>
        <Form.Control
          value={said.note}
          maxLength={500}
          onChange={(e) => onChange({ note: e.target.value })}
        />
      </Form.Group>
    </>
  );
}
