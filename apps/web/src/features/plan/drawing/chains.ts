import { type FinishedCar, mainProtection, type Proposal, type Setup, type SetupPlace } from '@ulpen/core';

/** One link of a chain, and the place where it is set; null: it follows from the others. */
export interface Link {
  name: string;
  says: string;
  place: SetupPlace | null;
}

export interface Chain {
  title: string;
  links: Link[];
}

const FACTORY_AMPLIFIER: Record<Setup['factoryAmplifier'], string> = {
  none: 'none',
  stays: 'stays in use',
  node: 'bypassed, stays powered on the network',
  removed: 'unplugged and removed',
};
const CANCELLING: Record<Setup['cancelling'], string> = {
  absent: 'not heard',
  'switched-off': 'switched off',
  'own-speaker': 'left on, its speaker stays',
  left: 'left on',
};
const GROUND: Record<Setup['supply']['ground'], string> = {
  body: 'to the body, short',
  'battery-terminal': 'to the battery terminal',
};

/** What turns the new system on, what feeds it, and what becomes of the rest: each chain from its source on. */
export function chainsOf({ turnOn, figures }: Proposal, setup: Setup, car: FinishedCar): Chain[] {
  const chains: Chain[] = [
    {
      title: 'Turn-on',
      links: turnOn.map(({ part, name, atSeconds, says }, n) => ({
        name,
        says: atSeconds === 0 ? says : `+${atSeconds} s, ${says}`,
        place: n === 0 || part === 'relay' ? 'turn-on' : null,
      })),
    },
    // Where outputs drive the speakers themselves, nothing new is supplied.
    { title: 'Power', links: car.devices.length === 0 ? [] : powerLinks(setup, car, figures) },
    { title: 'Factory system', links: factoryLinks(setup) },
  ];
  return chains.filter((chain) => chain.links.length > 0);
}

function powerLinks({ supply }: Setup, car: FinishedCar, figures: Proposal['figures']): Link[] {
  const { from, feedFuseAmps, fuseAmps, fuseMm, cableMm2, cableM, metal, ground } = supply;
  const own = from === 'battery';
  const part = mainProtection(car);
  const supplied = car.devices.filter((d) => d.draws.sineAmps > 0);
  return [
    {
      name: own ? `Battery, ${car.supply.nominalVolts} V` : 'Factory feed',
      says: own
        ? 'its own power feed'
        : feedFuseAmps === null
          ? 'its fuse is not known'
          : `fuse ${feedFuseAmps} A`,
      place: 'supply',
    },
    ...(own
      ? [
          {
            name: fuseAmps === null ? `No main ${part}` : `Main ${part} ${fuseAmps} A`,
            says: `${fuseMm} mm from the battery`,
            place: 'supply' as const,
          },
        ]
      : []),
    {
      name: `Cable ${cableMm2} mm²`,
      says: `${cableM} m of ${metal === 'copper' ? 'copper' : 'copper-clad aluminium'}${figures ? `, loses ${figures.dropVolts.toFixed(2)} V` : ''}`,
      place: 'supply',
    },
    {
      name: supplied.length === 1 ? '1 device' : `${supplied.length} devices`,
      says: `${car.supply.musicAmps.toFixed(0)} A with music, ${car.supply.sineAmps.toFixed(0)} A at full sine`,
      place: null,
    },
    { name: 'Ground', says: GROUND[ground], place: 'ground' },
  ];
}

function factoryLinks({ loudestStep, factoryAmplifier, cancelling, microphones }: Setup): Link[] {
  return [
    { name: `Volume step ${loudestStep}`, says: 'agreed maximum', place: 'volume' },
    ...(factoryAmplifier === 'none'
      ? []
      : [
          { name: 'Factory amplifier', says: FACTORY_AMPLIFIER[factoryAmplifier], place: 'factory' as const },
        ]),
    ...(cancelling === 'absent'
      ? []
      : [
          {
            name: 'Noise cancelling',
            says: `${CANCELLING[cancelling]}, microphones ${microphones}`,
            place: 'factory' as const,
          },
        ]),
  ];
}
