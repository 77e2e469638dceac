import { Form } from 'react-bootstrap';
import type { LiveSettings } from '@ulpen/core';
import { Choices } from '../../../ui/Choices.tsx';

const FRACTIONS = [1, 3, 6, 12, 24].map((value) => ({ value, word: `1/${value}` }));
const AVERAGING = [
  { value: 0.3, word: 'fast' },
  { value: 1.5, word: 'slow' },
  { value: 10, word: '10 s' },
];

interface LiveDisplayProps {
  settings: LiveSettings;
  held: boolean;
  frozen: boolean;
  onSettings: (settings: LiveSettings) => void;
  onHeld: (held: boolean) => void;
  onFrozen: (frozen: boolean) => void;
}

/** How the live bands are drawn. */
export function LiveDisplay({ settings, held, frozen, onSettings, onHeld, onFrozen }: LiveDisplayProps) {
  return (
    <div className="live-controls" role="group" aria-label="Display">
      <Choices
        label="Bands in an octave"
        options={FRACTIONS}
        value={settings.fraction}
        onChange={(fraction) => onSettings({ ...settings, fraction })}
      />
      <Choices
        label="Average"
        options={AVERAGING}
        value={settings.averaging}
        onChange={(averaging) => onSettings({ ...settings, averaging })}
      />
      <Form.Check
        type="switch"
        id="live-held"
        label="Hold peaks"
        checked={held}
        onChange={(e) => onHeld(e.target.checked)}
      />
      <Form.Check
        type="switch"
        id="live-frozen"
        label="Freeze"
        checked={frozen}
        onChange={(e) => onFrozen(e.target.checked)}
      />
    </div>
  );
}
