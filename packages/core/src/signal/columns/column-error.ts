/** Why a text file could not be read as a response: where, what was found, and what would be accepted. */
export class ColumnError extends Error {
  override readonly name = 'ColumnError';
  /**
   * @param reason what is wrong, a sentence
   * @param wanted what would be accepted, a sentence
   * @param line 1-based line of the file, where one line is to blame
   */
  constructor(
    readonly reason: string,
    readonly wanted: string,
    readonly line: number | null = null,
  ) {
    super(`${line === null ? '' : `Line ${line}: `}${reason} ${wanted}`);
  }
}
