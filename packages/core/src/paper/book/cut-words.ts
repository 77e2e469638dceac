import type { CutLine } from '../../wiring/cut-list.ts';
import { awgWords } from '../../wiring/words.ts';

/** A line of the cut list by what is asked for in the shop. */
export const cutName = ({ what }: CutLine): string =>
  'cable' in what
    ? what.cable
    : what.mm2 === null
      ? 'Single wire, size not chosen'
      : `Single wire, ${what.mm2} mm²`;
export const cutSize = ({ what }: CutLine): string =>
  'cable' in what ? what.size : what.mm2 === null ? '' : awgWords(what.mm2);
/** What is known of its length; `+`: some pieces have none yet. */
export const cutTotal = ({ open, pieces, estimated, totalM }: CutLine): string =>
  open === pieces ? 'not set' : `${estimated ? '≈ ' : ''}${totalM.toFixed(1)} m${open > 0 ? ' +' : ''}`;
