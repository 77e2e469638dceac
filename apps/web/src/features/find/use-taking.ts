import { useLayoutEffect, useRef } from 'react';
import type { Connector, HarnessView, JobView, Observation } from '@ulpen/core';
import { probeCar } from '../../api/commands/probe-car.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { useNotices } from '../../ui/notices-store.ts';
import { useFindStore, walkAfter, WALK_START } from './find-store.ts';
import { advanced, type Selection } from './selection.ts';
import { useTake } from './use-readings.tsx';

interface InHand {
  job: JobView;
  view: HarnessView;
  connector: Connector;
  at: Selection;
  /** why the instrument may not be used here; null: it may */
  lock: string | null;
  /** why no battery may be put here; null: one may */
  batteryRefused: string | null;
  select: (to: Selection) => void;
}

/**
 * Taking readings on the wires in hand, typed or measured on the simulated car, one at a time; afterwards the next
 * wires are in hand.
 */
export function useTaking({ job, view, connector, at, lock, batteryRefused, select }: InHand) {
  const store = useFindStore();
  const { conditions, instrument } = store;
  const tell = useNotices((s) => s.tell);
  const inHand = useRef(at);
  useLayoutEffect(() => {
    inHand.current = at;
  });
  /**
   * After a reading is on record: the next step of the walk, or the next wires. Whoever went to other wires or began
   * the next value while it was being saved is left there.
   */
  const goOn = () => {
    const next = store.walking ? walkAfter(conditions) : null;
    if (inHand.current.first === at.first && inHand.current.second === at.second) {
      if (store.walking) store.setConditions(next ?? WALK_START);
      if (!next) select(advanced(connector, at));
    }
    if (useFindStore.getState().entry === store.entry) store.type('');
  };
  const take = useTake(job.id);
  const probe = useCommand(probeCar);
  const held = { ...conditions, zeroed: job.intake.zeroed };
  const busy = take.isPending || probe.isPending;
  /** One at a time: the next reading belongs to the wires that come next. */
  const stillSaving = () => {
    if (busy) tell({ text: 'The last reading is still being saved. Press again in a moment.' });
    return busy;
  };
  const save = (observation: Observation, entered: string): boolean => {
    if (!at.first || stillSaving()) return false;
    const refused = observation.kind === 'cone' && observation.source === 'battery' ? batteryRefused : null;
    if (refused) {
      tell({ tone: 'wrong', text: refused });
      return false;
    }
    take.ask(
      {
        cavityId: at.first,
        otherCavityId: at.second,
        observation,
        conditions: held,
        entered,
        confirmed: false,
      },
      goOn,
    );
    return true;
  };
  const measure = () => {
    if (!at.first || instrument === 'note' || !view.simulation) return;
    if (lock) {
      tell({ tone: 'wrong', text: lock });
      return;
    }
    if (stillSaving()) return;
    const asked = {
      cavityId: at.first,
      otherCavityId: at.second,
      instrument,
      source: store.source,
      conditions: held,
    };
    probe.mutate({ jobId: job.id, probe: asked }, { onSuccess: goOn });
  };
  return { save, measure, question: take.question, busy };
}
