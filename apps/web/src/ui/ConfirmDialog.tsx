import { Button, Modal } from 'react-bootstrap';

interface ConfirmDialogProps {
  title: string;
  children: React.ReactNode;
  /** the word on the button that does it */
  action: string;
  onConfirm: () => void;
  onCancel: () => void;
}

/** Asked before something is lost; the safe answer is the one that Enter gives. */
export function ConfirmDialog({ title, children, action, onConfirm, onCancel }: ConfirmDialogProps) {
  return (
    <Modal show onHide={onCancel} centered>
      <Modal.Header closeButton>
        <Modal.Title as="h2">{title}</Modal.Title>
      </Modal.Header>
      <Modal.Body>{children}</Modal.Body>
      <Modal.Footer>
        <Button variant="danger" onClick={onConfirm}>
          {action}
        </Button>
        <Button variant="secondary" autoFocus onClick={onCancel}>
          Keep it
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
