import type { Proposal } from '@ulpen/core';

/** Current, drop and standing draw of a plan. */
export function SupplyFigures({ proposal: { figures } }: { proposal: Proposal }) {
  if (!figures) return null;
  const rows: [string, string, string][] = [
    ['Music at full volume', figures.musicAmps.toFixed(0), 'A'],
    ['Full sine', figures.sineAmps.toFixed(0), 'A'],
    ['Lost in cable and return', figures.dropVolts.toFixed(2), 'V'],
    ['Asleep', (1000 * figures.standingAmps).toFixed(0), 'mA'],
    ...(figures.standingDays === null
      ? []
      : [
          ['The car still starts after', figures.standingDays.toFixed(0), 'days'] as [string, string, string],
        ]),
    ...(figures.latencyMs > 0
      ? [['Processed channels come later by', figures.latencyMs.toFixed(1), 'ms'] as [string, string, string]]
      : []),
  ];
  return (
    <dl className="supply-figures">
      {rows.map(([name, value, unit]) => (
        <div key={name}>
          <dt className="quiet">{name}</dt>
          <dd className="num">
            {value} <span className="unit">{unit}</span>
          </dd>
        </div>
      ))}
    </dl>
  );
}
