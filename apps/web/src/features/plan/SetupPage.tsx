import { Form } from 'react-bootstrap';
import {
  CABLE_SIZES,
  FUSE_SIZES,
  readinessOf,
  settingChoices,
  type Setup,
  type SetupChange,
} from '@ulpen/core';
import { Choices } from '../../ui/Choices.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { useFramedPlan } from './PlanFrame.tsx';
import { LoadChoices } from './LoadChoices.tsx';
import { Remarks } from './Remarks.tsx';
import { SupplyFigures } from './SupplyFigures.tsx';
import { TurnOnChain } from './TurnOnChain.tsx';
import './path.css';
import './setup.css';
import { PREFERENCE_WORDS } from '../../ui/preference-words.ts';

/** Sizes that are sold, and the one that is set where it is another. */
const sizes = (sold: readonly number[], own: number | null, unit: string) =>
  [...new Set([...sold, ...(own === null ? [] : [own])])]
    .sort((a, b) => a - b)
    .map((value) => ({ value, word: `${value} ${unit}` }));

/** Everything of a plan that is not signal: joining, turn-on, power, loads. Each change is checked at once. */
export function SetupPage() {
  const { job, shown } = useFramedPlan();
  const { proposal, changes, change, kept } = shown;
  const { setup } = proposal;
  if (!setup)
    return <main className="p-4 quiet">This plan was kept before its power and wiring were planned.</main>;
  const put = (part: SetupChange) => change({ ...changes, setup: { ...changes.setup, ...part } });
  const putTurnOn = (part: Partial<Setup['turnOn']>) => put({ turnOn: { ...changes.setup.turnOn, ...part } });
  const putSupply = (part: Partial<Setup['supply']>) => put({ supply: { ...changes.setup.supply, ...part } });
  const { turnOn, supply } = setup;
  const ready = readinessOf(proposal, job.decisions);
  return (
    <main className="panes setup">
      <section className="pane" aria-label="Power and wiring">
        <fieldset disabled={kept !== null} className="setup-fields">
          <h2>Joining</h2>
          <Choices
            label="Factory wires"
            options={PREFERENCE_WORDS.joining.options}
            value={setup.joining}
            onChange={(joining) => put({ joining })}
          />
          <Choices
            label="Speaker wire"
            options={PREFERENCE_WORDS.speakerWire.options}
            value={setup.speakerWire}
            onChange={(speakerWire) => put({ speakerWire })}
          />
          {setup.joining === 'tap' && setup.speakerWire === 'reuse' && (
            <p className="small quiet">
              A tap leaves the wire whole. Where a new amplifier takes over a factory speaker wire, a harness
              pair intercepts it.
            </p>
          )}
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
          <NumberField
            key={`step-${setup.loudestStep}`}
            id="loudest-step"
            label="Loudest volume step agreed"
            value={setup.loudestStep}
            least={1}
            most={200}
            whole
            onChange={(step) => step !== null && put({ loudestStep: step })}
          />

          <h2>Turn-on</h2>
          <SelectField
            id="pick-turned-on-by"
            label="Turned on by"
            value={turnOn.by}
            options={PREFERENCE_WORDS.turnOn.options}
            onChange={(by) => put({ turnOn: { by } })}
          />
          <div className="setup-row">
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
          </div>
          <Form.Check
            type="switch"
            id="turn-on-relay"
            label="relay with a suppression diode"
            checked={turnOn.relay}
            onChange={(e) => putTurnOn({ relay: e.target.checked })}
          />

          <h2>Power</h2>
          <Choices
            label="From"
            options={settingChoices('supply.from')}
            value={supply.from}
            onChange={(from) => putSupply({ from })}
          />
          {supply.from === 'factory-feed' ? (
            <NumberField
              id="feed-fuse"
              label="Fuse of that feed, A"
              value={supply.feedFuseAmps}
              least={1}
              most={500}
              onChange={(feedFuseAmps) => putSupply({ feedFuseAmps })}
            />
          ) : (
            <div className="setup-row">
              <SelectField
                id="pick-main-fuse"
                label="Main fuse"
                value={supply.fuseAmps}
                options={[...sizes(FUSE_SIZES, supply.fuseAmps, 'A'), { value: null, word: 'none' }]}
                onChange={(fuseAmps) => putSupply({ fuseAmps })}
              />
              <NumberField
                key={`mm-${supply.fuseMm}`}
                id="fuse-distance"
                label="From the battery, mm"
                value={supply.fuseMm}
                most={10_000}
                onChange={(fuseMm) => fuseMm !== null && putSupply({ fuseMm })}
              />
              <SelectField
                id="pick-cable"
                label="Cable"
                value={supply.cableMm2}
                options={sizes(CABLE_SIZES, supply.cableMm2, 'mm²')}
                onChange={(cableMm2) => putSupply({ cableMm2 })}
              />
              <NumberField
                key={`m-${supply.cableM}`}
                id="cable-length"
                label="Cable length, m"
                value={supply.cableM}
                least={0.2}
                most={20}
                onChange={(cableM) => cableM !== null && putSupply({ cableM })}
              />
            </div>
          )}
          <div className="setup-row">
            <SelectField
              id="pick-metal"
              label="Metal"
              value={supply.metal}
              options={settingChoices('supply.metal')}
              onChange={(metal) => putSupply({ metal })}
            />
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
          </div>
          <LoadChoices />
        </fieldset>
      </section>
      <section className="pane" aria-label="Result">
        <SupplyFigures proposal={proposal} />
        <TurnOnChain proposal={proposal} />
        <p className="caution">
          Battery negative off first and on last; fuse before power; look behind before drilling. Yellow and
          orange circuits are not touched. The vehicle maker’s instructions and local rules come first.
        </p>
        <Remarks job={job} shown={shown} readiness={ready} />
      </section>
    </main>
  );
}
