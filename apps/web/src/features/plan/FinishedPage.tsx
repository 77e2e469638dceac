import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { carInWords } from '@ulpen/core';
import { CarDrawing } from './drawing/CarDrawing.tsx';
import { carGraph, type InsertOffer } from './drawing/car-graph.ts';
import { Chains } from './drawing/Chains.tsx';
import { InsertDialog } from './drawing/InsertDialog.tsx';
import { PartDetails } from './drawing/PartDetails.tsx';
import { placeOf } from './drawing/place.ts';
import { Equipment } from './Equipment.tsx';
import { FinishedTables } from './FinishedTables.tsx';
import { OwnerHears } from './OwnerHears.tsx';
import { useFramedPlan } from './PlanFrame.tsx';
import { ToSettle } from './ToSettle.tsx';
import { useFinishedCar } from './use-plan.ts';
import './finished.css';

/** Of an output that was removed since. */
const GONE = { axle: 'other', way: 'full', unitId: '' } as const;

/** The car once the plan is built, as a picture and as tables; what is left to settle, and what the owner will hear. */
export function FinishedPage() {
  const { job, shown } = useFramedPlan();
  const { proposal, changes, change, kept } = shown;
  const { car, isError } = useFinishedCar(job, shown);
  const [params, setParams] = useSearchParams();
  const [inserting, setInserting] = useState<InsertOffer | null>(null);
  const graph = useMemo(() => {
    const places = new Map(job.units.flatMap((u) => u.pairs.map((p) => [p.id, { ...p, unitId: u.id }])));
    return car && carGraph(car, (id) => places.get(id) ?? GONE);
  }, [job.units, car]);
  const part = params.get('part');
  const chosen = graph?.nodes.find((n) => n.id === part) ?? placeOf(part);
  const choose = (id: string | null) =>
    setParams(
      (now) => {
        if (id === null) now.delete('part');
        else now.set('part', id);
        return now;
      },
      { replace: true },
    );
  if (!car || !graph)
    return (
      <main className="p-4 quiet" aria-live="polite">
        {isError ? 'The finished car could not be worked out. Reload the page.' : 'Working it out …'}
      </main>
    );
  const outputs = job.units.flatMap((u) => u.pairs.map((p) => ({ id: p.id, unitName: u.name })));
  return (
    <main className="panes finished">
      <section className="pane" aria-label="The finished car" tabIndex={0}>
        {proposal.setup && <p className="car-sentence">{carInWords(car, proposal.setup, outputs)}</p>}
        <CarDrawing
          job={job}
          proposal={proposal}
          graph={graph}
          chosen={part}
          onChoose={choose}
          onInsert={kept ? null : setInserting}
        />
        <Chains proposal={proposal} car={car} chosen={part} onChoose={choose} />
        <Equipment proposal={proposal} />
        <FinishedTables job={job} car={car} />
      </section>
      <section className="pane" aria-label="What follows" tabIndex={0}>
        {chosen && <PartDetails job={job} car={car} chosen={chosen} onClose={() => choose(null)} />}
        <ToSettle />
        <OwnerHears car={car} />
      </section>
      {inserting && (
        <InsertDialog
          offer={inserting}
          targetName={job.targets.find((t) => t.id === inserting.targetId)?.name ?? 'a channel'}
          onClose={() => setInserting(null)}
          onPut={(insert) => {
            setInserting(null);
            change({ ...changes, inserts: [...changes.inserts, insert] });
          }}
        />
      )}
    </main>
  );
}
