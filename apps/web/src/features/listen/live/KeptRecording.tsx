import { Button } from 'react-bootstrap';
import { saveFile } from '../../../ui/save-file.ts';

interface KeptRecordingProps {
  file: File;
  onLook: () => void;
  onDrop: () => void;
}

/** A recording that was made but not saved: it is lost only when somebody says so. */
export function KeptRecording({ file, onLook, onDrop }: KeptRecordingProps) {
  return (
    <div className="kept-recording" role="status">
      <span className="clip">{file.name} is recorded, but not saved.</span>
      <Button onClick={onLook}>Look again</Button>
      <Button variant="secondary" onClick={() => saveFile(file, file.name)}>
        Save as WAV
      </Button>
      <Button variant="quiet" onClick={onDrop}>
        Drop it
      </Button>
    </div>
  );
}
