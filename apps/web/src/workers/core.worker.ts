import { expose } from 'comlink';
import {
  type ColumnChoice,
  ColumnError,
  ColumnReader,
  type ColumnTable,
  type LevelKind,
  type PlanInput,
  type Proposal,
  proposePlans,
  quickAnalysis,
  type ResponseAnalysis,
} from '@ulpen/core';
import { type OnProgress, readPieces } from './read-pieces.ts';

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

const heavyWork = {
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

  propose(input: PlanInput): Proposal[] {
    return proposePlans(input);
  },
};

export type HeavyWork = typeof heavyWork;

expose(heavyWork);
