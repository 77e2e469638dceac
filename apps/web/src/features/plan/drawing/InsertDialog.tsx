import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import { INSERT_KINDS, type Insert, type InsertKind, PLACE_WORDS, PLACES_OF } from '@ulpen/core';
import { useDevices } from '../../../api/shop-queries.ts';
import { Dialog } from '../../../ui/Dialog.tsx';
import { KIND_WORD } from '../../../ui/device-words.ts';
import { SelectField } from '../../../ui/SelectField.tsx';

interface InsertDialogProps {
  place: Pick<Insert, 'targetId' | 'at'>;
  targetName: string;
  onClose: () => void;
  onPut: (insert: Insert) => void;
}

/** What each kind is for, in the moment of choosing. */
const FOR: Record<InsertKind, string> = {
  'bass-restorer': 'gives back bass that the factory takes away as the volume rises',
  'line-filter': 'makes a high-pass or a low-pass that the amplifier lacks',
  isolator: 'parts the grounds of source and amplifier where a loop hums',
  'level-control': 'puts a volume in the driver’s hand',
  'load-module': 'is the load that the outputs miss when their speakers are gone',
  'passive-crossover': 'keeps bass from a tweeter, or highs from a woofer',
};

/** A box is put into the signal's way at one place, for every channel of a target. */
export function InsertDialog({ place, targetName, onClose, onPut }: InsertDialogProps) {
  const kinds = INSERT_KINDS.filter((kind) => PLACES_OF[kind].includes(place.at));
  const [kind, setKind] = useState<InsertKind>(kinds[0]);
  const [device, setDevice] = useState<string | null>(null);
  const library = (useDevices().data ?? []).filter((d) => d.kind === kind);
  return (
    <Dialog title={`Put a box in ${PLACE_WORDS[place.at]}`} onClose={onClose}>
      <Modal.Body>
        <p className="quiet">For every channel of {targetName}.</p>
        <fieldset className="insert-kinds">
          <legend className="label">What</legend>
          {kinds.map((k) => (
            <Form.Check
              key={k}
              type="radio"
              id={`insert-${k}`}
              name="insert-kind"
              checked={k === kind}
              onChange={() => {
                setKind(k);
                setDevice(null);
              }}
              label={
                <>
                  <strong>{KIND_WORD[k]}</strong> <span className="small quiet">{FOR[k]}</span>
                </>
              }
            />
          ))}
        </fieldset>
        <SelectField
          id="insert-device"
          label="Device"
          value={device}
          options={[
            { value: null, word: 'still to be chosen' },
            ...library.map((d) => ({ value: d.name, word: d.name })),
          ]}
          onChange={setDevice}
        />
      </Modal.Body>
      <Modal.Footer>
        <Button variant="secondary" onClick={onClose}>
          Cancel
        </Button>
        <Button onClick={() => onPut({ ...place, kind, device })}>Put it in</Button>
      </Modal.Footer>
    </Dialog>
  );
}
