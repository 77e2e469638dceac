import { type BetweenOutputs, formatFrequency } from '@ulpen/core';
import { axisPlace, STRIP } from '../../../ui/frequency-scale.ts';

const HEIGHT = 60;
const degrees = (deg: number) => `${deg.toFixed(0).replace('-', '−')}°`;
const y = (deg: number) => ((180 - deg) / 360) * HEIGHT;

/** Phase of one output against the other where both sound; the fainter a point, the less coherent. */
export function PhaseStrip({ ratio }: { ratio: BetweenOutputs['ratio'] }) {
  const { frequencyHz, phaseDeg, coherence } = ratio;
  const last = frequencyHz.length - 1;
  return (
    <figure className="phase-strip">
      <figcaption className="small quiet">
        Phase over the overlap, {formatFrequency(frequencyHz[0])} to {formatFrequency(frequencyHz[last])}:{' '}
        <span className="num">
          {degrees(phaseDeg[0])} to {degrees(phaseDeg[last])}
        </span>
        , coherence{' '}
        <span className="num">
          {Math.min(...coherence).toFixed(2)} to {Math.max(...coherence).toFixed(2)}
        </span>
      </figcaption>
      <svg
        viewBox={`0 0 ${STRIP.width} ${HEIGHT}`}
        preserveAspectRatio="none"
        role="img"
        aria-label="Phase in degrees over frequency, from minus to plus 180"
      >
        {[90, 0, -90].map((deg) => (
          <line key={deg} className="phase-line" x1="0" x2={STRIP.width} y1={y(deg)} y2={y(deg)} />
        ))}
        {frequencyHz.map((hz, i) => (
          <line
            key={hz}
            className="phase-point"
            x1={axisPlace(hz) * STRIP.width}
            x2={axisPlace(hz) * STRIP.width}
            y1={y(phaseDeg[i])}
            y2={y(phaseDeg[i])}
            opacity={0.25 + 0.75 * coherence[i]}
          />
        ))}
      </svg>
    </figure>
  );
}
