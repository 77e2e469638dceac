import { format } from 'date-fns';
import { Button, Modal } from 'react-bootstrap';
import { Trash2 } from 'lucide-react';
import { type Connector, LIMITS } from '@ulpen/core';
import { addPhoto } from '../../api/commands/add-photo.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { useRemoval } from '../../api/use-removal.ts';
import { Dialog } from '../../ui/Dialog.tsx';
import { smallerPhoto } from './smaller-photo.ts';

/** Photos of one plug: how it looked before anything was touched. */
export function PhotosDialog({
  jobId,
  connector,
  onClose,
}: {
  jobId: string;
  connector: Connector;
  onClose: () => void;
}) {
  const { remove } = useRemoval(jobId);
  const add = useCommand(addPhoto);
  const take = async (file: File) => {
    const small = file.size > LIMITS.photoBytes.most ? await smallerPhoto(file) : file;
    add.mutate({ jobId, connectorId: connector.id, file: small });
  };
  return (
    <Dialog title={`Photos of ${connector.name}`} onClose={onClose} size="lg">
      <Modal.Body>
        {connector.photos.length === 0 && (
          <p className="quiet">
            None yet. One from the wire side before anything is unplugged saves an hour later.
          </p>
        )}
        <div className="photos">
          {connector.photos.map((photo) => (
            <figure key={photo.id}>
              <a href={`/api/v1/photos/${photo.id}`} target="_blank" rel="noreferrer">
                <img
                  src={`/api/v1/photos/${photo.id}`}
                  alt={`${connector.name}, ${photo.fileName}`}
                  loading="lazy"
                />
              </a>
              <figcaption>
                <span className="num small quiet">{format(new Date(photo.takenAt), 'yyyy-MM-dd HH:mm')}</span>
                <Button
                  variant="quiet"
                  aria-label={`Remove ${photo.fileName}`}
                  onClick={() => void remove(`/photos/${photo.id}`, 'Photo')}
                >
                  <Trash2 size={16} />
                </Button>
              </figcaption>
            </figure>
          ))}
        </div>
      </Modal.Body>
      <Modal.Footer>
        <label
          className={`btn btn-primary ${connector.photos.length >= LIMITS.photosOfConnector.most ? 'disabled' : ''}`}
        >
          {add.isPending ? 'Taking in …' : 'Add a photo'}
          <input
            type="file"
            hidden
            accept="image/jpeg,image/png,image/webp"
            disabled={connector.photos.length >= LIMITS.photosOfConnector.most}
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = '';
              if (file) void take(file);
            }}
          />
        </label>
        <Button variant="secondary" onClick={onClose}>
          Close
        </Button>
      </Modal.Footer>
    </Dialog>
  );
}
