import { Button, Modal } from 'react-bootstrap';
import { Dialog } from './Dialog.tsx';

interface ConfirmDialogProps {
  title: string;
  children: React.ReactNode;
  /** the word on the button that does it */
  action: string;
  onConfirm: () => void;
  onCancel: () => void;
  /** false where what opened it goes with it (default: the keyboard goes back there) */
  restoreFocus?: boolean;
}

/** Asked before something is lost; the safe answer is the one that Enter gives. */
export function ConfirmDialog({
  title,
  children,
  action,
  onConfirm,
  onCancel,
  restoreFocus = true,
}: ConfirmDialogProps) {
  return (
    <Dialog title={title} onClose={onCancel} restoreFocus={restoreFocus}>
      <Modal.Body>{children}</Modal.Body>
      <Modal.Footer>
        <Button variant="danger" onClick={onConfirm}>
          {action}
        </Button>
        <Button variant="secondary" autoFocus onClick={onCancel}>
          Keep it
        </Button>
      </Modal.Footer>
    </Dialog>
  );
}
