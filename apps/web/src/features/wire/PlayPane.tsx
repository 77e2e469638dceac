import { useMemo } from 'react';
import { Button } from 'react-bootstrap';
import { CircleCheck, RotateCcw, TriangleAlert } from 'lucide-react';
import {
  checkNetlist,
  deviceName,
  differenceWords,
  type Edit,
  hearingDifferences,
  type Netlist,
  type PlayedCoil,
  playNetlist,
  unheard,
  type Wiring,
  type WiringNames,
} from '@ulpen/core';
import { Checks } from './Checks.tsx';

interface PlayPaneProps {
  wiring: Wiring;
  /** with what was tried */
  netlist: Netlist;
  chosen: readonly string[];
  edited: boolean;
  onEdit: (edit: Edit) => void;
  onReset: () => void;
}

/** What every speaker plays when it is wired like this, and what a mistake of the hands would sound like. */
export function PlayPane({ wiring, netlist, chosen, edited, onEdit, onReset }: PlayPaneProps) {
  const { input, names } = wiring;
  const planned = useMemo(() => playNetlist(wiring.netlist, input), [wiring.netlist, input]);
  const played = useMemo(() => playNetlist(netlist, input), [netlist, input]);
  const differences = hearingDifferences(played, planned, input);
  const fromData = unheard(input).map(names.speaker);
  const heard = played.outputs.some((o) => o.coils.length > 0);
  const asleep = played.asleep.map(
    (id) => `${deviceName(input.car, id)} does not wake: supply, ground or turn-on is missing.`,
  );
  const wrong = [...asleep, ...differenceWords(differences, names)];
  return (
    <>
      <div className="pane-title">
        <h2>Play it</h2>
        {edited && (
          <Button variant="secondary" onClick={onReset}>
            <RotateCcw size={18} /> As planned
          </Button>
        )}
      </div>
      <p className="quiet small">
        On paper: one volt into each factory output in turn, and what it moves by these conductors alone.
        Which way a cone on factory wire moves is not known here: test it.
      </p>
      <div role="status" className={`wire-verdict ${wrong.length === 0 ? 'wire-good' : 'wire-wrong'}`}>
        {wrong.length === 0 ? (
          <>
            <CircleCheck size={22} aria-hidden />
            <span>
              {heard
                ? `Every speaker ${fromData.length === 0 ? '' : 'on a factory output '}plays what was planned, the way round that was planned.`
                : 'No factory output feeds a speaker: there is nothing to play here.'}
            </span>
          </>
        ) : (
          <>
            <TriangleAlert size={22} aria-hidden />
            <ul>
              {wrong.slice(0, 12).map((w) => (
                <li key={w}>{w}</li>
              ))}
              {wrong.length > 12 && <li>{wrong.length - 12} more.</li>}
            </ul>
          </>
        )}
      </div>
      {fromData.length > 0 && (
        <p className="quiet small">Fed from the car’s data, so not heard here: {fromData.join('; ')}.</p>
      )}
      <Checks
        remarks={checkNetlist(netlist, input, names)}
        good="Fuses, grounds, turn-on, bridges and coils: no rule is broken."
      />
      <Mistakes chosen={chosen} onEdit={onEdit} />
      <Heard outputs={played.outputs} names={names} />
    </>
  );
}

/** What hands do wrong, on the conductors that are ticked. */
function Mistakes({ chosen, onEdit }: Pick<PlayPaneProps, 'chosen' | 'onEdit'>) {
  const [first, second] = chosen;
  return (
    <section className="wire-mistakes no-print" aria-label="Try a mistake">
      <h3 className="label">Try a mistake</h3>
      <p className="quiet small">
        {chosen.length === 0
          ? 'Tick one conductor to leave it out, or two to exchange their far ends.'
          : 'What does it sound like, and would the test before the panels find it?'}
      </p>
      <div className="d-flex flex-wrap gap-2">
        <Button
          variant="secondary"
          disabled={chosen.length !== 1}
          onClick={() => onEdit({ kind: 'left-out', id: first })}
        >
          Leave it out
        </Button>
        <Button
          variant="secondary"
          disabled={chosen.length !== 2}
          onClick={() => onEdit({ kind: 'exchanged', ids: [first, second], end: 'to' })}
        >
          Exchange the far ends
        </Button>
      </div>
    </section>
  );
}

function Heard({
  outputs,
  names,
}: {
  outputs: readonly { pairId: string; coils: readonly PlayedCoil[] }[];
  names: WiringNames;
}) {
  const amplified = new Set(names.car.outputs.filter((o) => o.drives.factoryAmplifier).map((o) => o.pairId));
  return (
    <section aria-label="What plays what">
      <h3 className="label">What plays what</h3>
      <table className="plain-table">
        <thead>
          <tr>
            <th scope="col">Factory output</th>
            <th scope="col">Moves</th>
          </tr>
        </thead>
        <tbody>
          {outputs.map(({ pairId, coils }) => (
            <tr key={pairId}>
              <th scope="row">{names.output(pairId)}</th>
              <td>
                {coils.length > 0 ? (
                  moved(coils, names)
                ) : (
                  <span className="quiet">
                    {amplified.has(pairId) ? 'the factory amplifier’s input' : 'nothing'}
                  </span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Each speaker once, with how it moves. */
function moved(coils: readonly PlayedCoil[], names: WiringNames): string {
  const ways = new Map<string, Set<string>>();
  for (const { speakerId, gain } of coils)
    ways.set(speakerId, (ways.get(speakerId) ?? new Set()).add(gain < 0 ? 'reversed' : ''));
  return [...ways]
    .map(([id, how]) => [
      names.speaker(id),
      how.has('reversed') ? (how.size > 1 ? 'coils against each other' : 'reversed') : '',
    ])
    .map(([name, how]) => (how ? `${name} (${how})` : name))
    .join('; ');
}
