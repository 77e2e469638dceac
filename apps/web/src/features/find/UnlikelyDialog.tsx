import { Button, Modal } from 'react-bootstrap';
import { TriangleAlert } from 'lucide-react';
import { Dialog } from '../../ui/Dialog.tsx';

interface UnlikelyDialogProps {
  asks: { text: string; highVoltage: boolean };
  onConfirm: () => void;
  onCancel: () => void;
}

/** Asked before a value is kept that a 12 V car does not give. */
export function UnlikelyDialog({ asks, onConfirm, onCancel }: UnlikelyDialogProps) {
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
