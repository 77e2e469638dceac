import { useState } from 'react';
import { Download } from 'lucide-react';
import { Button, Form } from 'react-bootstrap';
import { type Part, signalName, type TestSignal, testSignalSchema, usualSeconds } from '@ulpen/core';

type Own = 'tone' | 'stepped';

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
      <Form.Group controlId="own-kind">
        <Form.Label>Kind</Form.Label>
        <Form.Select value={kind} onChange={(e) => setKind(e.target.value === 'tone' ? 'tone' : 'stepped')}>
          <option value="tone">tone</option>
          <option value="stepped">stepped tone, rising by 3 dB</option>
        </Form.Select>
      </Form.Group>
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
      <Form.Group controlId="own-level">
        <Form.Label>Level</Form.Label>
        <Form.Select className="num" value={levelDb} onChange={(e) => setLevelDb(Number(e.target.value))}>
          {[0, -5, -10, -20].map((level) => (
            <option key={level} value={level}>
              {level === 0 ? '0 dB' : `−${-level} dB`}
            </option>
          ))}
        </Form.Select>
      </Form.Group>
      <Form.Group controlId="own-on">
        <Form.Label>On</Form.Label>
        <Form.Select value={on} onChange={(e) => setOn(e.target.value as typeof on)}>
          <option value="both">both</option>
          <option value="left">left</option>
          <option value="right">right</option>
        </Form.Select>
      </Form.Group>
      <Button type="submit" variant="secondary" disabled={disabled || !parsed.success}>
        <Download size={18} /> Save it
      </Button>
    </form>
  );
}
