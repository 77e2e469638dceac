import { useState } from 'react';
import { Button, Form, Modal } from 'react-bootstrap';
import type { LivePicture } from '@ulpen/core';
import { useCalibrations } from './calibrations-store.ts';

interface CalibrateDialogProps {
  device: string;
  picture: React.RefObject<LivePicture | null>;
  onClose: () => void;
}

/** Under this the tone is too weak to calibrate with, dB re full scale. */
const LEAST_DB = -50;

/** Volts for the input's full scale, from a tone that a meter reads at the same time. */
export function CalibrateDialog({ device, picture, onClose }: CalibrateDialogProps) {
  const [reducer, setReducer] = useState('');
  const [volts, setVolts] = useState('');
  const [refused, setRefused] = useState<string | null>(null);
  const keep = useCalibrations((s) => s.keep);
  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    const value = Number(volts.replace(',', '.'));
    const heard = picture.current?.channels[0];
    if (!(value > 0 && value < 200))
      return setRefused('Type the volts that the meter shows, for example 2.83.');
    if (!heard || heard.rmsDb < LEAST_DB)
      return setRefused('The tone is too weak at the input. Play it louder, or take less reduction.');
    if (heard.clipped) return setRefused('The input clips. Turn it down, then read the meter again.');
    keep({
      device,
      reducer: reducer.trim(),
      voltsAtFullScale: value / 10 ** (heard.rmsDb / 20),
      at: new Date().toISOString(),
    });
    onClose();
  };
  return (
    <Modal show onHide={onClose} centered aria-labelledby="calibrate-title">
      <Form onSubmit={submit}>
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="calibrate-title">
            Volts for this input
          </Modal.Title>
        </Modal.Header>
        <Modal.Body className="d-grid gap-3">
          <p className="m-0">
            Play the 100 Hz tone, leads and reducer as you will record. Read alternating volts across the same
            pair with a true-RMS meter while the tone sounds.
          </p>
          <Form.Group controlId="calibrate-volts">
            <Form.Label>The meter reads, V</Form.Label>
            <Form.Control
              className="num"
              inputMode="decimal"
              autoFocus
              value={volts}
              onChange={(e) => setVolts(e.target.value)}
            />
          </Form.Group>
          <Form.Group controlId="calibrate-reducer">
            <Form.Label>Level reducer</Form.Label>
            <Form.Control
              placeholder="none"
              maxLength={60}
              value={reducer}
              onChange={(e) => setReducer(e.target.value)}
            />
          </Form.Group>
          {refused && (
            <p className="refused m-0" role="alert">
              {refused}
            </p>
          )}
          <p className="small quiet m-0">
            Then play 20 dB less: the level shown must fall by 20 dB, give or take 0.3. If it does not, some
            automatic gain is on. It holds until the system’s input gain is changed.
          </p>
        </Modal.Body>
        <Modal.Footer>
          <Button variant="secondary" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit">Keep it</Button>
        </Modal.Footer>
      </Form>
    </Modal>
  );
}
