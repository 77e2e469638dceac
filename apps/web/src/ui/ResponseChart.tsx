import { useId } from 'react';
import {
  Area,
  ComposedChart,
  Line,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { formatDb, formatFrequency, type Standing } from '@ulpen/core';
import { FREQUENCY_AXIS, LEVEL_AXIS } from './chart-axes.ts';
import { AXIS_TICKS, rampStops } from './frequency-scale.ts';
import './response-chart.css';

export interface ChartCurve {
  name: string;
  frequencyHz: readonly number[];
  levelDb: readonly number[];
  standing: Standing;
  /** quiet: an aid to the eye, not the thing itself */
  quiet?: boolean;
}

interface ResponseChartProps {
  curves: ChartCurve[];
  /** level that reads 0 on the axis, dB */
  referenceDb: number;
  /** band that is there, between edges, Hz */
  band?: { lowHz: number | null; highHz: number | null };
  /** @default none */
  edges?: { hz: number; label: string; detail: string; side: 'low' | 'high' }[];
  need?: { lowHz: number; highHz: number };
  /** what the first curve could also be, dB on its frequencies */
  span?: { bestDb: readonly number[]; worstDb: readonly number[] } | null;
  label: string;
  /** @default 320, in px */
  height?: number;
}

const TOP_DB = 9;
const BOTTOM_DB = -36;
const LEVEL_TICKS = [6, 0, -6, -12, -18, -24, -30, -36];

interface Point {
  hz: number;
  span?: [number, number];
  [curve: `c${number}`]: number | undefined;
}

function pointsOf({
  curves,
  referenceDb,
  span,
}: Pick<ResponseChartProps, 'curves' | 'referenceDb' | 'span'>): Point[] {
  // Far below the axis a curve leaves the picture; a span is cut at the axis so that it can be filled.
  const inside = (db: number, lowest = BOTTOM_DB - 24) =>
    Math.max(lowest, Math.min(TOP_DB, db - referenceDb));
  const byHz = new Map<number, Point>();
  curves.forEach((curve, c) =>
    curve.frequencyHz.forEach((hz, i) => {
      const point = byHz.get(hz) ?? { hz };
      point[`c${c}`] = inside(curve.levelDb[i]);
      if (c === 0 && span)
        point.span = [inside(span.worstDb[i], BOTTOM_DB), inside(span.bestDb[i], BOTTOM_DB)];
      byHz.set(hz, point);
    }),
  );
  return [...byHz.values()].sort((a, b) => a.hz - b.hz);
}

/** Level over log frequency, 20 Hz to 20 kHz, with edges, needed band and span. */
export function ResponseChart(props: ResponseChartProps) {
  const { curves, band, edges = [], need, span, label, height = 320 } = props;
  const id = useId();
  const points = pointsOf(props);
  if (points.length === 0) return null;
  const first = curves[0].frequencyHz;
  const ramp = `ramp${id}`;
  return (
    <figure className="response-chart" aria-label={label}>
      <ResponsiveContainer width="100%" height={height}>
        <ComposedChart data={points} margin={{ top: 12, right: 14, bottom: 0, left: -18 }}>
          <defs>
            <linearGradient id={ramp} x1="0" x2="1" y1="0" y2="0">
              {rampStops(first[0], first[first.length - 1]).map((s) => (
                <stop key={s.colour} offset={s.offset} style={{ stopColor: s.colour }} />
              ))}
            </linearGradient>
          </defs>
          {need && (
            <ReferenceArea
              x1={Math.max(20, need.lowHz)}
              x2={Math.min(20_000, need.highHz)}
              fill="var(--need)"
              fillOpacity={1}
              strokeOpacity={0}
            />
          )}
          {band && (
            <ReferenceArea
              x1={band.lowHz ?? 20}
              x2={band.highHz ?? 20_000}
              fill="var(--need)"
              fillOpacity={1}
              strokeOpacity={0}
            />
          )}
          {LEVEL_TICKS.map((db) => (
            <ReferenceLine key={db} y={db} stroke="var(--hairline)" strokeWidth={db === 0 ? 1.5 : 1} />
          ))}
          {AXIS_TICKS.map((hz) => (
            <ReferenceLine key={hz} x={hz} stroke="var(--hairline)" />
          ))}
          <XAxis {...FREQUENCY_AXIS} />
          <YAxis {...LEVEL_AXIS} domain={[BOTTOM_DB, TOP_DB]} ticks={LEVEL_TICKS} />
          <Tooltip
            isAnimationActive={false}
            cursor={{ stroke: 'var(--ink-3)', strokeWidth: 1 }}
            content={({ active, payload, label: hz }) =>
              active && payload.length > 0 ? (
                <div className="chart-readout">
                  <strong className="num">{formatFrequency(Number(hz))}</strong>
                  {payload
                    .filter((p) => typeof p.value === 'number')
                    .map((p) => (
                      <span key={String(p.dataKey)}>
                        {p.name} <span className="num">{formatDb(Number(p.value))} dB</span>
                      </span>
                    ))}
                </div>
              ) : null
            }
          />
          {span && (
            <Area
              dataKey="span"
              name="span"
              stroke="none"
              fill="var(--again)"
              fillOpacity={0.16}
              isAnimationActive={false}
              connectNulls
            />
          )}
          {curves.map((curve, c) => (
            <Line
              key={curve.name}
              dataKey={`c${c}`}
              name={curve.name}
              stroke={curve.quiet ? 'var(--ink-2)' : `url(#${ramp})`}
              strokeWidth={curve.quiet ? 1.3 : 2.6}
              strokeDasharray={curve.standing === 'assumed' ? '5 4' : undefined}
              dot={false}
              activeDot={{ r: 3, fill: 'var(--ink)', stroke: 'none' }}
              isAnimationActive={false}
              connectNulls
            />
          ))}
          {edges.map((edge) => (
            <ReferenceLine
              key={edge.side}
              x={edge.hz}
              stroke="var(--copper)"
              strokeWidth={1.6}
              label={({ viewBox }: { viewBox?: { x?: number; y?: number } }) => (
                <EdgeLabel x={viewBox?.x ?? 0} y={viewBox?.y ?? 0} {...edge} />
              )}
            />
          ))}
        </ComposedChart>
      </ResponsiveContainer>
    </figure>
  );
}

/** Written outside the band, where the curve has left room; inside when the edge of the drawing is near. */
function EdgeLabel({
  x,
  y,
  side,
  hz,
  label,
  detail,
}: {
  x: number;
  y: number;
  side: 'low' | 'high';
  hz: number;
  label: string;
  detail: string;
}) {
  const outwards = side === 'low' ? hz > 90 : hz < 6000;
  const left = (side === 'low') === outwards;
  return (
    <g textAnchor={left ? 'end' : 'start'} transform={`translate(${x + (left ? -8 : 8)}, ${y + 16})`}>
      <text className="edge-label">{label}</text>
      <text className="edge-detail" y={17}>
        {detail}
      </text>
    </g>
  );
}
