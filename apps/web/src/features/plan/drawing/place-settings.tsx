import { Form } from 'react-bootstrap';
import { type Setup, settingChoices } from '@ulpen/core';
import { Choices } from '../../../ui/Choices.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { PREFERENCE_WORDS } from '../../../ui/preference-words.ts';
import { SelectField } from '../../../ui/SelectField.tsx';
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
      <SelectField
        id="pick-when-the-car-sleeps-the-source-is"
        label="When the car sleeps, the source is"
        value={turnOn.asleep}
        options={settingChoices('turnOn.asleep')}
        onChange={(asleep) => putTurnOn({ asleep })}
      />
      <SelectField
        id="pick-at-restart-it"
        label="At restart it"
        value={turnOn.restart}
        options={settingChoices('turnOn.restart')}
        onChange={(restart) => putTurnOn({ restart })}
      />
      <NumberField
        key={`delay-${turnOn.delaySeconds}`}
        id="turn-on-delay"
        label="Delay of the amplifiers, s"
        value={turnOn.delaySeconds}
        most={30}
        onChange={(delaySeconds) => delaySeconds !== null && putTurnOn({ delaySeconds })}
      />
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

export function VolumeSettings({ setup: { loudestStep } }: SetupProps) {
  const put = usePutSetup();
  return (
    <NumberField
      key={`step-${loudestStep}`}
      id="loudest-step"
      label="Loudest volume step agreed"
      value={loudestStep}
      least={1}
      most={200}
      whole
      onChange={(step) => step !== null && put({ loudestStep: step })}
    />
  );
}
