import { memo } from 'react';
import { NavLink } from 'react-router';
import { Button } from 'react-bootstrap';
import { Pencil, Plus } from 'lucide-react';
import { captureInForce, type JobView, pairName, type PairView, type UnitView } from '@ulpen/core';
import { bandEdges, classWord } from '../../ui/bands-words.ts';
import { OpenStrip, ResponseStrip } from '../../ui/BandStrip.tsx';
import { StripAxis } from '../../ui/StripAxis.tsx';
import { useFileDrop } from '../../ui/use-file-drop.ts';
import { DiffersTag } from '../../ui/MapDifferences.tsx';
import { OutputPlace, OutputWires } from '../../ui/OutputPlace.tsx';
import type { Editing } from './editing.ts';
import { OutputStarts } from './OutputStarts.tsx';

interface OutputListProps {
  job: JobView;
  selectedId: string | null;
  onDropFiles: (files: FileList | null, pairId: string) => void;
  onEdit: (editing: Editing) => void;
}

/** All outputs under their units, each with wires, band strip and edges. A file dropped on a row is meant for it. */
export const OutputList = memo(function OutputList({
  job,
  selectedId,
  onDropFiles,
  onEdit,
}: OutputListProps) {
  return (
    <div className="outputs">
      {job.units.map((unit) => (
        <section key={unit.id} aria-label={unit.name}>
          <UnitHead unit={unit} onEdit={onEdit} />
          {unit.pairs.length === 0 ? (
            <OutputStarts
              jobId={job.id}
              unit={unit}
              onOne={() => onEdit({ what: 'output', unit, pair: null })}
            />
          ) : (
            <ul onKeyDown={moveBetweenRows}>
              {unit.pairs.map((pair) => (
                <OutputRow
                  key={pair.id}
                  job={job}
                  pair={pair}
                  selected={pair.id === selectedId}
                  onDropFiles={onDropFiles}
                />
              ))}
            </ul>
          )}
        </section>
      ))}
      <Button variant="quiet" className="mt-2 no-print" onClick={() => onEdit({ what: 'unit', unit: null })}>
        <Plus size={18} /> Another unit
      </Button>
    </div>
  );
});

/** Arrow keys go from row to row, as in any list. */
function moveBetweenRows(event: React.KeyboardEvent<HTMLUListElement>): void {
  const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
  if (step === 0) return;
  const rows = [...event.currentTarget.querySelectorAll('a')];
  const next = rows[rows.indexOf(event.target as HTMLAnchorElement) + step];
  if (!next) return;
  event.preventDefault();
  next.focus();
  next.click();
}

function UnitHead({ unit, onEdit }: { unit: UnitView; onEdit: OutputListProps['onEdit'] }) {
  return (
    <div className="unit-head">
      <div className="unit-name">
        <h2>{unit.name}</h2>
        <span className="quiet small">{unit.location}</span>
        <Button
          variant="quiet"
          className="no-print"
          aria-label={`Change ${unit.name}`}
          title="Change this unit"
          onClick={() => onEdit({ what: 'unit', unit })}
        >
          <Pencil size={15} />
        </Button>
        <Button
          variant="quiet"
          className="no-print"
          onClick={() => onEdit({ what: 'output', unit, pair: null })}
        >
          <Plus size={16} /> Output
        </Button>
      </div>
      <StripAxis />
      <span className="label passes">passes</span>
    </div>
  );
}

interface OutputRowProps {
  job: JobView;
  pair: PairView;
  selected: boolean;
  onDropFiles: OutputListProps['onDropFiles'];
}

function OutputRow({ job, pair, selected, onDropFiles }: OutputRowProps) {
  const { over, handlers } = useFileDrop((files) => onDropFiles(files, pair.id));
  const capture = captureInForce(job, pair);
  const name = pairName(pair);
  return (
    <li {...handlers}>
      <NavLink
        to={`/jobs/${job.id}/listen/${pair.id}`}
        className={`output-row ${selected ? 'output-selected' : ''} ${over ? 'output-over' : ''}`}
        aria-current={selected ? 'true' : undefined}
      >
        <span className="output-name">
          <strong>{name}</strong>
          <OutputPlace pair={pair} />
          <DiffersTag job={job} pairId={pair.id} />
        </span>
        <span className="output-wires">
          <OutputWires pair={pair} />
        </span>
        {capture ? (
          <ResponseStrip
            analysis={capture.analysis}
            label={`${name}: ${classWord(capture.analysis)} ${bandEdges(capture.analysis)}`}
          />
        ) : (
          <OpenStrip />
        )}
        <span className="passes">
          {capture ? (
            <>
              <strong>{classWord(capture.analysis)}</strong>
              <span className="num">{bandEdges(capture.analysis)}</span>
            </>
          ) : (
            <span className="quiet">
              {pair.captures.some((c) => c.withdrawnAt === null) ? 'none counts' : 'open'}
            </span>
          )}
        </span>
      </NavLink>
    </li>
  );
}
