import { Form } from 'react-bootstrap';
import { type Speaker, type TargetFields, type Way } from '@ulpen/core';
import { useDevices } from '../../api/shop-queries.ts';
import { NumberField } from '../../ui/NumberField.tsx';
import { WAY_WORD } from '../../ui/way-words.ts';

interface SpeakerFieldsProps {
  id: string;
  target: TargetFields;
  onChange: (part: Partial<TargetFields>) => void;
}

/** `new subwoofer, 2 × 4 Ω, 300 W` */
export function speakerWords({ state, way, ohm, watts, drivers, coils }: Speaker): string {
  const many = drivers * coils;
  return [
    `${state} ${way === 'full' ? 'full-range set' : WAY_WORD[way]}`,
    `${many > 1 ? `${many} × ` : ''}${ohm} Ω`,
    ...(watts === null ? [] : [`${watts} W`]),
  ].join(', ');
}

/** The speaker behind a target and the amplifier that drives it. */
export function SpeakerFields({ id, target, onChange }: SpeakerFieldsProps) {
  const amplifiers = (useDevices().data ?? []).filter((d) => d.kind === 'amplifier');
  const { speaker } = target;
  const set = (part: Partial<Speaker>) => onChange({ speaker: { ...speaker, ...part } });
  const delicate = speaker.way === 'tweeter' || speaker.way === 'midrange';
  const chosen = amplifiers.find((a) => a.id === target.amplifierId);
  return (
    <details className="speaker-more">
      <summary>
        Speaker: {speakerWords(speaker)}. Amplifier: {chosen?.name ?? 'the planner picks one'}
      </summary>
      <div className="speaker-fields">
        <Form.Group controlId={`${id}-state`}>
          <Form.Label>Speaker is</Form.Label>
          <Form.Select
            value={speaker.state}
            onChange={(e) => set({ state: e.target.value as Speaker['state'] })}
          >
            <option value="new">new</option>
            <option value="kept">the factory’s, kept</option>
          </Form.Select>
        </Form.Group>
        <Form.Group controlId={`${id}-way`}>
          <Form.Label>Kind</Form.Label>
          <Form.Select value={speaker.way} onChange={(e) => set({ way: e.target.value as Way })}>
            {Object.entries(WAY_WORD).map(([value, word]) => (
              <option key={value} value={value}>
                {word}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        <NumberField
          id={`${id}-ohm`}
          label="Ohms per coil"
          value={speaker.ohm}
          least={0.5}
          most={32}
          onChange={(ohm) => ohm !== null && set({ ohm })}
        />
        <NumberField
          id={`${id}-watts`}
          label="Rated W RMS"
          value={speaker.watts}
          least={1}
          most={10_000}
          placeholder="not known"
          onChange={(watts) => set({ watts })}
        />
        <Form.Group controlId={`${id}-coils`}>
          <Form.Label>Coils per driver</Form.Label>
          <Form.Select value={speaker.coils} onChange={(e) => set({ coils: Number(e.target.value) })}>
            <option value={1}>one</option>
            <option value={2}>two</option>
          </Form.Select>
        </Form.Group>
        <Form.Group controlId={`${id}-drivers`}>
          <Form.Label>Drivers per channel</Form.Label>
          <Form.Select value={speaker.drivers} onChange={(e) => set({ drivers: Number(e.target.value) })}>
            {[1, 2, 3, 4].map((n) => (
              <option key={n} value={n}>
                {n}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        <Form.Group controlId={`${id}-amplifier`}>
          <Form.Label>Amplifier</Form.Label>
          <Form.Select
            value={target.amplifierId ?? ''}
            onChange={(e) => onChange({ amplifierId: e.target.value || null })}
          >
            <option value="">the planner picks one</option>
            {amplifiers.map((a) => (
              <option key={a.id} value={a.id}>
                {a.name}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        {delicate && (
          <Form.Check
            type="switch"
            id={`${id}-own-high-pass`}
            label="has its own high-pass"
            checked={speaker.ownHighPass}
            onChange={(e) => set({ ownHighPass: e.target.checked })}
          />
        )}
      </div>
    </details>
  );
}
