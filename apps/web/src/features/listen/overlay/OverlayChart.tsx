import { CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { formatFrequency } from '@ulpen/core';
import { FREQUENCY_AXIS, LEVEL_AXIS } from '../../../ui/chart-axes.ts';
import type { Levels } from './overlay-state.ts';

export interface OverlayCurve {
  id: string;
  name: string;
  frequencyHz: readonly number[];
  levelDb: readonly number[];
  passBandDb: number;
  /** place among the curves: colour and dash */
  place: number;
}

interface OverlayChartProps {
  curves: readonly OverlayCurve[];
  levels: Levels;
  unit: string;
}

/** Colour alone does not tell curves apart for everyone. */
const DASHES = [undefined, '9 3', '3 3', '12 3 3 3'];
const SPAN_DB = 48;

/** Curves laid over each other; the cursor reads all of them off. */
export function OverlayChart({ curves, levels, unit }: OverlayChartProps) {
  const own = levels === 'own';
  const shown = curves.map((c) => (own ? c.levelDb.map((l) => l - c.passBandDb) : c.levelDb));
  const top = own ? 9 : Math.ceil((Math.max(...shown.flat()) + 3) / 6) * 6;
  const bottom = top - SPAN_DB;
  const byHz = new Map<number, Record<string, number>>();
  curves.forEach((c, n) =>
    c.frequencyHz.forEach((hz, i) => {
      const point = byHz.get(hz) ?? { hz };
      point[c.id] = Math.max(bottom - 20, shown[n][i]);
      byHz.set(hz, point);
    }),
  );
  const points = [...byHz.values()].sort((a, b) => a.hz - b.hz);
  const ticks = Array.from({ length: SPAN_DB / 6 }, (_, i) => Math.floor(top / 6) * 6 - 6 * i);
  const word = (db: number) => (db < 0 ? `−${Math.abs(db)}` : String(db));
  return (
    <figure className="overlay-chart" aria-label={`${curves.length} curves, 20 Hz to 20 kHz, ${unit}`}>
      <ResponsiveContainer width="100%" height="100%">
        <LineChart data={points} margin={{ top: 10, right: 16, bottom: 0, left: -12 }}>
          <CartesianGrid stroke="var(--hairline)" />
          <XAxis {...FREQUENCY_AXIS} />
          <YAxis {...LEVEL_AXIS} domain={[bottom, top]} ticks={ticks} />
          <Tooltip
            isAnimationActive={false}
            cursor={{ stroke: 'var(--ink-3)' }}
            content={({ active, payload, label }) =>
              active && payload.length > 0 ? (
                <div className="chart-readout">
                  <strong className="num">{formatFrequency(Number(label))}</strong>
                  {payload.map((p) => (
                    <span key={String(p.dataKey)}>
                      {p.name}{' '}
                      <span className="num">
                        {word(Number(Number(p.value).toFixed(1)))} {unit}
                      </span>
                    </span>
                  ))}
                </div>
              ) : null
            }
          />
          {curves.map((c) => (
            <Line
              key={c.id}
              dataKey={c.id}
              name={c.name}
              stroke={`var(--curve-${c.place + 1})`}
              strokeWidth={2.2}
              strokeDasharray={DASHES[Math.floor(c.place / 2) % DASHES.length]}
              dot={false}
              isAnimationActive={false}
              connectNulls
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
    </figure>
  );
}
