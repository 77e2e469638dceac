import { Button, Modal } from 'react-bootstrap';
import { Dialog } from '../../ui/Dialog.tsx';
import { ReadingFile } from './ReadingFile.tsx';

interface FileDialogProps {
  title: string;
  /** how much is read, 0 to 1; null: done, or not begun */
  progress: number | null;
  wrong: (string | false | null | undefined)[];
  /** the file was understood: it can be looked at and saved */
  ready: boolean;
  action: string;
  saving: boolean;
  /** @default false */
  useless?: boolean;
  onSave: () => void;
  onClose: () => void;
  children: React.ReactNode;
}

/** The frame in which a file is looked at before it is saved. */
export function FileDialog(props: FileDialogProps) {
  const { title, progress, wrong, ready, action, saving, useless = false, onSave, onClose } = props;
  return (
    <Dialog title={title} onClose={onClose} size="xl" scrollable>
      <Modal.Body>
        <ReadingFile doing="Reading" progress={progress} wrong={wrong} />
        {ready && props.children}
      </Modal.Body>
      <Modal.Footer>
        <Button variant="secondary" onClick={onClose}>
          {ready ? 'Cancel' : 'Close'}
        </Button>
        {ready && (
          <Button onClick={onSave} disabled={saving || useless}>
            {saving ? 'Saving …' : action}
          </Button>
        )}
      </Modal.Footer>
    </Dialog>
  );
}
