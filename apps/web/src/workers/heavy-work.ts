import {
  type ColumnChoice,
  comparePlans,
  type Comparison,
  type Difference,
  differencesOf,
  finishedCar,
  type FinishedCar,
  harnessFactsOf,
  type HarnessView,
  type JobView,
  type LibraryDevice,
  type PlanChanges,
  planInputOf,
  type Plan,
  type PlanState,
  planStateOf,
  type PreferencesFields,
  rework,
  type WhatIf,
  whatIf,
  type WishConflict,
  wishConflicts,
  ColumnError,
  ColumnReader,
  type ColumnTable,
  type LevelKind,
  type PlanInput,
  type Proposal,
  quickAnalysis,
  type ResponseAnalysis,
} from '@ulpen/core';
import { type OnProgress, readPieces } from './read-pieces.ts';

/** What a plan is worked out from. */
export interface PlanGiven {
  job: JobView;
  devices: LibraryDevice[];
  preferences: PreferencesFields;
  harness: HarnessView | null;
  whatIf: WhatIf;
}

/** How a file was understood, or why it could not be. */
export type ColumnPreview =
  | {
      ok: true;
      table: Omit<ColumnTable, 'response'>;
      points: number;
      hasPhase: boolean;
      analysis: ResponseAnalysis;
    }
  | { ok: false; message: string };

/** Core's heavy functions, as the page asks for them. */
export const heavyWork = {
  /** Reads a file as the server will, and judges it quickly. `null` when the person stopped it. */
  async previewColumns(
    file: File,
    choice: ColumnChoice,
    levelKind: LevelKind,
    goOn: OnProgress,
  ): Promise<ColumnPreview | null> {
    const reader = new ColumnReader(choice);
    const text = file.stream().pipeThrough(new TextDecoderStream());
    try {
      if (!(await readPieces(text, file.size, (piece) => reader.push(piece), goOn))) return null;
      const { response, ...table } = reader.finish();
      return {
        ok: true,
        table,
        points: response.frequencyHz.length,
        hasPhase: response.phaseDeg !== undefined,
        analysis: quickAnalysis(response, { levelKind }),
      };
    } catch (error) {
      if (error instanceof ColumnError || error instanceof RangeError)
        return { ok: false, message: error.message };
      throw error;
    }
  },

  /** Every way in for a job; the input is kept for what is changed of one of them afterwards. */
  compare(key: string, given: PlanGiven): Comparison {
    return comparePlans(inputFor(key, given));
  },

  /** One way in with a person's changes; null when it can no longer be used. */
  rework(key: string, given: PlanGiven, strategy: string, changes: PlanChanges): Proposal | null {
    return rework(inputFor(key, given), strategy, changes);
  },

  /** What a kept plan says and today's record does not. */
  differences(key: string, given: PlanGiven, kept: Proposal): Difference[] {
    const input = inputFor(key, given);
    return differencesOf(kept, rework(input, kept.strategy, kept.changes), input.targets, input.pairs);
  },

  /** How kept plans stand to today's record, by their ids. */
  states(
    key: string,
    given: PlanGiven,
    fingerprint: string,
    plans: readonly Pick<Plan, 'id' | 'fingerprint' | 'proposal'>[],
  ): Record<string, PlanState> {
    return Object.fromEntries(
      plans.map((plan) => [
        plan.id,
        planStateOf(plan, fingerprint, heavyWork.differences(key, given, plan.proposal)),
      ]),
    );
  },

  /** The car once a way in is built. */
  finished(key: string, given: PlanGiven, proposal: Proposal): FinishedCar {
    return finishedCar(inputFor(key, given), proposal);
  },

  /** Wishes that contradict each other. */
  conflicts(key: string, given: PlanGiven): WishConflict[] {
    return wishConflicts(inputFor(key, given));
  },
};

let kept: { key: string; input: PlanInput } | null = null;

/** The same key stands for the same job, library, preferences and question. */
function inputFor(key: string, { job, harness, whatIf: question, ...surroundings }: PlanGiven): PlanInput {
  if (kept?.key !== key) {
    const facts = harness ? harnessFactsOf(job, harness) : undefined;
    kept = { key, input: whatIf(planInputOf(job, { ...surroundings, harness: facts }), question) };
  }
  return kept.input;
}

export type HeavyWork = typeof heavyWork;
