import { Button, Modal } from 'react-bootstrap';
import { Dialog } from '../../ui/Dialog.tsx';
import { KEYS_HELP } from './find-words.ts';

/** All keys of the bench. */
export function KeysDialog({ onClose }: { onClose: () => void }) {
  return (
    <Dialog title="Keys" onClose={onClose}>
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
    </Dialog>
  );
}
