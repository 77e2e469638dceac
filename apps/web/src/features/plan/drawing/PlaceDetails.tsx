import type { Setup, SetupPlace } from '@ulpen/core';
import { useFramedPlan } from '../PlanFrame.tsx';
import { SupplyFigures } from '../SupplyFigures.tsx';
import { FactorySettings, GroundSettings, TurnOnSettings, VolumeSettings } from './place-settings.tsx';
import { PLACE_TITLE } from './place.ts';
import { Settings } from './Settings.tsx';
import { SupplySettings } from './SupplySettings.tsx';

const OF_PLACE: Record<SetupPlace, (props: { setup: Setup }) => React.ReactNode> = {
  'turn-on': TurnOnSettings,
  supply: SupplySettings,
  ground: GroundSettings,
  factory: FactorySettings,
  volume: VolumeSettings,
};

/** A place of the drawing that is no device: what is set there. Each change is worked out at once. */
export function PlaceDetails({ place }: { place: SetupPlace }) {
  const { proposal } = useFramedPlan().shown;
  const Fields = OF_PLACE[place];
  if (!proposal.setup)
    return <p className="quiet">This plan was kept before its power and wiring were planned.</p>;
  return (
    <>
      <h2>{PLACE_TITLE[place]}</h2>
      <Settings>
        <Fields setup={proposal.setup} />
      </Settings>
      {(place === 'supply' || place === 'ground') && (
        <>
          <SupplyFigures proposal={proposal} />
          <p className="caution">
            Battery negative off first and on last; fuse before power; look behind before drilling. Yellow and
            orange circuits are not touched. The vehicle maker’s instructions and local rules come first.
          </p>
        </>
      )}
    </>
  );
}
