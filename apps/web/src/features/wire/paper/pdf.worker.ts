import { expose } from 'comlink';
import pdfMake from 'pdfmake/build/pdfmake.js';
import text from '@expo-google-fonts/barlow/400Regular/Barlow_400Regular.ttf?url';
import strong from '@expo-google-fonts/barlow/600SemiBold/Barlow_600SemiBold.ttf?url';
import label from '@expo-google-fonts/barlow-semi-condensed/600SemiBold/BarlowSemiCondensed_600SemiBold.ttf?url';
import mono from '@expo-google-fonts/ibm-plex-mono/400Regular/IBMPlexMono_400Regular.ttf?url';

const FONTS = { 'text.ttf': text, 'strong.ttf': strong, 'label.ttf': label, 'mono.ttf': mono };
/** The reader of fonts reaches past the end of a glyph that is empty. */
const PADDING = 32;

async function loadFonts(): Promise<void> {
  const files = await Promise.all(
    Object.entries(FONTS).map(async ([name, url]) => {
      const answer = await fetch(url);
      if (!answer.ok) throw new Error('A font of the sheets did not come: load the page anew.');
      const font = new Uint8Array(await answer.arrayBuffer());
      const padded = new Uint8Array(font.length + PADDING);
      padded.set(font);
      return [name, base64(padded)] as const;
    }),
  );
  pdfMake.addVirtualFileSystem(Object.fromEntries(files));
  pdfMake.addFonts({
    Barlow: { normal: 'text.ttf', bold: 'strong.ttf' },
    'Barlow Semi Condensed': { normal: 'label.ttf', bold: 'label.ttf' },
    'IBM Plex Mono': { normal: 'mono.ttf', bold: 'mono.ttf' },
  });
  pdfMake.setUrlAccessPolicy(() => false);
}

const CHUNK = 0x8000;
function base64(bytes: Uint8Array): string {
  let binary = '';
  for (let i = 0; i < bytes.length; i += CHUNK)
    binary += String.fromCharCode(...bytes.subarray(i, i + CHUNK));
  return btoa(binary);
}

const work = {
  /**
   * Pages as one PDF.
   *
   * @param pages each as SVG
   * @param onProgress 0 to 1
   */
  async pdfOf(
    pages: readonly string[],
    size: { width: number; height: number },
    title: string,
    onProgress: (share: number) => void,
  ): Promise<Uint8Array> {
    await loadFonts();
    pdfMake.setProgressCallback((share) => onProgress(share));
    const made = pdfMake.createPdf({
      pageSize: size,
      pageMargins: 0,
      info: { title, producer: 'Ulpen', creator: 'Ulpen' },
      defaultStyle: { font: 'Barlow' },
      content: pages.map((svg, n) => ({
        svg,
        width: size.width,
        ...(n > 0 ? { pageBreak: 'before' as const } : {}),
      })),
    });
    return made.getBuffer();
  },
};
export type PdfWork = typeof work;

expose(work);
