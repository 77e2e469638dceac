import { useEffect, useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import { Lock, ShieldAlert } from 'lucide-react';
import { type Connector, type ConnectorFields, isWarningColoured, RESTRAINT_WORDS } from '@ulpen/core';
import { changeConnector } from '../../api/commands/change-connector.ts';
import { useCommand } from '../../api/commands/use-command.ts';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';
import { fieldsOf } from './plug-fields-of.ts';

/** What may be done on this plug: a restraint plug is left alone, an unknown one is metered only. */
export function PlugLock({
  connector,
  jobId,
  onDone,
}: {
  connector: Connector;
  jobId: string;
  /** gives the keyboard back to where it was */
  onDone: () => void;
}) {
  const [asking, setAsking] = useState(false);
  const change = useCommand(changeConnector);
  const close = () => setAsking(false);
  // Once the dialog is gone: what opened it goes too, and would take the keys that follow with it.
  const asked = useRef(false);
  useEffect(() => {
    if (asked.current && !asking) onDone();
    asked.current = asking;
  });
  const confirm = (confirmed: ConnectorFields['confirmed']) => {
    const fields = { ...fieldsOf(connector), confirmed, version: connector.version };
    change.mutate({ jobId, connectorId: connector.id, fields });
  };
  const warning = isWarningColoured(connector);
  if (connector.confirmed === 'audio' && !warning) return null;
  if (connector.confirmed === 'restraint' || warning) {
    return (
      <div className="plug-lock plug-lock-restraint" role="alert">
        <ShieldAlert size={20} aria-hidden="true" />
        <p>
          <strong>Leave this plug alone.</strong> {RESTRAINT_WORDS}
        </p>
      </div>
    );
  }
  return (
    <div className="plug-lock" role="note">
      <Lock size={18} aria-hidden="true" />
      <p>
        <strong>Volts and eyes only.</strong> An airbag igniter also reads about 2 ohm. Ohms, tone and battery
        open once this plug is confirmed as audio.
      </p>
      <Button variant="secondary" onClick={() => setAsking(true)}>
        It is audio …
      </Button>
      {asking && (
        <ConfirmDialog
          title={`Is ${connector.name} an audio plug?`}
          action="Confirmed: audio"
          restoreFocus={false}
          onCancel={close}
          onConfirm={() => {
            confirm('audio');
            close();
          }}
        >
          <ul className="safety-list">
            <li>I followed its cable to the radio or the amplifier, or the unit says what it is.</li>
            <li>
              Neither shell nor sleeve is yellow or orange. (A yellow or orange wire alone means nothing.)
            </li>
            <li>It is not a seat, belt, steering-wheel or airbag plug.</li>
          </ul>
          <p className="mt-2 quiet">
            If one of these is open, leave it locked. The vehicle maker’s papers decide.
          </p>
        </ConfirmDialog>
      )}
    </div>
  );
}
