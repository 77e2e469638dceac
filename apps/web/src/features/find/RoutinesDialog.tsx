import { Modal, Button } from 'react-bootstrap';
import {
  dataOrAudio,
  type HarnessView,
  type HarnessWorkings,
  type JobOutline,
  tellsOfFactory,
  placeOf,
  type Routine,
  turnOnSource,
} from '@ulpen/core';
import { Dialog } from '../../ui/Dialog.tsx';
import { StandingTag } from '../../ui/StandingTag.tsx';
import { STATE_WORD } from './find-words.ts';
import type { Selection } from './selection.ts';

interface RoutinesDialogProps {
  job: JobOutline;
  view: HarnessView;
  workings: HarnessWorkings;
  at: Selection;
  onClose: () => void;
}

/** Guided tests; each step is ticked off by the readings that are on record. */
export function RoutinesDialog({ job, view, workings, at, onClose }: RoutinesDialogProps) {
  const live = view.readings.filter(tellsOfFactory);
  const { map } = workings;
  const feeds = map.cavities.filter((c) => ['remote', 'switched'].includes(c.role) && c.probability > 0.3);
  const chosen = at.first;
  const pairAt = map.cavities.find((c) => c.cavityId === chosen)?.pair;
  const pair: [string, string] | null =
    chosen && at.second
      ? [chosen, at.second]
      : pairAt !== null && pairAt !== undefined
        ? [map.pairs[pairAt].plusCavityId, map.pairs[pairAt].minusCavityId]
        : null;
  const dataPairs = map.pairs.filter((p) => p.kind === 'data' && p.probability > 0.5);
  const turnOn = feeds.some((f) => f.cavityId === chosen) || !feeds.length ? chosen : feeds[0].cavityId;
  const inherited = view.readings.filter(
    (r) =>
      tellsOfFactory(r) &&
      r.observation.kind === 'seen' &&
      r.observation.origin &&
      r.observation.origin !== 'factory',
  );
  return (
    <Dialog title="Routines" onClose={onClose} size="lg" scrollable>
      <Modal.Body className="routines">
        {pair ? (
          <RoutineView routine={dataOrAudio(live, ...pair)} place={placeOf(workings, ...pair)} />
        ) : (
          <section className="routine">
            <h3>Data pair or differential audio</h3>
            <p className="quiet">Take the two wires (Shift + arrow), then open this again.</p>
          </section>
        )}
        {turnOn && <RoutineView routine={turnOnSource(live, turnOn)} place={placeOf(workings, turnOn)} />}
        <section className="routine">
          <h3>Is the amplifier a node of the data network?</h3>
          {dataPairs.length > 0 ? (
            <>
              <p>
                {dataPairs.map((p) => placeOf(workings, p.plusCavityId, p.minusCavityId)).join(', ')} is taken
                for a data pair. If the amplifier answers on it, other units miss it when it is gone: warning
                lights, no sound at all, a battery that runs down.
              </p>
              <ol>
                <li>Note every warning and message with the amplifier in place.</li>
                <li>
                  Pull its fuse with the ignition off, wait for the car to sleep, then start: what is new?
                </li>
                <li>
                  Anything new means it stays powered and connected to the data pair, also when its outputs
                  are bypassed.
                </li>
              </ol>
            </>
          ) : (
            <p>
              No data pair is found on its plugs so far. A twisted pair near 2.5 V that does not follow what
              is played would be one. Without one the amplifier can be left out.
            </p>
          )}
        </section>
        <section className="routine">
          <h3>Earlier work first</h3>
          {inherited.length > 0 ? (
            <p>
              {inherited.length} wires are marked as added, joined or of unknown origin. Follow each to its
              end before you trust a reading on it.
            </p>
          ) : (
            <p>If somebody worked here before, mark what was added first: S, then “added” or “joint”.</p>
          )}
          <ol>
            <li>
              Look for two outputs tied together: ohms across two pairs that should be apart reads near
              nothing.
            </li>
            <li>
              Look for a minus of an output tied to ground: ohms to ground reads near nothing on a speaker
              wire.
            </li>
            <li>
              Undo both before the radio is switched on again; either one can destroy a bridge-tied output.
            </li>
          </ol>
        </section>
        <section className="routine">
          <h3>Which plug is which, when they look alike</h3>
          <ol>
            <li>Thick wires first: the plug with feed and ground is the amplifier’s supply plug.</li>
            <li>
              Count cavities that hold a wire, not cavities; two look-alikes rarely have the same empties.
            </li>
            <li>
              Draw each with its empties here:{' '}
              {view.connectors
                .map((c) => `${c.name} has ${c.cavities.filter((v) => !v.empty).length} wires`)
                .join(', ')}
              .
            </li>
            <li>Label both halves before pulling the second one.</li>
          </ol>
        </section>
        <section className="routine">
          <h3>The battery pop</h3>
          <p>
            A 1.5 V cell, touched for a moment, on the car side with the plug out, on a plug confirmed as
            audio. Never into a tweeter, an input, a microphone or a unit. The cone moves out when the cell’s
            plus is on the speaker’s plus.
          </p>
        </section>
        <p className="small quiet">
          {job.car}: the vehicle maker’s papers, local rules and licensed practice come before anything said
          here.
        </p>
      </Modal.Body>
      <Modal.Footer>
        <Button autoFocus onClick={onClose}>
          Back to the plug
        </Button>
      </Modal.Footer>
    </Dialog>
  );
}

function RoutineView({ routine, place }: { routine: Routine; place: string }) {
  return (
    <section className="routine">
      <h3>
        {routine.title} <span className="num quiet">{place}</span>{' '}
        <StandingTag standing={routine.state === 'settled' ? 'measured' : 'assumed'}>
          {STATE_WORD[routine.state]}
        </StandingTag>
      </h3>
      <ol className="routine-steps">
        {routine.steps.map((step) => (
          <li key={step.what} className={`step-${step.verdict}`}>
            <span>{step.what}</span>
            <span className="num">{step.saw ?? 'open'}</span>
          </li>
        ))}
      </ol>
      <p>{routine.conclusion}</p>
    </section>
  );
}
