import { memo } from 'react';
import type { ResponseAnalysis, Standing } from '@ulpen/core';
import { axisPlace, STRIP } from './frequency-scale.ts';
import './band-strip.css';

interface BandStripProps {
  /** Hz and dB; the level is drawn against `referenceDb` */
  frequencyHz: readonly number[];
  levelDb: readonly number[];
  referenceDb: number;
  standing: Standing;
  /** said to those who do not see the picture */
  label: string;
  /** a needed band to mark, Hz */
  need?: { lowHz: number; highHz: number };
}

const y = (db: number) => {
  const share = (STRIP.topDb - db) / (STRIP.topDb - STRIP.bottomDb);
  // What is too low to show goes just out of the picture instead of lying on its floor.
  return Math.min(1.15, Math.max(0, share)) * STRIP.height;
};

/** The band of a pair at one look: 20 Hz to 20 kHz, 35 dB high, colour by frequency, drawn by standing. */
export const BandStrip = memo(function BandStrip({
  frequencyHz,
  levelDb,
  referenceDb,
  standing,
  label,
  need,
}: BandStripProps) {
  const points = frequencyHz.map(
    (f, i) => `${(axisPlace(f) * STRIP.width).toFixed(1)},${y(levelDb[i] - referenceDb).toFixed(1)}`,
  );
  const first = axisPlace(frequencyHz[0] ?? 20) * STRIP.width;
  const last = axisPlace(frequencyHz[frequencyHz.length - 1] ?? 20) * STRIP.width;
  return (
    <svg
      className={`band-strip band-strip-${standing}`}
      viewBox={`0 0 ${STRIP.width} ${STRIP.height}`}
      preserveAspectRatio="none"
      role="img"
      aria-label={label}
    >
      {need && (
        <rect
          className="band-strip-need"
          x={axisPlace(need.lowHz) * STRIP.width}
          width={(axisPlace(need.highHz) - axisPlace(need.lowHz)) * STRIP.width}
          y="0"
          height={STRIP.height}
        />
      )}
      {[200, 2000].map((f) => (
        <line
          key={f}
          className="band-strip-decade"
          x1={axisPlace(f) * STRIP.width}
          x2={axisPlace(f) * STRIP.width}
          y1="0"
          y2={STRIP.height}
        />
      ))}
      {points.length > 1 && (
        <polygon
          className="band-strip-fill"
          points={`${first},${STRIP.height} ${points.join(' ')} ${last},${STRIP.height}`}
        />
      )}
      {points.length > 1 && <polyline className="band-strip-line" points={points.join(' ')} />}
    </svg>
  );
});

/** The strip of a measured response. */
export function ResponseStrip({ analysis, label }: { analysis: ResponseAnalysis; label: string }) {
  return (
    <BandStrip
      frequencyHz={analysis.smoothed.frequencyHz}
      levelDb={analysis.smoothed.levelDb}
      referenceDb={analysis.bandClass === 'silent' ? analysis.passBandDb + 30 : analysis.passBandDb}
      standing="measured"
      label={label}
    />
  );
}

/** In place of a strip where nothing is measured. */
export function OpenStrip() {
  return (
    <div className="band-strip band-strip-open">
      <span>not measured</span>
    </div>
  );
}
