/** Something that does not fit together, in words. */
export interface Contradiction {
  kind: 'danger' | 'plug' | 'sheet' | 'colour' | 'reading' | 'polarity' | 'channel';
  cavityIds: string[];
  /** the reading that stands against the rest, where there is one */
  readingId: string | null;
  title: string;
  text: string;
  /** a sheet's variant that explains it */
  variant: { sheetId: string; name: string } | null;
}
