import { rampStops, STRIP } from './frequency-scale.ts';

/** The one gradient that all strips are filled with: colour is frequency, fixed to the axis. */
export function FrequencyRamp() {
  return (
    <svg width="0" height="0" style={{ position: 'absolute' }} aria-hidden="true" focusable="false">
      <defs>
        <linearGradient
          id="frequency-ramp"
          gradientUnits="userSpaceOnUse"
          x1="0"
          x2={STRIP.width}
          y1="0"
          y2="0"
        >
          {rampStops(20, 20_000).map(({ offset, colour }) => (
            <stop key={offset} offset={offset} style={{ stopColor: colour }} />
          ))}
        </linearGradient>
      </defs>
    </svg>
  );
}
