import { useState } from 'react';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { proxy } from 'comlink';
import type { OnProgress } from '../../workers/read-pieces.ts';

interface Refusal {
  ok: false;
  message: string;
}

/**
 * How a file is understood, read by a worker piece by piece; read anew when `choices` change, while the last reading
 * still stands.
 *
 * @param read gives null when it was stopped
 */
export function useFilePreview<P extends { ok: boolean }>(
  file: File,
  choices: readonly unknown[],
  mostBytes: number,
  read: (goOn: OnProgress) => Promise<P | null>,
): { preview: P | Refusal | null; tooLarge: boolean; progress: number; stale: boolean } {
  const [progress, setProgress] = useState(0);
  const tooLarge = file.size > mostBytes;
  const reading = useQuery({
    queryKey: ['file', file.name, file.size, file.lastModified, ...choices],
    queryFn: ({ signal }) =>
      read(
        proxy(async (share: number) => {
          setProgress(share);
          return !signal.aborted;
        }),
      ),
    enabled: !tooLarge,
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
    placeholderData: keepPreviousData,
  });
  return {
    preview: reading.isError
      ? { ok: false, message: 'The file could not be opened. Is it still where it was?' }
      : ((reading.data as P | null | undefined) ?? null),
    tooLarge,
    progress,
    stale: reading.isPlaceholderData,
  };
}
