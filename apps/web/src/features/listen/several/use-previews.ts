import { useState } from 'react';
import { useQuery } from '@tanstack/react-query';
import { proxy } from 'comlink';
import { COLUMN_LIMITS, type LevelKind } from '@ulpen/core';
import { coreWorker } from '../../../workers/core-worker.ts';
import type { ColumnPreview } from '../../../workers/heavy-work.ts';
import { tooLargeWords } from '../usual-conditions.ts';

/** How several files are understood, one after the other. */
export function usePreviews(files: readonly File[], levelKind: LevelKind) {
  const [read, setRead] = useState(0);
  const { data } = useQuery({
    queryKey: ['files', levelKind, ...files.map((f) => [f.name, f.size, f.lastModified])],
    queryFn: async ({ signal }) => {
      const previews: ColumnPreview[] = [];
      for (const [n, file] of files.entries()) {
        setRead(n);
        const preview = await previewOf(file, levelKind, () => !signal.aborted);
        if (preview === null) throw new Error('stopped');
        previews.push(preview);
      }
      return previews;
    },
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  return { previews: data ?? null, progress: read / files.length };
}

async function previewOf(
  file: File,
  levelKind: LevelKind,
  goesOn: () => boolean,
): Promise<ColumnPreview | null> {
  if (file.size > COLUMN_LIMITS.bytes) return { ok: false, message: tooLargeWords(file) };
  try {
    return await coreWorker().previewColumns(
      file,
      {},
      levelKind,
      proxy(async () => goesOn()),
    );
  } catch {
    return { ok: false, message: 'The file could not be opened. Is it still where it was?' };
  }
}
