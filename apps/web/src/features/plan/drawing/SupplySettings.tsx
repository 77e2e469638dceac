import {
  ampacity,
  AMPACITY_BASIS,
  CABLE_SIZES,
  FUSE_SIZES,
  mainProtection,
  type Setup,
  settingChoices,
} from '@ulpen/core';
import { Choices } from '../../../ui/Choices.tsx';
import { NumberField } from '../../../ui/NumberField.tsx';
import { SelectField } from '../../../ui/SelectField.tsx';
import { SystemInsert } from './SystemInsert.tsx';
import { useFramedPlan } from '../PlanFrame.tsx';
import { usePutPart } from './Settings.tsx';

/** Sizes that are sold, and the one that is set where it is another. */
const sizes = (sold: readonly number[], own: number | null, unit: string) =>
  [...new Set([...sold, ...(own === null ? [] : [own])])]
    .sort((a, b) => a - b)
    .map((value) => ({ value, word: `${value} ${unit}` }));

/** Where the power comes from, its fuse and its cable. */
export function SupplySettings({ setup: { supply } }: { setup: Setup }) {
  const putSupply = usePutPart('supply');
  const { car } = useFramedPlan().shown.proposal;
  return (
    <>
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
        <div className="part-row">
          <SelectField
            id="pick-main-fuse"
            label={`Main ${car ? mainProtection(car) : 'fuse'}`}
            value={supply.fuseAmps}
            options={[...sizes(FUSE_SIZES, supply.fuseAmps, 'A'), { value: null, word: 'none' }]}
            onChange={(fuseAmps) => putSupply({ fuseAmps })}
          />
          <NumberField
            id="fuse-distance"
            label="From the battery, mm"
            value={supply.fuseMm}
            most={10_000}
            onChange={(fuseMm) => fuseMm !== null && putSupply({ fuseMm })}
          />
        </div>
      )}
      <SystemInsert at="supply" />
      <div className="part-row">
        <SelectField
          id="pick-cable"
          label="Cable"
          value={supply.cableMm2}
          options={sizes(CABLE_SIZES, supply.cableMm2, 'mm²')}
          onChange={(cableMm2) => putSupply({ cableMm2 })}
        />
        <NumberField
          id="cable-length"
          label="Cable length, m"
          value={supply.cableM}
          least={0.2}
          most={20}
          onChange={(cableM) => cableM !== null && putSupply({ cableM })}
        />
      </div>
      <SelectField
        id="pick-metal"
        label="Metal"
        value={supply.metal}
        options={settingChoices('supply.metal')}
        onChange={(metal) => putSupply({ metal })}
      />
      <p className="small quiet">
        It carries <span className="num">{ampacity(supply.cableMm2, supply.metal).toFixed(0)} A</span>.{' '}
        {AMPACITY_BASIS}
      </p>
    </>
  );
}
