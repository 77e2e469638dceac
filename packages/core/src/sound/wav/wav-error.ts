/** A file that cannot be read as sound: what was found, and what would be accepted. */
export class WavError extends Error {
  override readonly name = 'WavError';
}
