import { bypassFactoryWire, bypassNewWire, bypassNode } from './bypass.ts';
import { convert } from './convert.ts';
import { dataInterface } from './data-interface.ts';
import { direct } from './direct.ts';
import { keepSpeaker } from './keep-speaker.ts';
import { mixed } from './mixed.ts';
import { oneChannel } from './one-channel.ts';
import { lineDirect } from './line-direct.ts';
import { bypassProcessor, processor, sourceProcessor } from './processor.ts';
import { radioDrives } from './radio-drives.ts';
import { sourceDirect, sourceVolume } from './source-direct.ts';
import type { Strategy } from './strategy.ts';
import { subwooferOutput } from './subwoofer-output.ts';
import { sum } from './sum.ts';

/** Every way in that is tried, simplest first. */
export const STRATEGIES: readonly Strategy[] = [
  lineDirect,
  direct,
  subwooferOutput,
  convert,
  oneChannel,
  keepSpeaker,
  radioDrives,
  sum,
  bypassFactoryWire,
  bypassNode,
  bypassNewWire,
  sourceDirect,
  mixed,
  sourceVolume,
  processor,
  sourceProcessor,
  bypassProcessor,
  dataInterface,
];

export const STRATEGY_IDS: readonly string[] = STRATEGIES.map((s) => s.id);

/** null: there is none of that name, or none any more */
export const strategyOf = (id: string): Strategy | null => STRATEGIES.find((s) => s.id === id) ?? null;
