import { useEffect, useRef, useState } from 'react';
import { proxy, wrap } from 'comlink';
import { type Page, svgOf } from '@ulpen/core';
import { saveFile } from '../../../ui/save-file.ts';
import type { PdfWork } from './pdf.worker.ts';

export type Printing = { at: 'idle' } | { at: 'making'; share: number } | { at: 'failed'; why: string };

/** Makes a PDF on a thread of its own, so that it can be watched and stopped. */
export function usePdf() {
  const [state, setState] = useState<Printing>({ at: 'idle' });
  const worker = useRef<Worker | null>(null);
  const stop = () => {
    worker.current?.terminate();
    worker.current = null;
  };
  useEffect(() => stop, []);
  const make = async (pages: readonly Page[], title: string, file: string) => {
    stop();
    const own = new Worker(new URL('./pdf.worker.ts', import.meta.url), { type: 'module' });
    worker.current = own;
    setState({ at: 'making', share: 0 });
    const progress = proxy((share: number) => {
      if (worker.current === own) setState({ at: 'making', share });
    });
    try {
      const [{ width, height }] = pages;
      const pdf = await wrap<PdfWork>(own).pdfOf(pages.map(svgOf), { width, height }, title, progress);
      if (worker.current !== own) return;
      saveFile(new Blob([new Uint8Array(pdf)], { type: 'application/pdf' }), file);
      setState({ at: 'idle' });
    } catch (error) {
      if (worker.current !== own) return;
      setState({ at: 'failed', why: error instanceof Error ? error.message : 'The PDF could not be made.' });
    }
    stop();
  };
  const cancel = () => {
    stop();
    setState({ at: 'idle' });
  };
  return { state, make, cancel };
}
