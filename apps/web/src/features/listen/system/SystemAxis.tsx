import { shortFrequency } from '@ulpen/core';
import { AXIS_TICKS, axisPlace } from '../../../ui/frequency-scale.ts';

const ZONES = [
  { name: 'lows', from: 20, to: 200 },
  { name: 'mids', from: 200, to: 2000 },
  { name: 'highs', from: 2000, to: 20_000 },
];

/** Frequencies over all strips of the table, and what people call the thirds of them. */
export function SystemAxis() {
  return (
    <div className="system-axis" aria-hidden="true">
      <div className="system-zones">
        {ZONES.map((z) => (
          <span key={z.name}>{z.name}</span>
        ))}
      </div>
      <div className="system-ticks num">
        {AXIS_TICKS.map((hz) => (
          <span key={hz} style={{ left: `${100 * axisPlace(hz)}%` }}>
            {shortFrequency(hz)}
          </span>
        ))}
      </div>
    </div>
  );
}
