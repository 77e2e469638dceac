/** Told how much is done, 0 to 1; answers whether to go on. */
export type OnProgress = (share: number) => Promise<boolean>;

/** More often than this nobody sees a bar move, and the page would do nothing else, ms. */
const TELL_EVERY = 100;

/**
 * Reads a stream piece by piece, telling how far it got.
 *
 * @param size of the whole, in the unit of the pieces’ length
 * @returns whether it was read to its end; the person may have stopped it
 */
export async function readPieces<T extends { length: number }>(
  stream: ReadableStream<T>,
  size: number,
  take: (piece: T) => void,
  goOn: OnProgress,
): Promise<boolean> {
  const source = stream.getReader();
  let read = 0;
  let told = -Infinity;
  try {
    for (;;) {
      const { done, value } = await source.read();
      if (done) return true;
      take(value);
      read += value.length;
      if (performance.now() - told < TELL_EVERY) continue;
      told = performance.now();
      if (await goOn(Math.min(1, read / size))) continue;
      await source.cancel();
      return false;
    }
  } catch (error) {
    await source.cancel().catch(() => undefined);
    throw error;
  }
}
