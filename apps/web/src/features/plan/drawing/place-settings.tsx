import { useState } from 'react';
import { Form } from 'react-bootstrap';
import { type Setup, settingChoices } from '@ulpen/core';
import { Choices } from '../../../ui/Choices.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { PREFERENCE_WORDS } from '../../../ui/preference-words.ts';
import { SelectField } from '../../../ui/SelectField.tsx';
import { useFramedPlan } from '../PlanFrame.tsx';
import { SystemInsert } from './SystemInsert.tsx';
import { usePutPart, usePutSetup } from './Settings.tsx';

interface SetupProps {
  setup: Setup;
}

export function TurnOnSettings({ setup: { turnOn } }: SetupProps) {
  const put = usePutSetup();
  const putTurnOn = usePutPart('turnOn');
  return (
    <>
      <SelectField
        id="pick-turned-on-by"
        label="Turned on by"
        value={turnOn.by}
        options={PREFERENCE_WORDS.turnOn.options}
        onChange={(by) => put({ turnOn: { by } })}
      />
      {(turnOn.by === 'accessory' || turnOn.by === 'factory-remote') && (
        <SourceSettings turnOn={turnOn} put={putTurnOn} />
      )}
      <NumberField
        id="turn-on-delay"
        label="Delay of the amplifiers, s"
        value={turnOn.delaySeconds}
        most={30}
        onChange={(delaySeconds) => delaySeconds !== null && putTurnOn({ delaySeconds })}
      />
      <SystemInsert at="turn-on" />
      <Form.Check
        type="switch"
        id="turn-on-relay"
        label="relay with a suppression diode"
        checked={turnOn.relay}
        onChange={(e) => putTurnOn({ relay: e.target.checked })}
      />
    </>
  );
}

/** Where the wire is that wakes the system, and what was seen of it at the car. */
function SourceSettings({
  turnOn,
  put,
}: {
  turnOn: Setup['turnOn'];
  put: (part: Partial<Setup['turnOn']>) => void;
}) {
  const source = useFramedPlan().shown.proposal.turnOn.find((step) => step.part === 'source');
  const [place, setPlace] = useState(turnOn.place);
  const [shown, setShown] = useState(turnOn.place);
  // Changed elsewhere, by undo for one.
  if (turnOn.place !== shown) {
    setShown(turnOn.place);
    setPlace(turnOn.place);
  }
  return (
    <>
      <Form.Group controlId="turn-on-place">
        <Form.Label>Where its wire was found</Form.Label>
        <Form.Control
          value={place}
          maxLength={60}
          placeholder="fuse box, slot 12"
          onChange={(e) => setPlace(e.target.value)}
          onBlur={() => place.trim() !== turnOn.place && put({ place: place.trim() })}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
        {turnOn.place === '' && source && <Form.Text>By Find, {source.says}.</Form.Text>}
      </Form.Group>
      <SelectField
        id="pick-when-the-car-sleeps-the-source-is"
        label="When the car sleeps, the source is"
        value={turnOn.asleep}
        options={settingChoices('turnOn.asleep')}
        onChange={(asleep) => put({ asleep })}
      />
      <SelectField
        id="pick-at-restart-it"
        label="At restart it"
        value={turnOn.restart}
        options={settingChoices('turnOn.restart')}
        onChange={(restart) => put({ restart })}
      />
      <SelectField
        id="pick-with-100-ohm-it"
        label="With 100 Ω to ground it"
        value={turnOn.load}
        options={settingChoices('turnOn.load')}
        onChange={(load) => put({ load })}
      />
      <NumberField
        id="turn-on-amps"
        label="It can supply, A"
        value={turnOn.amps}
        most={100}
        onChange={(amps) => put({ amps })}
      />
    </>
  );
}

export function GroundSettings({ setup: { supply } }: SetupProps) {
  const putSupply = usePutPart('supply');
  return (
    <>
      <SelectField
        id="pick-ground-to"
        label="Ground to"
        value={supply.ground}
        options={settingChoices('supply.ground')}
        onChange={(ground) => putSupply({ ground })}
      />
      <SelectField
        id="pick-signal-and-power"
        label="Signal and power"
        value={supply.sides}
        options={settingChoices('supply.sides')}
        onChange={(sides) => putSupply({ sides })}
      />
    </>
  );
}

export function FactorySettings({ setup }: SetupProps) {
  const put = usePutSetup();
  if (setup.factoryAmplifier === 'none' && setup.cancelling === 'absent')
    return (
      <p className="quiet">There is no factory amplifier and no noise cancelling: nothing to set here.</p>
    );
  return (
    <>
      {setup.factoryAmplifier !== 'none' && (
        <SelectField
          id="pick-factory-amplifier"
          label="Factory amplifier"
          value={setup.factoryAmplifier}
          options={settingChoices('factoryAmplifier', 'none')}
          onChange={(factoryAmplifier) => put({ factoryAmplifier })}
        />
      )}
      {setup.cancelling !== 'absent' && (
        <>
          <Choices
            label="Noise cancelling"
            options={settingChoices('cancelling', 'absent')}
            value={setup.cancelling}
            onChange={(cancelling) => put({ cancelling })}
          />
          <Choices
            label="Its microphones"
            options={settingChoices('microphones')}
            value={setup.microphones}
            onChange={(microphones) => put({ microphones })}
          />
        </>
      )}
    </>
  );
}

export function VolumeSettings({ setup: { loudestStep, overlap } }: SetupProps) {
  const put = usePutSetup();
  return (
    <>
      <NumberField
        id="loudest-step"
        label="Loudest volume step agreed"
        value={loudestStep}
        least={1}
        most={200}
        whole
        onChange={(step) => step !== null && put({ loudestStep: step })}
      />
      <Choices
        label={PREFERENCE_WORDS.overlap.label}
        options={PREFERENCE_WORDS.overlap.options}
        value={overlap}
        onChange={(chosen) => put({ overlap: chosen })}
      />
      <p className="small quiet">{PREFERENCE_WORDS.overlap.why}</p>
    </>
  );
}
