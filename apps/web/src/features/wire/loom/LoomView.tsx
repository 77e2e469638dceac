import { useMemo } from 'react';
import { Button } from 'react-bootstrap';
import { BODIES, BODY_NAMES, type Bundle, type Loom, type ZoneId, ZONE } from '@ulpen/core';
import { EmptyState } from '../../../ui/EmptyState.tsx';
import { useSearchWord } from '../use-search-word.ts';
import { useFramedWiring } from '../WireFrame.tsx';
import { WirePaneHead } from '../WirePaneHead.tsx';
import { BundlePane } from './BundlePane.tsx';
import { bundlesOf, cardsOf } from './loom-picture.ts';
import { LoomPicture } from './LoomPicture.tsx';
import { SpotsPane } from './SpotsPane.tsx';
import './loom.css';

/** The car from above with everything that is laid through it. */
export function LoomView() {
  const { bench } = useFramedWiring();
  return bench.loom ? <Laid loom={bench.loom} /> : <WhichBody />;
}

/** Routes follow from the body: nobody guesses it. */
function WhichBody() {
  const { change } = useFramedWiring();
  const buttons = BODIES.map((body) => (
    <Button key={body} variant="secondary" onClick={() => change(() => ({ body }))}>
      {BODY_NAMES[body]}
    </Button>
  ));
  return (
    <main>
      <h1 className="visually-hidden">Loom</h1>
      <EmptyState title="What body style is the car?" actions={buttons}>
        Cable routes and lengths follow from it. Each can be corrected.
      </EmptyState>
    </main>
  );
}

function Laid({ loom }: { loom: Loom }) {
  const { bench } = useFramedWiring();
  const [at, choose] = useSearchWord('at');
  const cards = useMemo(() => cardsOf(loom, bench.spotName), [loom, bench]);
  const bundles = useMemo(() => bundlesOf(loom, cards), [loom, cards]);
  const chosen: Bundle | undefined = loom.bundles.find((b) => b.link.id === at);
  const zone = at && loom.body.zones.has(at as ZoneId) ? (at as ZoneId) : null;
  const total = loom.routes.reduce((sum, w) => sum + w.lengthM, 0);
  return (
    <main className="panes wire loom">
      <section className="pane" aria-label="The car from above" tabIndex={0}>
        <WirePaneHead title="Loom" status={`${loom.routes.length} runs, about ${total.toFixed(0)} m`} />
        <div className="wire-scroll" tabIndex={0} role="group" aria-label="Picture of the loom">
          <LoomPicture loom={loom} cards={cards} bundles={bundles} at={at} onChoose={choose} />
        </div>
        <p className="quiet small">
          From above, front to the left: a plan of zones, not a drawing of this car. Drag a name to another
          zone, or choose its zone in the list. Lengths are estimates until somebody measures the route.
        </p>
      </section>
      <section
        className="pane"
        aria-label={chosen ? 'Bundle' : zone ? ZONE[zone].name : 'Where things are'}
        tabIndex={0}
      >
        {chosen ? (
          <BundlePane bundle={chosen} onClose={() => choose(null)} />
        ) : (
          <SpotsPane loom={loom} zone={zone} onChoose={choose} />
        )}
      </section>
    </main>
  );
}
