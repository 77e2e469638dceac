import { useMemo, useState } from 'react';
import { conductorsCsv, type Edit, edited, groupsOf } from '@ulpen/core';
import { ConductorTable } from './ConductorTable.tsx';
import { PlayPane } from './PlayPane.tsx';
import { useFramedWiring } from './WireFrame.tsx';
import { WirePaneHead } from './WirePaneHead.tsx';

/** Every conductor of the plan that is to be built, and what is heard when it is wired like that. */
export function ConductorsView() {
  const { wiring } = useFramedWiring();
  const [edits, setEdits] = useState<readonly Edit[]>([]);
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const netlist = useMemo(() => edits.reduce(edited, wiring.netlist), [edits, wiring.netlist]);
  const groups = useMemo(() => groupsOf(netlist), [netlist]);
  const make = (edit: Edit) => {
    setEdits([...edits, edit]);
    setChosen([]);
  };
  return (
    <main className="panes wire">
      <section className="pane" aria-label="Conductors" tabIndex={0}>
        <WirePaneHead title="Conductors" csv={() => conductorsCsv(wiring)} />
        <p className="small quiet">
          Take supply off before any joint on it: battery negative first. Sizes here are suggestions; the
          vehicle maker’s instructions and local rules come first.
        </p>
        {groups.map((g) => (
          <ConductorTable
            key={g.title}
            group={g}
            names={wiring.names}
            chosen={chosen}
            onChoose={(id) =>
              setChosen(chosen.includes(id) ? chosen.filter((c) => c !== id) : [...chosen, id].slice(-2))
            }
          />
        ))}
      </section>
      <section className="pane" aria-label="Play it" tabIndex={0}>
        <PlayPane
          wiring={wiring}
          netlist={netlist}
          chosen={chosen}
          edited={edits.length > 0}
          onEdit={make}
          onReset={() => {
            setEdits([]);
            setChosen([]);
          }}
        />
      </section>
    </main>
  );
}
