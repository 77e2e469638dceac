import { Link } from 'react-router';
import { Button, Dropdown } from 'react-bootstrap';
import {
  Boxes,
  Camera,
  ClipboardPaste,
  Copy,
  FileText,
  FlipHorizontal2,
  Keyboard,
  ListChecks,
  Map,
  Pencil,
  Plus,
  Target,
} from 'lucide-react';
import {
  type Connector,
  type HarnessView,
  type HarnessWorkings,
  isSettled,
  type JobOutline,
  type View,
} from '@ulpen/core';
import type { FindDialog } from './FindDialogs.tsx';
import { useFindStore } from './find-store.ts';

interface BenchHeadProps {
  job: JobOutline;
  view: HarnessView;
  workings: HarnessWorkings;
  connector: Connector;
  from: View;
  onPick: (connector: Connector) => void;
  onDialog: (dialog: FindDialog) => void;
  /** beside the title: the plug from its other side */
  children: React.ReactNode;
}

/** The plugs of all units, how far each is, and from which side this one is seen. */
export function BenchHead({
  job,
  view,
  workings,
  connector,
  from,
  onPick,
  onDialog,
  children,
}: BenchHeadProps) {
  const setView = useFindStore((s) => s.setView);
  const unitName = (c: Connector) => job.units.find((u) => u.id === c.unitId)?.name ?? '';
  const several = new Set(view.connectors.map((c) => c.unitId)).size > 1;
  const progress = (c: Connector) => {
    const own = c.cavities.filter((v) => !v.empty);
    const settled = own.filter((v) => {
      const place = workings.indexOf.get(v.id);
      return place !== undefined && isSettled(workings.map, workings.map.cavities[place]);
    }).length;
    return { settled, all: own.length };
  };
  const item = (icon: React.ReactNode, text: string, dialog: FindDialog) => (
    <Dropdown.Item as="button" onClick={() => onDialog(dialog)}>
      {icon} {text}
    </Dropdown.Item>
  );
  return (
    <>
      <div className="plug-tabs">
        <div className="plug-tabs" role="tablist" aria-label="Plugs">
          {view.connectors.map((c) => {
            const { settled, all } = progress(c);
            return (
              <button
                key={c.id}
                type="button"
                role="tab"
                aria-selected={c.id === connector.id}
                className={`plug-tab ${c.id === connector.id ? 'plug-tab-on' : ''}`}
                onClick={() => onPick(c)}
              >
                <strong>{several ? `${unitName(c)} ${c.name}` : c.name}</strong>
                <span className="num quiet">
                  {settled}/{all}
                </span>
                <span className="plug-tab-bar" aria-hidden="true">
                  <span style={{ width: `${all === 0 ? 0 : (100 * settled) / all}%` }} />
                </span>
              </button>
            );
          })}
        </div>
        <Button variant="quiet" onClick={() => onDialog({ what: 'plug', connector: null })}>
          <Plus size={16} /> Plug
        </Button>
        <span className="flex-fill" />
        <Link className="btn btn-quiet" to={`/jobs/${job.id}/find/map`}>
          <Map size={17} /> Pin map
        </Link>
        <Dropdown align="end">
          <Dropdown.Toggle as="button" className="btn btn-quiet" aria-label="More for this plug">
            More
          </Dropdown.Toggle>
          <Dropdown.Menu>
            {item(<Pencil size={17} />, 'Change this plug …', { what: 'plug', connector })}
            {item(<Boxes size={17} />, 'Add a unit …', { what: 'unit' })}
            {item(<Copy size={17} />, 'Copy a plug from another job …', { what: 'copy' })}
            {item(<FileText size={17} />, 'Sheets and what they claim …', { what: 'sheets' })}
            {item(<ClipboardPaste size={17} />, 'Paste readings …', { what: 'paste' })}
            {item(<Camera size={17} />, `Photos of this plug (${connector.photos.length}) …`, {
              what: 'photos',
            })}
            {item(<ListChecks size={17} />, 'Routines …', { what: 'routines' })}
            {view.simulation && item(<Target size={17} />, 'Reveal the car and score …', { what: 'score' })}
            {item(<Keyboard size={17} />, 'Keys', { what: 'keys' })}
          </Dropdown.Menu>
        </Dropdown>
      </div>
      <div className="bench-title">
        <h1>
          {unitName(connector)}, plug {connector.name}
        </h1>
        <span className={`seen-from seen-from-${from}`}>
          <button
            type="button"
            onClick={() => setView(from === 'wire' ? 'mating' : 'wire')}
            aria-label={`Seen from the ${from} side. Look from the other side`}
          >
            <FlipHorizontal2 size={17} aria-hidden="true" />
            {from === 'wire'
              ? 'wire side: wires come towards you'
              : 'mating side: you look into the plug'}{' '}
            <kbd>F</kbd>
          </button>
        </span>
        {children}
      </div>
    </>
  );
}
