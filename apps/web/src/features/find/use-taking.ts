import { useLayoutEffect, useRef } from 'react';
import {
  type Conditions,
  type Connector,
  isSimulated,
  type HarnessWorkings,
  type JobOutline,
  type Observation,
} from '@ulpen/core';
import { probeCar } from '../../api/commands/probe-car.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { useReadWith } from '../../ui/in-hand-store.ts';
import { useNotices } from '../../ui/notices-store.ts';
import { useFindStore, walkAfter, WALK_START } from './find-store.ts';
import { advanced, type Selection } from './selection.ts';
import { useTake } from './use-readings.tsx';

interface InHand {
  job: JobOutline;
  workings: HarnessWorkings;
  /** the plug is on a simulated car, that can be measured */
  simulated: boolean;
  connector: Connector;
  at: Selection;
  /** under which readings are taken now */
  held: Conditions;
  /** why the instrument may not be used here; null: it may */
  lock: string | null;
  /** why no battery may be put here; null: one may */
  batteryRefused: string | null;
  select: (to: Selection) => void;
}

/**
 * Taking readings on the wires in hand, typed or measured on the simulated car; the next wires are in hand at once. A
 * reading that is still being saved holds nobody up.
 */
export function useTaking({
  job,
  workings,
  simulated,
  connector,
  at,
  held,
  lock,
  batteryRefused,
  select,
}: InHand) {
  const store = useFindStore();
  const { conditions, instrument } = store;
  const tell = useNotices((s) => s.tell);
  const inHand = useRef(at);
  useLayoutEffect(() => {
    inHand.current = at;
  });
  const goOn = () => {
    const next = store.walking ? walkAfter(conditions) : null;
    if (store.walking) store.setConditions(next ?? WALK_START);
    if (!next) select(advanced(connector, at));
  };
  const take = useTake(job, workings);
  const readWith = useReadWith();
  const probe = useCommand(probeCar);
  const save = (observation: Observation, entered: string): boolean => {
    if (!at.first) return false;
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
        ...readWith(observation.kind),
      },
      () => {
        goOn();
        store.type('');
      },
    );
    return true;
  };
  const measure = () => {
    if (!at.first || !isSimulated(instrument) || !simulated) return;
    if (lock) {
      tell({ tone: 'wrong', text: lock });
      return;
    }
    // What is read is not known before: the next one belongs to the wires that come next.
    if (probe.isPending) {
      tell({ text: 'The last reading is still being taken. Press again in a moment.' });
      return;
    }
    const asked = {
      cavityId: at.first,
      otherCavityId: at.second,
      instrument,
      source: store.source,
      conditions: held,
    };
    // Whoever went to other wires while it was being taken is left there.
    const stays = () => inHand.current.first === at.first && inHand.current.second === at.second;
    probe.mutate({ jobId: job.id, probe: asked }, { onSuccess: () => stays() && goOn() });
  };
  return { save, measure, question: take.question, measuring: probe.isPending };
}
