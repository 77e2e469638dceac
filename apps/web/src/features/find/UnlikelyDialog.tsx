import { Button, Modal } from 'react-bootstrap';
import { TriangleAlert } from 'lucide-react';
import type { Unlikely } from '@ulpen/core';
import { Dialog } from '../../ui/Dialog.tsx';

interface UnlikelyDialogProps {
  asks: Unlikely;
  onConfirm: () => void;
  /** sets the vehicle to 24 V and keeps the reading */
  onHeavy: () => void;
  onCancel: () => void;
}

/** Asked before a value is kept that the vehicle's net does not give. */
export function UnlikelyDialog({ asks, onConfirm, onHeavy, onCancel }: UnlikelyDialogProps) {
  return (
    <Dialog
      title={
        asks.highVoltage ? (
          <>
            <TriangleAlert size={22} aria-hidden="true" /> High voltage?
          </>
        ) : (
          'Is that what the meter shows?'
        )
      }
      onClose={onCancel}
      contentClassName={asks.highVoltage ? 'danger-dialog' : undefined}
    >
      <Modal.Body>
        <p>{asks.text}</p>
        {asks.highVoltage && (
          <p className="mt-2">
            Orange cables, plugs and sleeves belong to the drive battery. The vehicle maker’s procedure and
            the law of the place decide who may work there.
          </p>
        )}
      </Modal.Body>
      <Modal.Footer>
        {asks.heavy && (
          <Button variant="secondary" onClick={onHeavy}>
            It is a 24 V vehicle
          </Button>
        )}
        <Button variant="danger" onClick={onConfirm}>
          Keep it as read
        </Button>
        <Button variant="secondary" autoFocus onClick={onCancel}>
          Type it again
        </Button>
      </Modal.Footer>
    </Dialog>
  );
}
