import { useState } from 'react';
import { Play } from 'lucide-react';
import { Button, Form } from 'react-bootstrap';
import { type Pair, pairName } from '@ulpen/core';
import { ReducerAdvice } from './ReducerAdvice.tsx';
import { SafetyGate } from './SafetyGate.tsx';

export const SIMULATED = 'simulated';

interface LiveSetupProps {
  input: string;
  devices: readonly MediaDeviceInfo[];
  others: readonly Pair[];
  secondId: string | null;
  fault: string | null;
  onInput: (deviceId: string) => void;
  onSecond: (pairId: string | null) => void;
  onOpen: () => void;
}

/** Which input, which outputs, and the gate that stands before a car. */
export function LiveSetup(props: LiveSetupProps) {
  const { input, devices, others, secondId, fault, onInput, onSecond, onOpen } = props;
  const [safe, setSafe] = useState(false);
  return (
    <section className="live-setup" aria-label="Input">
      <div className="live-setup-input">
        <Form.Group controlId="live-input">
          <Form.Label>Input</Form.Label>
          <Form.Select value={input} onChange={(e) => onInput(e.target.value)}>
            <option value="">the usual input of this device</option>
            {devices
              .filter((d) => d.deviceId && d.deviceId !== 'default' && d.label)
              .map((d) => (
                <option key={d.deviceId} value={d.deviceId}>
                  {d.label}
                </option>
              ))}
            <option value={SIMULATED}>a simulated output, to try it</option>
          </Form.Select>
        </Form.Group>
        <Form.Group controlId="live-second">
          <Form.Label>Right channel, recorded at the same time</Form.Label>
          <Form.Select value={secondId ?? ''} onChange={(e) => onSecond(e.target.value || null)}>
            <option value="">not used</option>
            {others.map((p) => (
              <option key={p.id} value={p.id}>
                {pairName(p)}
              </option>
            ))}
          </Form.Select>
          <Form.Text>Two at once also tell polarity and delay between them.</Form.Text>
        </Form.Group>
        {fault && (
          <p className="refused" role="alert">
            {fault}
          </p>
        )}
        {input === SIMULATED || safe ? (
          <Button onClick={onOpen}>
            <Play size={18} /> Start listening
          </Button>
        ) : (
          <ReducerAdvice />
        )}
      </div>
      {input !== SIMULATED && !safe && (
        <SafetyGate
          onPassed={() => {
            setSafe(true);
            onOpen();
          }}
        />
      )}
    </section>
  );
}
