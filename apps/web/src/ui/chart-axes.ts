import { shortFrequency } from '@ulpen/core';
import { AXIS_TICKS } from './frequency-scale.ts';

const TICK = { fill: 'var(--ink-2)', fontSize: 12, fontFamily: 'var(--number)' };

/** 20 Hz to 20 kHz under a chart, with a point at every `hz`. */
export const FREQUENCY_AXIS = {
  dataKey: 'hz',
  type: 'number' as const,
  scale: 'log' as const,
  domain: [20, 20_000] as [number, number],
  allowDataOverflow: true,
  ticks: AXIS_TICKS,
  tickFormatter: shortFrequency,
  tick: TICK,
  tickLine: false,
  axisLine: { stroke: 'var(--line)' },
  interval: 0 as const,
};

/** Levels beside a chart. */
export const LEVEL_AXIS = {
  allowDataOverflow: true,
  tickFormatter: (db: number) => (db < 0 ? `−${-db}` : String(db)),
  tick: TICK,
  tickLine: false,
  axisLine: false,
};
