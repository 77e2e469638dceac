import { Button, Modal } from 'react-bootstrap';
import { type HarnessView, type JobOutline, ROLE_WORD, type Role } from '@ulpen/core';
import { revealCar } from '../../api/commands/reveal-car.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { Dialog } from '../../ui/Dialog.tsx';

/** The truth about the practice car, and how much of it was found. */
export function ScoreDialog({
  job,
  view,
  onClose,
}: {
  job: JobOutline;
  view: HarnessView;
  onClose: () => void;
}) {
  const reveal = useCommand(revealCar, { showsOwnErrors: true });
  const names = new Map(
    view.connectors.flatMap((c) => c.cavities.map((v) => [v.id, `${c.name}·${v.number}`])),
  );
  const score = reveal.data;
  const wrong =
    score?.cavities.filter((c) => !c.roleRight || c.channelRight === false || c.signRight === false) ?? [];
  return (
    <Dialog title="The truth about this car" onClose={onClose} size="lg" scrollable>
      <Modal.Body>
        {!score && (
          <p>
            The wiring is told and your map is counted against it. After that the car is no secret any more;
            you can still go on measuring.
          </p>
        )}
        {reveal.isError && <p className="claims-fault">{reveal.error.message}</p>}
        {score && (
          <div data-testid="score">
            <p className="score">
              <strong className="num">
                {score.rolesRight} of {score.wires}
              </strong>{' '}
              wires with the right role
            </p>
            <p className="score">
              <strong className="num">
                {score.pairsRight} of {score.pairs}
              </strong>{' '}
              audio pairs right in channel and polarity
            </p>
            <p className="quiet">
              <span className="num">{score.readings}</span> readings taken,{' '}
              <span className="num">{score.slips}</span> of them slips of the probe.
              {score.missed.length > 0 && ` Not drawn: ${score.missed.join(', ')}.`}
            </p>
            {wrong.length > 0 ? (
              <table className="score-table">
                <thead>
                  <tr>
                    <th scope="col">Cavity</th>
                    <th scope="col">In truth</th>
                  </tr>
                </thead>
                <tbody>
                  {wrong.map((c) => (
                    <tr key={c.cavityId}>
                      <th scope="row" className="num">
                        {names.get(c.cavityId)}
                      </th>
                      <td>{[ROLE_WORD[c.role as Role], c.channel, c.sign].filter(Boolean).join(', ')}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
            ) : (
              <p>Everything that was drawn is right.</p>
            )}
          </div>
        )}
      </Modal.Body>
      <Modal.Footer>
        {!score && (
          <Button autoFocus disabled={reveal.isPending} onClick={() => reveal.mutate({ jobId: job.id })}>
            Reveal the car
          </Button>
        )}
        <Button variant="secondary" onClick={onClose}>
          Back to the plug
        </Button>
      </Modal.Footer>
    </Dialog>
  );
}
