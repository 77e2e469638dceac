import { Button, Modal } from 'react-bootstrap';

interface EditorFooterProps {
  /** the word on the button that saves */
  action: string;
  busy: boolean;
  onCancel: () => void;
  /** only where there is something to delete */
  onRemove?: () => void;
}

/** The foot of a dialog that adds or changes one thing. */
export function EditorFooter({ action, busy, onCancel, onRemove }: EditorFooterProps) {
  return (
    <Modal.Footer>
      {onRemove && (
        <Button variant="danger" className="me-auto" onClick={onRemove}>
          Remove …
        </Button>
      )}
      <Button variant="secondary" onClick={onCancel}>
        Cancel
      </Button>
      <Button type="submit" disabled={busy}>
        {action}
      </Button>
    </Modal.Footer>
  );
}
