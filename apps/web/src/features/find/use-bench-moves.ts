import { useCallback } from 'react';
import { useNavigate } from 'react-router';
import type { Connector, HarnessView, JobOutline, NextTest } from '@ulpen/core';
import { useFindStore } from './find-store.ts';
import { type Selection, selectionFrom, selectionText } from './selection.ts';

/** Going from wire to wire, to another plug, to what a test wants, and on to Listen; wires in hand are in the address. */
export function useBenchMoves(
  { job, view, connector }: { job: JobOutline; view: HarnessView; connector: Connector },
  at: Selection,
  focusFace: () => void,
) {
  const navigate = useNavigate();
  const store = useFindStore();
  const select = useCallback(
    (to: Selection, on: Connector = connector) =>
      void navigate(`/jobs/${job.id}/find/${on.id}?at=${selectionText(on, to)}`, {
        replace: on.id === connector.id,
        // At once: the next key acts on what is then in hand, however fast it follows.
        flushSync: true,
      }),
    [navigate, job.id, connector],
  );
  const plugOf = (cavityId: string) => view.connectors.find((c) => c.cavities.some((v) => v.id === cavityId));

  /** The wires of a test, with the instrument and the conditions that it wants. */
  const jump = (test: NextTest | undefined) => {
    const on = test && plugOf(test.cavityId);
    if (!on) return;
    store.choose(test.instrument);
    if (test.instrument === 'cone')
      store.setSource(job.intake.tools.includes('tester') ? 'tester' : 'battery');
    store.setConditions({ ...test.conditions, volumeStep: store.conditions.volumeStep });
    select({ first: test.cavityId, second: test.otherCavityId }, on);
    focusFace();
  };

  const goTo = (cavityIds: readonly string[]) => {
    const on = plugOf(cavityIds[0]);
    if (!on) return;
    const second = on.cavities.some((v) => v.id === cavityIds[1]) ? cavityIds[1] : null;
    select({ first: cavityIds[0], second }, on);
    focusFace();
  };

  const neighbourPlug = (step: 1 | -1) => {
    const i = view.connectors.indexOf(connector);
    const next = view.connectors[(i + step + view.connectors.length) % view.connectors.length];
    if (next && next !== connector) select(selectionFrom(next, null), next);
  };

  /** The output of Listen that sits on these cavities, where it has been taken over already. */
  const toListen = () => {
    const outputs = job.units.flatMap((u) => u.pairs);
    const output = outputs.find((p) => p.ends.some((e) => e.cavityId === at.first));
    void navigate(`/jobs/${job.id}/listen${output ? `/${output.id}` : ''}`);
  };

  return { select, jump, goTo, neighbourPlug, toListen };
}
