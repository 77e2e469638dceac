import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { INSERT_KINDS, type Insert, type InsertKind, PLACES_OF } from '@ulpen/core';
import { useDevices } from '../../../api/shop-queries.ts';
import { Dialog } from '../../../ui/Dialog.tsx';
import { KIND_WORD } from '../../../ui/device-words.ts';
import { SelectField } from '../../../ui/SelectField.tsx';
import type { InsertOffer } from './car-graph.ts';
import { INSERT_FOR } from './insert-for.ts';
import { placesInWords } from './place-words.ts';

interface InsertDialogProps {
  offer: InsertOffer;
  targetName: string;
  onClose: () => void;
  onPut: (insert: Insert) => void;
}

/** Where a kind works, of the places that are offered. */
const placeFor = (kind: InsertKind, { places }: InsertOffer) =>
  PLACES_OF[kind].find((place) => places.includes(place));

/** A device is put into the signal's way at one place, for every channel of a target. */
export function InsertDialog({ offer, targetName, onClose, onPut }: InsertDialogProps) {
  const kinds = INSERT_KINDS.filter((kind) => placeFor(kind, offer) !== undefined);
  const [kind, setKind] = useState<InsertKind>(kinds[0]);
  const [deviceId, setDeviceId] = useState<string | null>(null);
  const library = (useDevices().data ?? []).filter((d) => d.kind === kind);
  return (
    <Dialog title="Insert a device" onClose={onClose}>
      <Modal.Body>
        <p className="quiet">
          In every channel of {targetName}, {placesInWords(offer)}.
        </p>
        <fieldset className="insert-kinds">
          <legend className="label">Kind</legend>
          {kinds.map((k) => (
            <Form.Check
              key={k}
              type="radio"
              id={`insert-${k}`}
              name="insert-kind"
              checked={k === kind}
              onChange={() => {
                setKind(k);
                setDeviceId(null);
              }}
              label={
                <>
                  <strong>{KIND_WORD[k]}</strong> <span className="small quiet">{INSERT_FOR[k]}</span>
                </>
              }
            />
          ))}
        </fieldset>
        <SelectField
          id="insert-device"
          label="Model"
          value={deviceId}
          options={[
            { value: null, word: 'still to be chosen' },
            ...library.map((d) => ({ value: d.id, word: d.name })),
          ]}
          onChange={setDeviceId}
        />
      </Modal.Body>
      <Modal.Footer>
        <Button variant="secondary" onClick={onClose}>
          Cancel
        </Button>
        <Button
          onClick={() =>
            onPut({
              targetId: offer.targetId,
              at: placeFor(kind, offer)!,
              kind,
              deviceId,
              device: library.find((d) => d.id === deviceId)?.name ?? null,
            })
          }
        >
          Insert
        </Button>
      </Modal.Footer>
    </Dialog>
  );
}
