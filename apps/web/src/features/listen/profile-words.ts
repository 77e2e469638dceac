import {
  type Capture,
  type FilterModel,
  type FittedFilter,
  formatDb,
  formatFrequency,
  LOAD_WORD,
  type PairFields,
  type ResponseAnalysis,
  TILT_DB_PER_OCTAVE,
} from '@ulpen/core';
import { format } from 'date-fns';

/** What the class means for the job, in a sentence. */
export function bandSentence(
  { bandClass }: ResponseAnalysis,
  pair: Pick<PairFields, 'side' | 'way'>,
): string {
  const side = pair.side === 'left' || pair.side === 'right' ? ` of the ${pair.side} side` : '';
  switch (bandClass) {
    case 'full-range':
      return 'Full range. It can feed a full-range channel alone.';
    case 'low-pass':
      return pair.way === 'subwoofer'
        ? 'Low-pass. It is enough for a subwoofer, and for nothing else.'
        : `Low-pass. Alone it feeds a woofer or a subwoofer: for a full-range channel sum it with the upper outputs${side}.`;
    case 'band-pass':
      return `Band-pass. Alone it feeds a part of the band: for a full-range channel sum it with the other outputs${side}.`;
    case 'high-pass':
      return `High-pass. The lows are missing: for a full-range channel sum it with an output${side} that has them.`;
    case 'silent':
      return 'Silent. Either nothing plays here, or it was muted while it was measured.';
    case 'unclear':
      return 'Unclear. Nothing should be built on it before it is measured again.';
  }
}

/**
 * What makes an edge, and how well it is known.
 *
 * @param error one standard deviation, octaves; null where no edge is shown
 * @param clockHz rate at which a processor runs the filter
 */
export function edgeWords(
  error: number | null,
  filter: FittedFilter | null | undefined,
  clockHz: FilterModel['clockHz'] = null,
): string {
  if (!filter) return 'no filter found';
  const percent = Math.round((2 ** Math.max(0.01, error ?? filter.errorOctaves) - 1) * 100);
  const family = filter.family === 'butterworth' ? 'Butterworth' : 'Linkwitz-Riley';
  const kind = clockHz === null ? family : `digital ${family}`;
  return `${kind} ${filter.slopeDbPerOctave} dB/oct, ±${percent} %`;
}

/**
 * What the factory's equaliser does, section by section from the lowest: shelves and peaks.
 *
 * @param withQ peaks with their quality, for whoever sets an equaliser against them
 */
export function equaliserWords(
  { shelves, equaliser }: Pick<FilterModel, 'shelves' | 'equaliser'>,
  withQ = false,
): string[] {
  const shelf = (side: 'low' | 'high') =>
    shelves
      .filter((s) => s.side === side)
      .map((s) => `${formatDb(s.gainDb, 0)} dB ${side} shelf at ${formatFrequency(s.frequencyHz)}`);
  const peaks = equaliser.map(({ gainDb, frequencyHz, q }) =>
    withQ
      ? `${formatDb(gainDb)} dB at ${formatFrequency(frequencyHz)}, Q ${q.toFixed(1)}`
      : `${formatDb(gainDb, 0)} dB at ${formatFrequency(frequencyHz)}`,
  );
  return [...shelf('low'), ...peaks, ...shelf('high')];
}

/** Where a capture comes from, with its conditions. */
export function captureSentence(capture: Capture): string {
  const step = capture.volumeStep === null ? 'volume step not noted' : `at volume step ${capture.volumeStep}`;
  const tilt = TILT_DB_PER_OCTAVE[capture.levelKind];
  const parts = [
    `${capture.recordingId ? 'Recorded as' : 'Imported from'} ${capture.fileName} on ${format(new Date(capture.importedAt), 'd MMM yyyy, HH:mm')}, ${step}, ${LOAD_WORD[capture.load]}; ${capture.points.toLocaleString('en')} points in ${capture.levelUnit}.`,
    tilt === 0
      ? ''
      : `Tilted by ${tilt > 0 ? '+' : '−'}${Math.abs(tilt).toFixed(0)} dB per octave around ${formatFrequency(1000)}, as stated at the import.`,
    capture.phaseReference === 'source' ? 'Phase is against the source.' : '',
    ...capture.repairs,
    capture.note,
  ];
  return parts.filter(Boolean).join(' ');
}
