import { useMemo } from 'react';
import { type HarnessView, type HarnessWorkings, originOf, tellsOfFactory, wireOf } from '@ulpen/core';
import type { CavityLook } from '../../ui/ConnectorFace.tsx';
import { shortFinding } from './find-words.ts';

/** How every cavity is drawn: wire, label, finding. */
export function useLooks(view: HarnessView, workings: HarnessWorkings): ReadonlyMap<string, CavityLook> {
  return useMemo(() => {
    const own = new Map<string, HarnessView['readings']>();
    for (const r of view.readings) {
      if (!tellsOfFactory(r) || r.observation.kind !== 'seen') continue;
      own.set(r.cavityId, [...(own.get(r.cavityId) ?? []), r]);
    }
    const claimed = new Map(
      view.sheets.flatMap((s) => s.claims).flatMap((c) => (c.wire ? [[c.cavityId, c.wire] as const] : [])),
    );
    return new Map(
      workings.map.cavities.map((finding): [string, CavityLook] => {
        const seen = own.get(finding.cavityId) ?? [];
        const wire = wireOf(seen);
        const pair = finding.pair === null ? null : workings.map.pairs[finding.pair];
        const origin = originOf(seen);
        return [
          finding.cavityId,
          {
            wire: wire ?? claimed.get(finding.cavityId) ?? null,
            wireClaimed: wire === null,
            thick: seen.some((r) => r.observation.kind === 'seen' && r.observation.size === 'thick'),
            label: shortFinding(finding, pair),
            finding,
            pair,
            added: origin === 'added' || origin === 'joint' || origin === 'unknown',
          },
        ];
      }),
    );
  }, [view, workings]);
}
