import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { Dialog } from '../../ui/Dialog.tsx';

interface PinDialogProps {
  busy: boolean;
  onPin: (because: string) => void;
  onClose: () => void;
}

/** Asks why a measurement counts that would not by itself. */
export function PinDialog({ busy, onPin, onClose }: PinDialogProps) {
  const [because, setBecause] = useState('');
  return (
    <Dialog title="Pin this measurement" onClose={onClose}>
      <Form
        noValidate
        onSubmit={(e) => {
          e.preventDefault();
          if (because.trim() !== '') onPin(because.trim());
        }}
      >
        <Modal.Body className="d-grid gap-3">
          <p className="m-0">
            It then counts for this output, in the plan too, until it is unpinned or withdrawn.
          </p>
          <Form.Group controlId="pin-because">
            <Form.Label>Reason</Form.Label>
            <Form.Control
              autoFocus
              maxLength={200}
              placeholder="the factory speaker stays disconnected"
              value={because}
              onChange={(e) => setBecause(e.target.value)}
            />
          </Form.Group>
        </Modal.Body>
        <Modal.Footer>
          <Button variant="secondary" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" disabled={busy || because.trim() === ''}>
            Pin
          </Button>
        </Modal.Footer>
      </Form>
    </Dialog>
  );
}
