import { cavityCount, type ConnectorFields } from '@ulpen/core';
import { PlugSketch } from '../../ui/PlugSketch.tsx';

/** A plug as it will be drawn, from both sides; it follows every key. */
export function PlugPreview({ plug }: { plug: ConnectorFields }) {
  const holes = new Set(plug.empty);
  return (
    <aside className="plug-preview" aria-label="How it is drawn">
      <p className="label">
        From {plug.view === 'wire' ? 'the wire side' : 'the mating side'},{' '}
        <span className="num">{cavityCount(plug)}</span> cavities
      </p>
      <PlugSketch shape={plug} holes={holes} view={plug.view} />
      <p className="label">From the other side</p>
      <PlugSketch shape={plug} holes={holes} view={plug.view === 'wire' ? 'mating' : 'wire'} />
      <p className="small quiet">
        The two are mirror images. Check where 1 is on both before the first reading: a plug read from the
        wrong side is the classic mistake.
      </p>
    </aside>
  );
}
