import { Button, Modal } from 'react-bootstrap';
import { KEYS_HELP } from './find-words.ts';

/** All keys of the bench. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  return (
    <Modal show onHide={onClose} centered>
      <Modal.Header closeButton>
        <Modal.Title as="h2">Keys</Modal.Title>
      </Modal.Header>
      <Modal.Body>
        <dl className="keys-list">
          {KEYS_HELP.map(([keys, does]) => (
            <div key={keys}>
              <dt>
                <kbd>{keys}</kbd>
              </dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
      </Modal.Body>
      <Modal.Footer>
        <Button autoFocus onClick={onClose}>
          Back to the plug
        </Button>
      </Modal.Footer>
    </Modal>
  );
}
