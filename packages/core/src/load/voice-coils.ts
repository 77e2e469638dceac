/** A network of equal coils: a coil, or parts in series or in parallel. */
export type CoilNetwork = 'coil' | { joined: 'series' | 'parallel'; parts: CoilNetwork[] };

export interface CoilArrangement {
  /** `coils in parallel, 2 drivers in series` */
  name: string;
  network: CoilNetwork;
  /** of the whole, ohm */
  ohm: number;
  /** coils that share the power evenly */
  coils: number;
  /** what becomes of the channel when one driver fails open */
  ifOneFails: string;
}

const WORD = { series: 'in series', parallel: 'in parallel' } as const;

/** Impedance of a network of equal coils, ohm. */
export function networkOhm(network: CoilNetwork, coilOhm: number): number {
  if (network === 'coil') return coilOhm;
  const parts = network.parts.map((p) => networkOhm(p, coilOhm));
  return network.joined === 'series'
    ? parts.reduce((a, b) => a + b, 0)
    : 1 / parts.reduce((sum, ohm) => sum + 1 / ohm, 0);
}

/**
 * Every way to join n equal drivers of one or two coils in which all coils get the same power: the coils of a driver
 * in series or parallel, and the drivers as s groups in series of p in parallel, s x p = n. Lopsided ones (three
 * drivers as two and one) are left out: their coils would share power unevenly.
 *
 * @param ohm of one coil
 * @example coilArrangements(1, 2, 4).map((a) => a.ohm) // [8, 2]
 */
export function coilArrangements(drivers: number, coils: number, ohm: number): CoilArrangement[] {
  const ofDriver: { name: string; network: CoilNetwork }[] =
    coils === 1
      ? [{ name: '', network: 'coil' }]
      : (['series', 'parallel'] as const).map((joined) => ({
          name: `coils ${WORD[joined]}`,
          network: { joined, parts: Array.from({ length: coils }, (): CoilNetwork => 'coil') },
        }));
  const seen = new Set<string>();
  return ofDriver.flatMap((driver) =>
    divisors(drivers).flatMap((inSeries): CoilArrangement[] => {
      const inParallel = drivers / inSeries;
      const group = joinedAs('parallel', inParallel, driver.network);
      const network = joinedAs('series', inSeries, group);
      const drawn = JSON.stringify(network);
      if (seen.has(drawn)) return [];
      seen.add(drawn);
      const shape =
        drivers === 1
          ? ''
          : inSeries === 1
            ? `${drivers} drivers in parallel`
            : inParallel === 1
              ? `${drivers} drivers in series`
              : `${inSeries} groups in series of ${inParallel} drivers in parallel`;
      return [
        {
          name: [driver.name, shape].filter(Boolean).join(', ') || 'one coil',
          network,
          ohm: networkOhm(network, ohm),
          coils: drivers * coils,
          ifOneFails: afterOneFails(inSeries, inParallel, networkOhm(network, ohm)),
        },
      ];
    }),
  );
}

/** Groups in series, of drivers in parallel: what is left once one of them is open. */
function afterOneFails(inSeries: number, inParallel: number, ohm: number): string {
  if (inParallel === 1)
    return inSeries === 1 ? 'If it fails, the channel is silent.' : 'If one fails open, all are silent.';
  const beside = inParallel / (inParallel - 1);
  const left = (ohm * (inSeries - 1 + beside)) / inSeries;
  const more = ((ohm / left) * beside) ** 2;
  return `If one fails open, the others go on at ${left.toFixed(1)} Ω${
    inSeries === 1 ? '' : `, those beside it with ${more.toFixed(1)} times the power`
  }.`;
}

function joinedAs(joined: 'series' | 'parallel', n: number, part: CoilNetwork): CoilNetwork {
  return n === 1 ? part : { joined, parts: Array.from({ length: n }, () => part) };
}

const divisors = (n: number) => Array.from({ length: n }, (_, i) => i + 1).filter((d) => n % d === 0);
