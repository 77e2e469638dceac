import { useState } from 'react';
import { Download } from 'lucide-react';
import { Button, Form } from 'react-bootstrap';
import { type Part, signalName, type TestSignal, testSignalSchema, usualSeconds } from '@ulpen/core';
import { optionsOf, SelectField } from '../../../ui/SelectField.tsx';

type Own = 'tone' | 'stepped';
const LEVELS = [0, -5, -10, -20].map((value) => ({ value, word: value === 0 ? '0 dB' : `−${-value} dB` }));

/** Any frequency as a tone or a stepped tone, beside the list. */
export function OwnTone({
  disabled,
  onMake,
}: {
  disabled: boolean;
  onMake: (part: Part & { name: string }) => void;
}) {
  const [kind, setKind] = useState<Own>('tone');
  const [hz, setHz] = useState('60');
  const [levelDb, setLevelDb] = useState(-10);
  const [on, setOn] = useState<'both' | 'left' | 'right'>('both');
  const value = Number(hz.replace(',', '.'));
  const wanted: TestSignal =
    kind === 'tone'
      ? { kind, on, hz: value, levelDb }
      : { kind, on, hz: value, fromDb: -30, toDb: levelDb, stepDb: 3 };
  const parsed = testSignalSchema.safeParse(wanted);
  return (
    <form
      className="own-tone no-print"
      aria-label="A tone of your own"
      onSubmit={(e) => {
        e.preventDefault();
        if (parsed.success)
          onMake({ signal: parsed.data, seconds: usualSeconds(parsed.data), name: signalName(parsed.data) });
      }}
    >
      <h2>Another frequency</h2>
      <SelectField
        id="own-kind"
        label="Kind"
        value={kind}
        options={optionsOf({ tone: 'tone', stepped: 'stepped tone, rising by 3 dB' })}
        onChange={setKind}
      />
      <Form.Group controlId="own-hz">
        <Form.Label>Frequency, Hz</Form.Label>
        <Form.Control
          className="num"
          inputMode="decimal"
          value={hz}
          isInvalid={!parsed.success}
          onChange={(e) => setHz(e.target.value)}
        />
        <Form.Control.Feedback type="invalid">{parsed.error?.issues[0]?.message}</Form.Control.Feedback>
      </Form.Group>
      <SelectField
        id="own-level"
        label="Level"
        numeric
        value={levelDb}
        options={LEVELS}
        onChange={setLevelDb}
      />
      <SelectField
        id="own-on"
        label="On"
        value={on}
        options={optionsOf({ both: 'both', left: 'left', right: 'right' })}
        onChange={setOn}
      />
      <Button type="submit" variant="secondary" disabled={disabled || !parsed.success}>
        <Download size={18} /> Save it
      </Button>
    </form>
  );
}
