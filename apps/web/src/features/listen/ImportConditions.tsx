import { Form } from 'react-bootstrap';
import type { CaptureFields } from '@ulpen/core';
import { optionsOf, SelectField } from '../../ui/SelectField.tsx';
import { InHand } from '../../ui/InHand.tsx';
import { AT_INPUT } from '../../ui/in-hand-store.ts';
import { SituationFields } from './SituationFields.tsx';
import { StepAndLoad } from './StepAndLoad.tsx';

type Said = Omit<CaptureFields, 'fileName'>;

const LEVEL_KIND_WORD: Record<Said['levelKind'], string> = {
  flat: 'as they are: transfer function, or pink noise in bands',
  'narrow-band-pink': 'narrow-band spectrum of pink noise (+3 dB/octave)',
  'octave-band-white': 'white noise in octave bands (−3 dB/octave)',
};

const LEVEL_UNIT_WORD: Record<Said['levelUnit'], string> = {
  dB: 'dB, no reference',
  dBV: 'dBV at the output',
  dBFS: 'dBFS',
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
      <SelectField
        id="import-kind"
        label="Levels are read"
        value={said.levelKind}
        options={optionsOf(LEVEL_KIND_WORD)}
        onChange={(levelKind) => onChange({ levelKind })}
      />
      <SelectField
        id="import-level-unit"
        label="Levels are in"
        value={said.levelUnit}
        options={optionsOf(LEVEL_UNIT_WORD)}
        onChange={(levelUnit) => onChange({ levelUnit })}
      />
      {hasPhase && (
        <Form.Check
          type="switch"
          id="import-phase"
          label="phase is against the signal that was played (second channel looped back)"
          checked={said.phaseReference === 'source'}
          onChange={(e) => onChange({ phaseReference: e.target.checked ? 'source' : 'none' })}
        />
      )}
      <InHand kinds={AT_INPUT} />
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
