import { tellsOfFactory } from '../model/chapter.ts';
import type { Reading } from '../model/reading.ts';
import type { Sheet } from '../model/sheet.ts';
import type { Standing } from '../model/words.ts';

type Readings = readonly Pick<Reading, 'cavityId' | 'observation' | 'chapter' | 'withdrawnAt'>[];

/** The colour that was read last and not unsure. Of the factory system, nothing withdrawn. */
export function wireOf(readings: Readings): string | null {
  let wire: string | null = null;
  for (const reading of readings) {
    const o = reading.observation;
    if (tellsOfFactory(reading) && o.kind === 'seen' && o.wire && !o.unsure) wire = o.wire;
  }
  return wire;
}

/** What is known of a cavity's wire: seen, or else claimed by the first sheet that names it. */
export function wireAt(
  cavityId: string,
  readings: Readings,
  sheets: readonly { claims: readonly Pick<Sheet['claims'][number], 'cavityId' | 'wire'>[] }[],
): { wire: string | null; standing: Standing | null } {
  const seen = wireOf(readings.filter((r) => r.cavityId === cavityId));
  if (seen) return { wire: seen, standing: 'measured' };
  const claim = sheets.flatMap((s) => s.claims).find((c) => c.cavityId === cavityId && c.wire !== null);
  return claim ? { wire: claim.wire, standing: 'claimed' } : { wire: null, standing: null };
}
