import { useState } from 'react';
import { Play } from 'lucide-react';
import { Button } from 'react-bootstrap';
import { type Pair, pairName } from '@ulpen/core';
import { SelectField } from '../../../ui/SelectField.tsx';
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
        <SelectField
          id="live-input"
          label="Input"
          value={input}
          options={[
            { value: '', word: 'the usual input of this device' },
            ...devices
              .filter((d) => d.deviceId && d.deviceId !== 'default' && d.label)
              .map((d) => ({ value: d.deviceId, word: d.label })),
            { value: SIMULATED, word: 'a simulated output, to try it' },
          ]}
          onChange={onInput}
        />
        <SelectField
          id="live-second"
          label="Right channel, recorded at the same time"
          value={secondId}
          options={[
            { value: null, word: 'not used' },
            ...others.map((p) => ({ value: p.id, word: pairName(p) })),
          ]}
          help="Two at once also tell polarity and delay between them."
          onChange={onSecond}
        />
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
