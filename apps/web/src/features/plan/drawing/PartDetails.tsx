import { useEffect, useRef } from 'react';
import { Button } from 'react-bootstrap';
import { X } from 'lucide-react';
import type { FinishedCar, JobView, SetupPlace } from '@ulpen/core';
import type { CarNode } from './car-graph.ts';
import { DevicePart } from './DevicePart.tsx';
import { OutputsPart } from './OutputsPart.tsx';
import { PlaceDetails } from './PlaceDetails.tsx';
import { SpeakersPart } from './SpeakersPart.tsx';
import './part.css';

interface PartDetailsProps {
  job: JobView;
  car: FinishedCar;
  /** the chosen part or place of the drawing */
  chosen: CarNode | SetupPlace;
  onClose: () => void;
}

/** The chosen thing of the drawing: what is joined to it, and what can be set there. */
export function PartDetails({ job, car, chosen, onClose }: PartDetailsProps) {
  const ref = useRef<HTMLElement>(null);
  const id = typeof chosen === 'string' ? chosen : chosen.id;
  // On a narrow screen it stands below the drawing.
  useEffect(() => {
    ref.current?.scrollIntoView({ block: 'nearest' });
  }, [id]);
  return (
    <section ref={ref} className="part-details" aria-label="The chosen part">
      <Button variant="quiet" className="part-close no-print" aria-label="Close" onClick={onClose}>
        <X size={18} />
      </Button>
      {typeof chosen === 'string' ? (
        <PlaceDetails place={chosen} />
      ) : (
        <NodeDetails job={job} car={car} node={chosen} />
      )}
    </section>
  );
}

function NodeDetails({ job, car, node }: { job: JobView; car: FinishedCar; node: CarNode }) {
  switch (node.kind) {
    case 'outputs':
      return <OutputsPart job={job} car={car} node={node} />;
    case 'device':
      return <DevicePart job={job} car={car} node={node} />;
    case 'speakers':
      return <SpeakersPart job={job} car={car} node={node} />;
    case 'data':
      return <h2>The car’s data</h2>;
  }
}
