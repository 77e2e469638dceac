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

/** Told how much has been read, 0 to 1; answers whether to go on. */
export type OnProgress = (share: number) => Promise<boolean>;

const heavyWork = {
  /** Reads a file as the server will, and judges it quickly. `null` when the person stopped it. */
  async previewColumns(
    file: File,
    choice: ColumnChoice,
    levelKind: LevelKind,
    goOn: OnProgress,
  ): Promise<ColumnPreview | null> {
    const reader = new ColumnReader(choice);
    const source = file.stream().pipeThrough(new TextDecoderStream()).getReader();
    let read = 0;
    try {
      for (;;) {
        const { done, value } = await source.read();
        if (done) break;
        reader.push(value);
        read += value.length;
        if (!(await goOn(Math.min(1, read / file.size)))) {
          await source.cancel();
          return null;
        }
      }
      const { response, ...table } = reader.finish();
      return {
        ok: true,
        table,
        points: response.frequencyHz.length,
        hasPhase: response.phaseDeg !== undefined,
        analysis: quickAnalysis(response, { levelKind }),
      };
    } catch (error) {
      await source.cancel().catch(() => undefined);
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
