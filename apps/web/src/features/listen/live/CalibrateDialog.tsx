import { useState } from 'react';
import { CircleCheck } from 'lucide-react';
import { Button, Form, Modal } from 'react-bootstrap';
import type { LivePicture } from '@ulpen/core';
import { Dialog } from '../../../ui/Dialog.tsx';
import { typedNumber } from '../../../ui/NumberField.tsx';
import { type Calibration, useCalibrations } from './calibrations-store.ts';
import '../situation.css';

interface CalibrateDialogProps {
  device: string;
  known: Calibration | null;
  picture: React.RefObject<LivePicture | null>;
  onClose: () => void;
}

/** Under this the tone is too weak to calibrate with, dB re full scale. */
const LEAST_DB = -50;
const FALL_DB = 20;
const FALL_WITHIN_DB = 0.3;

/** Volts for the input's full scale, from a tone that a meter reads at the same time, and proof that they hold. */
export function CalibrateDialog({ device, known, picture, onClose }: CalibrateDialogProps) {
  const [reducer, setReducer] = useState(known?.reducer ?? '');
  const [volts, setVolts] = useState('');
  const [first, setFirst] = useState<{ levelDb: number; volts: number } | null>(null);
  const [fall, setFall] = useState<number | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const keep = useCalibrations((s) => s.keep);
  const heard = () => {
    const channel = picture.current?.channels[0];
    if (!channel || channel.rmsDb < LEAST_DB) {
      setRefused('The tone is too weak at the input. Play it louder, or take less reduction.');
      return null;
    }
    if (channel.clipped) {
      setRefused('The input clips. Turn it down, then read the meter again.');
      return null;
    }
    setRefused(null);
    return channel.rmsDb;
  };
  const take = (event: React.FormEvent) => {
    event.preventDefault();
    const value = typedNumber(volts) ?? 0;
    if (!(value > 0 && value < 200))
      return setRefused('Type the volts that the meter shows, for example 2.83.');
    const levelDb = heard();
    if (levelDb !== null) setFirst({ levelDb, volts: value });
  };
  const check = () => {
    const levelDb = heard();
    if (levelDb !== null && first) setFall(levelDb - first.levelDb);
  };
  const holds = fall !== null && Math.abs(fall + FALL_DB) <= FALL_WITHIN_DB;
  const save = () => {
    keep({
      device,
      reducer: reducer.trim(),
      voltsAtFullScale: first!.volts / 10 ** (first!.levelDb / 20),
      at: new Date().toISOString(),
      fall,
    });
    onClose();
  };
  return (
    <Dialog title="Volts for this input" onClose={onClose}>
      <Form onSubmit={take}>
        <Modal.Body className="d-grid gap-3">
          <p className="m-0">
            Play the 100 Hz tone, leads and reducer as you will record. Read AC volts across the same pair
            with a true-RMS meter while the tone sounds.
          </p>
          <div className="situation">
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
          </div>
          {first ? (
            <p className="m-0">
              <CircleCheck size={18} className="text-fits" aria-hidden /> Full scale is{' '}
              <span className="num">{(first.volts / 10 ** (first.levelDb / 20)).toPrecision(3)} V</span>. Now
              play the tone 20 dB lower.
            </p>
          ) : (
            <Button type="submit" className="justify-self-start">
              Take it
            </Button>
          )}
          {first && (
            <div className="d-flex align-items-center gap-3">
              <Button variant="secondary" onClick={check}>
                Check 20 dB lower
              </Button>
              {fall !== null && (
                <span role="status">
                  fell by <span className="num">{Math.abs(fall).toFixed(2)} dB</span>
                  {holds ? ': it holds' : ': it should be 20, give or take 0.3. Some automatic gain is on'}
                </span>
              )}
            </div>
          )}
          {refused && (
            <p className="refused m-0" role="alert">
              {refused}
            </p>
          )}
          <p className="small quiet m-0">It holds until the system’s input gain is changed.</p>
        </Modal.Body>
        <Modal.Footer>
          <Button variant="secondary" onClick={onClose}>
            Cancel
          </Button>
          <Button onClick={save} disabled={!first}>
            {fall === null ? 'Keep it unchecked' : 'Keep it'}
          </Button>
        </Modal.Footer>
      </Form>
    </Dialog>
  );
}
