import type { ComponentType } from 'react';
import {
  pairName,
  type CheckBody,
  type Finding,
  type JobBehaviour,
  type JobView,
  type PairView,
  type Played,
  type Situation,
} from '@ulpen/core';
import type { CheckFormShape } from './check-forms.ts';
import type { Along } from './volts-table.ts';

/** What is set before "Record" opens the input. */
export interface RecordWith {
  word: string;
  played: Played;
  engine?: Situation['engine'];
  /** default: closed, where the engine is said */
  doors?: Situation['doors'];
  playedIn?: Situation['playedIn'];
  load?: 'none' | 'speaker';
  /** the other side is recorded at the same time */
  both?: boolean;
}

export interface GuidedTest {
  id: string;
  title: string;
  /** what the installer wants to know */
  asks: string;
  with: string;
  /** controls of the car that are set first */
  set: string[];
  steps: string[];
  caution?: string;
  records: RecordWith[];
  forms: { title: string; shape: CheckFormShape }[];
  /** a tone’s volts, read off a meter at all outputs (default: none are) */
  volts?: { title: string; along: Along };
  kinds: CheckBody['kind'][];
  /** outputs that it makes sense for; null: not of any one output */
  pairs: ((job: JobView) => PairView[]) | null;
  finding: (
    behaviour: JobBehaviour,
    pairId: string | null,
    nameOf: (pairId: string) => string,
  ) => Finding | null;
  /** whether an output has been asked (default: its finding is not open) */
  isTold?: (job: JobView, pairId: string) => boolean;
  /** beside the finding of an output (default: nothing) */
  Shows?: ComponentType<{ job: JobView; behaviour: JobBehaviour; pair: PairView }>;
  /** in place of the findings of the other outputs (default: those) */
  AllOutputs?: ComponentType<{ job: JobView; behaviour: JobBehaviour }>;
}

export const outputsOf = (job: JobView): PairView[] => job.units.flatMap((u) => u.pairs);
export const ofOutput = (behaviour: JobBehaviour, pairId: string | null) =>
  behaviour.pairs.find((p) => p.pairId === pairId) ?? null;
/** What a processor does of its own is turned off while outputs are measured. */
export const QUIET_CONTROLS = ['tone controls 0', 'loudness off', 'surround off', 'speed volume off'];

/** Names outputs for findings that speak of others. */
export const namesOf = (job: JobView) => (pairId: string) =>
  pairName(outputsOf(job).find((p) => p.id === pairId)!);
