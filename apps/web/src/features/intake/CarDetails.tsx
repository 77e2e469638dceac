import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { X } from 'lucide-react';
import type { IntakeFields } from '@ulpen/core';
import { optionsOf, SelectField } from '../../ui/SelectField.tsx';
import { DRIVE_WORDS, TOOL_WORDS, VOLTS_WORDS } from './intake-words.ts';

interface PartProps {
  intake: IntakeFields;
  change: (part: Partial<IntakeFields>) => void;
}

/** Trim, option codes and drive: what decides which diagram is this car's. */
export function CarDetails({ intake, change }: PartProps) {
  const [trim, setTrim] = useState(intake.trim);
  const [code, setCode] = useState('');
  const addCode = () => {
    const fresh = code
      .toUpperCase()
      .split(/[\s,;]+/)
      .filter((c) => c !== '' && !intake.optionCodes.includes(c))
      .map((c) => c.slice(0, 20));
    if (fresh.length > 0) change({ optionCodes: [...intake.optionCodes, ...fresh].slice(0, 30) });
    setCode('');
  };
  return (
    <section className="intake-part" aria-label="Trim and option codes">
      <div className="intake-two">
        <Form.Group controlId="intake-trim">
          <Form.Label>Trim</Form.Label>
          <Form.Control
            value={trim}
            maxLength={80}
            onChange={(e) => setTrim(e.target.value)}
            onBlur={() => trim !== intake.trim && change({ trim })}
          />
        </Form.Group>
        <SelectField
          id="intake-drive"
          label="Drive"
          value={intake.drive}
          options={optionsOf(DRIVE_WORDS)}
          onChange={(drive) => change({ drive })}
        />
        <SelectField
          id="intake-volts"
          label="Electrical system"
          value={intake.nominalVolts}
          options={optionsOf(VOLTS_WORDS)}
          onChange={(nominalVolts) => change({ nominalVolts })}
        />
      </div>
      {(intake.drive === 'hybrid' || intake.drive === 'electric') && (
        <p className="small plug-caution">
          High voltage on board: orange cables, plugs and covers are left alone. Where the audio system lies
          near them, the vehicle maker’s procedure for taking the car out of use comes first, done by people
          trained for it.
        </p>
      )}
      <Form.Group controlId="intake-code">
        <Form.Label>Option codes</Form.Label>
        <div className="code-chips">
          {intake.optionCodes.map((c) => (
            <span key={c} className="code-chip num">
              {c}
              <button
                type="button"
                aria-label={`Remove ${c}`}
                onClick={() => change({ optionCodes: intake.optionCodes.filter((k) => k !== c) })}
              >
                <X size={14} />
              </button>
            </span>
          ))}
          <Form.Control
            className="num code-input"
            placeholder="4F2, then Enter"
            value={code}
            onChange={(e) => setCode(e.target.value)}
            onBlur={addCode}
            onKeyDown={(e) => {
              if (e.key !== 'Enter') return;
              e.preventDefault();
              addCode();
            }}
          />
        </div>
      </Form.Group>
      <fieldset className="tools">
        <legend className="form-label">Tools at hand</legend>
        {Object.entries(TOOL_WORDS).map(([tool, word]) => {
          const name = tool as IntakeFields['tools'][number];
          const on = intake.tools.includes(name);
          return (
            <button
              key={tool}
              type="button"
              className={`toggle ${on ? 'toggle-on' : ''}`}
              aria-pressed={on}
              onClick={() =>
                change({ tools: on ? intake.tools.filter((t) => t !== name) : [...intake.tools, name] })
              }
            >
              {word}
            </button>
          );
        })}
      </fieldset>
    </section>
  );
}
