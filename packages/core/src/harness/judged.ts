import type { Standing } from '../model/words.ts';

/** From here on a finding is called settled; under AGAIN it is open. */
export const SETTLED = 0.9;
export const AGAIN = 0.75;

export type State = 'settled' | 'again' | 'open';

/** One property that was concluded: how sure, and from what. */
export interface Judged {
  probability: number;
  standing: Standing;
  state: State;
}

/** Standing: measured when the readings alone carry it, claimed when only a sheet does, else assumed. */
export function judge(probability: number, measured: number, claimed: boolean): Judged {
  const standing = measured >= 0.85 ? 'measured' : claimed && probability > 0.5 ? 'claimed' : 'assumed';
  const state =
    probability >= SETTLED && standing === 'measured' ? 'settled' : probability >= AGAIN ? 'again' : 'open';
  return { probability, standing, state };
}

/** What lacks its deciding reading is looked at again, however well all else fits. */
export const unlessNeeded = <J extends Judged>(judged: J, needed: boolean): J =>
  !needed || judged.state !== 'settled' ? judged : { ...judged, standing: 'assumed', state: 'again' };
