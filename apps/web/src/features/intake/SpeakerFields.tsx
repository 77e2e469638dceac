import { Form } from 'react-bootstrap';
import { type Speaker, type TargetFields } from '@ulpen/core';
import { useDevices } from '../../api/shop-queries.ts';
import { NumberField } from '../../ui/NumberField.tsx';
import { optionsOf, SelectField } from '../../ui/SelectField.tsx';
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
        <SelectField
          id={`${id}-state`}
          label="Speaker is"
          value={speaker.state}
          options={optionsOf({ new: 'new', kept: 'the factory’s, kept' })}
          onChange={(state) => set({ state })}
        />
        <SelectField
          id={`${id}-way`}
          label="Kind"
          value={speaker.way}
          options={optionsOf(WAY_WORD)}
          onChange={(way) => set({ way })}
        />
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
          label={speaker.drivers > 1 ? 'Rated W RMS, all drivers of a channel' : 'Rated W RMS'}
          value={speaker.watts}
          least={1}
          most={10_000}
          placeholder="not known"
          onChange={(watts) => set({ watts })}
        />
        <SelectField
          id={`${id}-coils`}
          label="Coils per driver"
          value={speaker.coils}
          options={[
            { value: 1, word: 'one' },
            { value: 2, word: 'two' },
          ]}
          onChange={(coils) => set({ coils })}
        />
        <SelectField
          id={`${id}-drivers`}
          label="Drivers per channel"
          value={speaker.drivers}
          options={[1, 2, 3, 4].map((value) => ({ value, word: String(value) }))}
          onChange={(drivers) => set({ drivers })}
        />
        <SelectField
          id={`${id}-amplifier`}
          label="Amplifier"
          value={target.amplifierId}
          options={[
            { value: null, word: 'the planner picks one' },
            ...amplifiers.map((a) => ({ value: a.id, word: a.name })),
          ]}
          onChange={(amplifierId) => onChange({ amplifierId })}
        />
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
